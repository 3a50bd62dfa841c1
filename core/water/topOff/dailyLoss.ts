import { NINETEEN_IN_TWENTY } from '../../statistics/confidence.ts';

/** A level of the reservoir, L; days from now, negative. */
export interface ReservoirLevel {
  days: number;
  litres: number;
  /** It was filled to its mark then: what it held just before is not known. */
  filled?: true;
}
export interface Rate {
  /** L a day. */
  perDay: number;
  error: number;
  days: number;
}
export type UseVerdict = 'more' | 'less' | 'as-usual' | 'not-known';
/** What the top-off takes now, against what it usually takes. */
export interface DailyLoss {
  recent: Rate | null;
  usual: Rate | null;
  verdict: UseVerdict;
}

/** What counts as now, and how far back the usual reaches, days. */
const RECENT_DAYS = 8;
const USUAL_DAYS = 84;
/** Weather and lids move it so much from week to week. House default. */
const WEEKLY_SPREAD = 0.12;
/** A difference nobody would go and look for. House default. */
const WORTH = 0.25;
const FEWEST_DAYS = 2;

/**
 * Daily loss from levels read between refills: what fell, over the time it took. A level that rises was refilled, and
 * nothing is known of that stretch.
 * @param levels oldest first
 * @param repeatability of one level, L
 * @source mass balance; spread of weeks: house default
 */
export function dailyLoss(levels: readonly ReservoirLevel[], repeatability: number): DailyLoss {
  const stretches = levels.slice(1).flatMap((to, i) => {
    const from = levels[i];
    if (!from || to.days <= from.days || to.filled || to.litres > from.litres + 2 * repeatability) return [];
    return [{ from: from.days, to: to.days, fell: from.litres - to.litres }];
  });
  const recent = rateOf(
    stretches.filter((one) => (one.from + one.to) / 2 > -RECENT_DAYS),
    repeatability,
  );
  const usual = rateOf(
    stretches.filter((one) => (one.from + one.to) / 2 <= -RECENT_DAYS && one.from > -USUAL_DAYS),
    repeatability,
  );
  return { recent, usual, verdict: verdictOf(recent, usual) };
}

/** What it takes a day as far as that was measured, lately or before; null: it was not. */
export const measuredLoss = ({ recent, usual }: DailyLoss): number | null =>
  [recent, usual].find((rate) => rate !== null && rate.perDay > 0)?.perDay ?? null;

function rateOf(
  stretches: readonly { from: number; to: number; fell: number }[],
  repeatability: number,
): Rate | null {
  const days = stretches.reduce((sum, one) => sum + one.to - one.from, 0);
  if (days < FEWEST_DAYS) return null;
  const perDay = Math.max(0, stretches.reduce((sum, one) => sum + one.fell, 0) / days);
  // two readings a run: stretches that follow one another share theirs
  const runs = stretches.filter((one, i) => stretches[i - 1]?.to !== one.from).length;
  return { perDay, error: (Math.SQRT2 * repeatability * Math.sqrt(runs)) / days, days };
}

function verdictOf(recent: Rate | null, usual: Rate | null): UseVerdict {
  if (!recent || !usual || usual.perDay <= 0) return 'not-known';
  const spread = WEEKLY_SPREAD * usual.perDay * Math.sqrt(7 / Math.max(7, recent.days));
  const error = Math.hypot(recent.error, usual.error, spread);
  const change = recent.perDay - usual.perDay;
  if (Math.abs(change) < NINETEEN_IN_TWENTY * error || Math.abs(change) < WORTH * usual.perDay)
    return 'as-usual';
  return change > 0 ? 'more' : 'less';
}
