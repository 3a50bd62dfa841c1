import { measures, type Measure } from '../../core/quantity/measures.ts';
import { MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import { repeatabilityOf, type Meter } from './meters.ts';

/** What is asked about a reading before it is kept. Amounts in stored units, above 0. */
export interface MeterQuestion {
  /** Beyond a limit of the meter. */
  beyondLimit: { side: 'over' | 'under'; by: number } | null;
  /** Far from where the last readings lead. */
  jump: { side: 'over' | 'under'; by: number } | null;
  /** A counter that shows less than before. */
  wentBack: boolean;
}

/** So many times the usual scatter from the last reading is a jump, with at least so many readings to know it by. */
const JUMP_SCATTERS = 6;
const FEWEST_TO_JUMP = 3;

/** How far a value lies beyond a limit of a meter; null: it does not. */
export const beyondLimitOf = (
  { lo, hi }: Pick<Meter, 'lo' | 'hi'>,
  value: number,
): MeterQuestion['beyondLimit'] =>
  hi !== null && value > hi
    ? { side: 'over', by: value - hi }
    : lo !== null && value < lo
      ? { side: 'under', by: lo - value }
      : null;

/**
 * Whether whoever stands before a meter should look twice; null: nothing to ask.
 * @param value in the stored unit
 */
export function meterQuestion(meter: Meter, value: number, now: Instant): MeterQuestion | null {
  const { points, driftPerWeek, measure } = meter;
  const entry: Measure | null = measure && measures[measure];
  const last = points.at(-1);
  const isTotal = entry?.counts === 'total';
  const beyondLimit = beyondLimitOf(meter, value);
  const repeats = repeatabilityOf(meter);
  const steps = points.slice(1).map((point, i) => Math.abs(point.value - (points[i]?.value ?? point.value)));
  const scatter = Math.max(repeats, steps.length > 0 ? steps.reduce((a, b) => a + b, 0) / steps.length : 0);
  const expected = last ? last.value + ((driftPerWeek ?? 0) * (now - last.at)) / (7 * MS_PER_DAY) : null;
  const off = expected === null ? 0 : value - expected;
  const jump =
    !isTotal && last && points.length >= FEWEST_TO_JUMP && Math.abs(off) > JUMP_SCATTERS * scatter
      ? { side: off > 0 ? ('over' as const) : ('under' as const), by: Math.abs(value - last.value) }
      : null;
  const wentBack = isTotal && last !== undefined && value < last.value;
  return beyondLimit || jump || wentBack ? { beyondLimit, jump, wentBack } : null;
}
