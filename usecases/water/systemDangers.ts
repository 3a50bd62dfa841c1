import { findProgramme } from '../../core/catalogue/programmes.ts';
import type { WaterSeries } from '../../core/rules/facts.ts';
import { dayOf, type Day } from '../../core/time/day.ts';
import { dangersOf, type Danger, type DangerTests, type Living } from '../../core/water/dangers.ts';
import { readingError } from '../../core/water/testSeries.ts';
import type { RecordContent } from '../../contract/records.ts';

/** A danger in the water of one system, with the test that showed it. */
export interface SystemDanger extends Danger {
  systemId: string;
  systemName: string;
  /** As tested, stored unit. */
  value: number;
  day: Day;
}

/** What is known of what lives in a system: by its programme, the careful side where it has none. */
export function livingIn(system: RecordContent<'system'>): Living {
  const programme = findProgramme(system.programmeId);
  return {
    water: system.water,
    safeC: programme?.safeC ?? null,
    cold: programme?.cold ?? false,
    soft: programme?.soft ?? false,
    invertebrates: programme?.invertebrates ?? system.water === 'salt',
  };
}

/** @param series all parameters of one system */
export function systemDangers(
  system: RecordContent<'system'>,
  series: readonly WaterSeries[],
  zone: string,
): SystemDanger[] {
  const tests: DangerTests = {};
  const latest = new Map<string, WaterSeries['points'][number]>();
  for (const { parameter, points, method } of series) {
    // before or after a change: it is the water they live in
    const known = points.filter((point) => point.doubt === null);
    const [before, last] = [known.at(-2), known.at(-1)];
    if (!last) continue;
    latest.set(parameter, last);
    tests[parameter] = {
      ...{ value: last.value, below: last.below, daysAgo: -last.days, error: readingError(method) },
      before: before ? { value: before.value, daysAgo: -before.days } : null,
    };
  }
  const [first] = series;
  return dangersOf(tests, livingIn(system)).flatMap((danger) => {
    const test = latest.get(danger.parameter);
    return test && first
      ? [
          {
            ...danger,
            ...{ systemId: first.systemId, systemName: first.systemName },
            ...{ value: test.value, day: dayOf(test.at, zone) },
          },
        ]
      : [];
  });
}
