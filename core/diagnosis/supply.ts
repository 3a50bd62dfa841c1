import { trendOf } from '../statistics/trend.ts';
import type { Supply } from './sources/types.ts';

/** A test before a change; days from now, negative. */
export interface LevelTest {
  days: number;
  value: number;
}
/** A water change; litres null: not said. */
export interface ChangeMade {
  days: number;
  litres: number | null;
}

/** The weeks judged, and the weeks before them. Days from now. */
const NOW = { from: -35, to: 0 };
const BEFORE = { from: -112, to: -35 };
const FEWEST = 3;

/**
 * What comes into the water a day over its export by other ways: what stays in it by the tests' slope, and what changes
 * carried out.
 * @param tests before changes, oldest first, mg/L
 * @param error one reading's, mg/L
 * @param newWater mg/L in what goes in
 * @returns mg a day of the whole water; null with fewer than three tests in the last five weeks
 * @source mass balance; slope: the trend every screen shows
 */
export function supplyOf(
  tests: readonly LevelTest[],
  changes: readonly ChangeMade[],
  litres: number,
  newWater: number,
  error: number,
): Supply | null {
  const now = within(tests, changes, NOW, litres, newWater, error);
  if (!now) return null;
  const before = within(tests, changes, BEFORE, litres, newWater, error);
  return { ...now, before: before && { supply: before.supply, error: before.error } };
}

function within(
  tests: readonly LevelTest[],
  changes: readonly ChangeMade[],
  { from, to }: { from: number; to: number },
  litres: number,
  newWater: number,
  error: number,
): Omit<Supply, 'before'> | null {
  const inside = tests.filter((test) => test.days >= from && test.days <= to);
  const [first, last] = [inside[0], inside.at(-1)];
  if (inside.length < FEWEST || !first || !last || last.days - first.days < 7) return null;
  const line = trendOf(inside, error);
  if (!line) return null;
  const days = last.days - first.days;
  // a change on the day of the first test comes after it, one on the day of the last after all that is judged
  const made = changes.filter((change) => change.days >= first.days && change.days < last.days - 0.5);
  const carried = made.map(({ days: day, litres: out }) =>
    out === null ? null : out * Math.max(0, line.level + line.slope * (day - line.latestDays) - newWater),
  );
  const known = carried.filter((mg) => mg !== null);
  // what one change without litres carried is taken as the others did
  const byChanges =
    made.length === 0
      ? 0
      : known.length === 0
        ? null
        : ((known.reduce((sum, mg) => sum + mg, 0) / known.length) * made.length) / days;
  const stays = line.slope * litres;
  return {
    stays,
    byChanges,
    supply: stays + (byChanges ?? 0),
    error: line.standardError * litres,
    tests: inside.length,
    days,
  };
}
