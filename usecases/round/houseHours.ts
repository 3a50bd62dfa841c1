import { beginsAllowed, outsideHours, type AllowedHours } from '../../core/planning/round/allowedHours.ts';
import type { Disturbance } from '../../core/catalogue/roles.ts';
import type { Step } from '../../core/planning/round/step.ts';
import { timingOf } from '../../core/planning/round/timing.ts';
import type { RecordContent } from '../../contract/records.ts';

type Site = Pick<RecordContent<'site'>, 'allowed'>;

const minutesOf = (clock: string): number => {
  const [hours = 0, minutes = 0] = clock.split(':').map(Number);
  return 60 * hours + minutes;
};
const clockOf = (min: number): string =>
  `${String(Math.floor(min / 60)).padStart(2, '0')}:${String(min % 60).padStart(2, '0')}`;

/** When visits begin where nobody said. House default. */
const BEGINS = '09:00';
const words: Readonly<Record<Disturbance, string>> = {
  water: 'water',
  noise: 'noise',
  obstruction: 'blocking the way',
};

/** A visit by the hours of its place. */
export interface ByHours {
  /** When it may begin so that all of it falls into them, in a sentence; null: the place has no hours. */
  begin: string | null;
  /** What falls outside them when it begins as visits do there. */
  outside: { stepIds: string[]; text: string } | null;
}

/** @param beginMin minutes from midnight at the place; left out: as visits begin there */
export function byHours(
  steps: readonly Step[],
  { allowed }: Site,
  beginMin = minutesOf(allowed?.begins ?? BEGINS),
): ByHours {
  const spans = allowed?.spans ?? [];
  if (spans.length === 0 || steps.length === 0) return { begin: null, outside: null };
  const hours = spans.map(({ what, from, to }): AllowedHours => ({
    what,
    fromMin: minutesOf(from),
    toMin: minutesOf(to),
  }));
  const timing = timingOf(steps);
  const found = beginsAllowed(steps, timing, hours, beginMin);
  const outside = outsideHours(steps, timing, hours, beginMin);
  const [first] = outside;
  const begin = found
    ? `Begin between ${clockOf(found.fromMin)} and ${clockOf(found.toMin)}: then all of it falls into the hours of the place.`
    : 'No begin puts all of it into the hours of the place: leave a job for another visit.';
  if (!first) return { begin: found ? begin : null, outside: null };
  const title = steps.find((step) => step.id === first.stepId)?.title ?? '';
  const mine = spans.filter(({ what }) => what === first.what);
  const at = beginMin + (timing.begins.get(first.stepId) ?? 0);
  return {
    begin,
    outside: {
      stepIds: [...new Set(outside.map(({ stepId }) => stepId))],
      text: `Begun at ${clockOf(beginMin % 1440)}, “${title}” comes at ${clockOf(at % 1440)}; ${words[first.what]} is allowed ${mine.map(({ from, to }) => `${from} to ${to}`).join(' and ')} here. ${begin}`,
    },
  };
}
