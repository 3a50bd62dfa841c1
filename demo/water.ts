import { addDays, daysBetween, type Day } from '../core/time/day.ts';
import { parameters, type ParameterId } from '../core/water/parameters.ts';
import type { Chance } from './chance.ts';
import type { SimulatedService } from './simulate.ts';
import { HISTORY_DAYS } from './simulate.ts';
import type { WaterTruth } from './waterTruth.ts';

export interface SimulatedTest {
  day: Day;
  parameter: ParameterId;
  value: number;
  below: boolean;
}

/** A mass balance day by day: feeding in; changes, media and uptake out; tests on visit days with the kit's error. */
export function simulateWater(
  truth: WaterTruth,
  changes: readonly SimulatedService[],
  media: readonly SimulatedService[],
  visits: readonly Day[],
  today: Day,
  chance: Chance,
): SimulatedTest[] {
  const days = (services: readonly SimulatedService[]) =>
    new Set(services.flatMap(({ when }) => (when.kind === 'day' ? [when.day] : [])));
  const [changeDays, mediaDays, visitDays] = [days(changes), days(media), new Set(visits)];
  const tests: SimulatedTest[] = [];
  const lastTested = new Map<ParameterId, Day>();
  let { nitrate, phosphate } = truth.start;
  let mediaAge = 20;
  for (let ago = HISTORY_DAYS; ago >= 1; ago--) {
    const day = addDays(today, -ago);
    const feed = truth.feedChange && ago <= truth.feedChange.daysBefore ? truth.feedChange.factor : 1;
    nitrate += truth.nitratePerDay * feed - truth.nitrateUptake * nitrate;
    phosphate += truth.phosphatePerDay * feed;
    if (truth.product && ago <= truth.product.daysBefore) phosphate += truth.product.phosphatePerDay;
    if (truth.mediaUptake)
      phosphate -= truth.mediaUptake.fresh * Math.exp(-mediaAge / truth.mediaUptake.mediaDays) * phosphate;
    mediaAge++;
    // tests come before anything is touched
    if (visitDays.has(day)) {
      for (const [id, every] of Object.entries(truth.tests) as [ParameterId, number][]) {
        const last = lastTested.get(id);
        if (last !== undefined && daysBetween(last, day) < every - 1) continue;
        lastTested.set(id, day);
        const steady = truth.steady[id];
        const level =
          id === 'nitrate'
            ? nitrate
            : id === 'phosphate'
              ? phosphate
              : (steady?.level ?? 0) +
                (steady?.swing ?? 0) * season(day) +
                (steady?.scatter ?? 0) * chance.normal();
        tests.push(read(id, level, day, chance));
      }
    }
    if (changeDays.has(day)) {
      nitrate *= 1 - truth.changeShare;
      phosphate *= 1 - truth.changeShare;
    }
    if (mediaDays.has(day)) mediaAge = 0;
  }
  return tests;
}

/** 1 at midsummer, -1 at midwinter. */
export function season(day: Day): number {
  return -Math.cos((2 * Math.PI * daysBetween('2000-01-20', day)) / 365.25);
}

/** As a kit reads it: with its error, in its steps, and "below" under its lowest reading. */
function read(parameter: ParameterId, level: number, day: Day, chance: Chance): SimulatedTest {
  const { method, decimals, possible } = parameters[parameter];
  const seen = level + 0.6 * method.repeatability * chance.normal();
  const rounded = Number(Math.min(possible.to, Math.max(possible.from, seen)).toFixed(decimals));
  const below = rounded < method.lowest;
  return { day, parameter, value: below ? method.lowest : rounded, below };
}
