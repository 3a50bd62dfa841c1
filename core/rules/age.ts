import { MS_PER_DAY, type Instant } from '../time/day.ts';
import { runningDays } from '../time/runningClock.ts';
import type { WearCycle } from '../wear/wearPosterior.ts';
import { totalBetween } from './counter.ts';
import { instantOf, type Done, type JobFacts } from './facts.ts';

/** Where a job stands in its life, and the lives before. */
export interface JobAge {
  cycles: AgeCycle[];
  last: Done | null;
  /** Exposure already on the part when it was last touched (a job done by half leaves some), days. */
  residualDays: number;
  /** The same in the counter's unit; null where nothing is counted. */
  residualTotal: number | null;
}
/** One ended cycle. */
export interface AgeCycle extends WearCycle {
  until: Instant;
  /** What the counter says it took; null where nobody logged it. */
  total: number | null;
}

/**
 * The ended cycles of a job and what is left on it since the last service.
 * A first service has no beginning, so it ends no cycle; a job done in part grades its age and takes off its share.
 */
export function jobAge(facts: Pick<JobFacts, 'services' | 'rests' | 'lifeEnds' | 'counter'>): JobAge {
  const cycles: AgeCycle[] = [];
  let last: Done | null = null;
  let residualDays = 0;
  let residualTotal = facts.counter === null ? null : 0;
  for (const service of facts.services) {
    const at = instantOf(service.done);
    if (last) {
      const from = instantOf(last);
      const exposure = residualDays + runningDays(from, at, facts.rests);
      const between = facts.counter === null ? null : totalBetween(facts.counter, from, at);
      const total = between === null || residualTotal === null ? null : residualTotal + between;
      cycles.push({
        exposure,
        found: service.found,
        days: runningDays(from, at, []),
        newLifeAfter: false,
        until: at,
        total,
      });
      residualDays = exposure * (1 - service.shareDone);
      residualTotal =
        total === null ? residualOf(facts.counter, service.shareDone) : total * (1 - service.shareDone);
    }
    markNewLives(cycles, facts.lifeEnds, last ? instantOf(last) : null, at);
    last = service.done;
  }
  if (last) markNewLives(cycles, facts.lifeEnds, instantOf(last), Number.POSITIVE_INFINITY);
  return { cycles, last, residualDays, residualTotal };
}

/** What services in part left on a thing, counted by whatever passes between two instants. */
export function leftOnPart(
  services: JobFacts['services'],
  between: (from: Instant, to: Instant) => number,
): number {
  let left = 0;
  services.forEach((service, i) => {
    const before = services[i - 1];
    if (!before) return;
    left = (left + between(instantOf(before.done), instantOf(service.done))) * (1 - service.shareDone);
  });
  return left;
}

/** A job done whole leaves nothing, whatever it was before. */
const residualOf = (counter: JobFacts['counter'], shareDone: number): number | null =>
  counter !== null && shareDone === 1 ? 0 : null;

/** An event during a cycle sets aside the cycles that ended before it. */
function markNewLives(
  cycles: AgeCycle[],
  ends: JobFacts['lifeEnds'],
  from: Instant | null,
  to: Instant,
): void {
  if (from === null || !ends.some((end) => end.at > from && end.at <= to)) return;
  // the cycle that ends at `to` (if any) already belongs to the new life
  const index = to === Number.POSITIVE_INFINITY ? cycles.length - 1 : cycles.length - 2;
  const before = cycles[index];
  if (before) before.newLifeAfter = true;
}

/** A possible age of the part now, and how likely it is. */
export interface PossibleAge {
  /** Exposure, days. */
  days: number;
  weight: number;
  /** Exposure at a time, in calendar days from now: what lies ahead runs on, what lies behind had its rests. */
  exposureIn: (daysFromNow: number) => number;
}
/** An age without rests. */
export const plainAge = (days: number, weight = 1): PossibleAge => ({
  days,
  weight,
  exposureIn: (daysFromNow) => Math.max(0, days + daysFromNow),
});

const ROUGH_POINTS = 25;
const UNKNOWN_POINTS = 64;

/**
 * The ages a job may have at `at`: one if the last time is exact, evenly spread over a rough span,
 * and in proportion to S(age) where nobody knows (a renewal process seen at a random moment).
 * @param survives the chance that a life is longer than an exposure in days
 */
export function possibleAges(
  age: JobAge,
  at: Instant,
  rests: JobFacts['rests'],
  survives: (exposureDays: number) => number,
): PossibleAge[] {
  const { last, residualDays } = age;
  const ageSince = (done: Instant, weight: number): PossibleAge => {
    const days = residualDays + runningDays(done, at, rests);
    return {
      days,
      weight,
      exposureIn: (ahead) =>
        ahead >= 0 ? days + ahead : residualDays + runningDays(done, at + ahead * MS_PER_DAY, rests),
    };
  };
  if (last?.kind === 'exact') return [ageSince(last.at, 1)];
  if (last) {
    return Array.from({ length: ROUGH_POINTS }, (_, i) => {
      const done = last.from + ((last.to - last.from) * (i + 0.5)) / ROUGH_POINTS;
      return ageSince(done, 1 / ROUGH_POINTS);
    });
  }
  let farthestDays = 1;
  while (survives(farthestDays) > 0.002 && farthestDays < 1e5) farthestDays *= 1.3;
  const ages = Array.from({ length: UNKNOWN_POINTS }, (_, i) => {
    const days = (farthestDays * (i + 0.5)) / UNKNOWN_POINTS;
    return plainAge(days, survives(days));
  });
  return weighed(ages, () => 1);
}

/** Ages weighed by what was seen of each, summing to 1; where nothing known fits what was seen, as they were. */
export function weighed(ages: readonly PossibleAge[], seen: (age: PossibleAge) => number): PossibleAge[] {
  const weights = ages.map((age) => age.weight * seen(age));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  if (!(total > 1e-9)) return [...ages];
  return ages.map((age, i) => ({ ...age, weight: (weights[i] ?? 0) / total }));
}
