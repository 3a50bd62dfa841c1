import { addDays, daysBetween, noonOf, type Day, type Instant } from '../core/time/day.ts';
import { parameters } from '../core/water/parameters.ts';
import type { RecordContent } from '../contract/records.ts';
import { Chance } from './chance.ts';
import type { DosedTruth, KitTruth, ProbeTruth } from './scenarioTypes.ts';
import type { SimulatedService } from './simulate.ts';
import type { SimulatedTest } from './water.ts';

const MS_PER_HOUR = 3_600_000;

/** A kit as it is kept. */
export function kitRecord(
  { name, parameter, unit, step, lowest, repeatability, titration, batch, expiresInDays }: KitTruth,
  today: Day,
): RecordContent<'method'> {
  return {
    name,
    parameter,
    kind: 'kit',
    componentId: null,
    unit,
    step,
    lowest,
    repeatability,
    titration: titration ?? null,
    batch,
    expires: addDays(today, expiresInDays),
    note: '',
  };
}

/** Right after each change since the dose began: as far over the next test before a change as the level falls between. */
export function afterChanges(
  { parameter, sinceDaysBefore, fallBetweenChanges }: DosedTruth,
  tests: readonly SimulatedTest[],
  changes: readonly SimulatedService[],
  today: Day,
): { day: Day; value: number }[] {
  const { decimals } = parameters[parameter];
  const days = changes.flatMap(({ when }) => (when.kind === 'day' ? [when.day] : [])).sort();
  return days
    .filter((day) => daysBetween(day, today) < sinceDaysBefore)
    .flatMap((day, i, all) => {
      const next = all[i + 1];
      const last = tests.findLast(
        (test) => test.parameter === parameter && test.day > day && (next === undefined || test.day <= next),
      );
      return last ? [{ day, value: Number((last.value + fallBetweenChanges).toFixed(decimals)) }] : [];
    });
}

/** Every few hours the probe, drifting from a day on; every few days the kit, which does not drift. */
export function probeReadings(
  truth: ProbeTruth,
  zone: string,
  today: Day,
): { at: Instant; value: number; isKit: boolean }[] {
  const { parameter, level, swing, days, everyHours, driftsSinceDaysBefore, driftPerDay, kitEveryDays } =
    truth;
  const { decimals } = parameters[parameter];
  const chance = Chance.named(7, truth.name);
  const end = noonOf(addDays(today, -1), zone);
  const found: { at: Instant; value: number; isKit: boolean }[] = [];
  for (let hours = days * 24; hours >= 0; hours -= everyHours) {
    const at = end - hours * MS_PER_HOUR;
    const ago = hours / 24 + 1;
    const drift = Math.max(0, driftsSinceDaysBefore - ago) * driftPerDay;
    const wave = swing * Math.sin((2 * Math.PI * hours) / 24);
    found.push({
      at,
      value: Number((level + wave + drift + 0.01 * chance.normal()).toFixed(decimals)),
      isKit: false,
    });
    if (hours % (kitEveryDays * 24) === 0)
      found.push({ at, value: Number((level + 0.03 * chance.normal()).toFixed(decimals)), isKit: true });
  }
  return found;
}
