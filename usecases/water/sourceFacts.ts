import { findSource, type SourceFinding } from '../../core/diagnosis/findSource.ts';
import { supplyOf } from '../../core/diagnosis/supply.ts';
import type { JobStand, Nutrient, NutrientFacts } from '../../core/diagnosis/sources/types.ts';
import type { GuardedSource } from '../../core/catalogue/types.ts';
import { dayOf, endOfDay, MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import { parameters } from '../../core/water/parameters.ts';
import { isJudged, pointValue, readingError } from '../../core/water/testSeries.ts';
import { litresOf, vesselsOf } from '../../model/facts/litres.ts';
import { donesOf } from '../../model/facts/dones.ts';
import { zoneOfSystem } from '../../model/facts/places.ts';
import { instantOfWhen } from '../../model/facts/when.ts';
import type { Stored } from '../../contract/records.ts';
import { checksMade, type CheckKnown } from '../../model/water/checks.ts';
import { changesOf, demandOf } from '../../model/water/demand.ts';
import { feedLog } from '../../model/water/feedLog.ts';
import { unitFacts } from '../../model/water/makeUpUnit.ts';
import { newestOf, sourcesOf } from '../../model/water/incomingWater.ts';
import { readingsOn } from '../../model/water/readings.ts';
import { systemWater } from './systemWater.ts';
import { jobsOfSystem, type JobHere } from './waterHistories.ts';
import type { Evidence, TestedPoint } from '../../model/water/testedWater.ts';

/** Where a nutrient comes from: the finding with what it was made of, or what is missing for one. */
export type SourceAnswer =
  | { kind: 'found'; facts: NutrientFacts; finding: SourceFinding; made: CheckKnown[] }
  | { kind: 'missing'; what: 'litres' | 'tests' };

/** How probably each job is due, from the plan; null: its age is not known. */
export type ChanceDue = (jobId: string) => number | null;

const YEAR_DAYS = 365;
const OUTLET_WITH_INLET_DAYS = 3;
const READ_HOLDS_DAYS = 75;
const DEATHS_DAYS = 60;

/** @param now asked to the end of the local day, as the water is judged */
export function sourceAnswer(
  evidence: Evidence,
  systemId: string,
  nutrient: Nutrient,
  now: Instant,
  chanceDue: ChanceDue,
): SourceAnswer {
  const { snapshot, index } = evidence;
  const zone = zoneOfSystem(snapshot, systemId);
  const at = endOfDay(dayOf(now, zone), zone);
  const litres = litresOf(snapshot, systemId);
  if (litres === null) return { kind: 'missing', what: 'litres' };
  const water = systemWater(evidence, { systemId, zone, at });
  const tests = (water.tests.get(nutrient) ?? []).filter(isJudged);
  const method =
    tests.findLast((point) => point.instrument)?.instrument?.method ?? parameters[nutrient].method;
  const supply = supplyOf(
    tests.map((point) => ({ days: point.days, value: pointValue(point) })),
    changesOf(evidence, systemId, zone, at),
    litres,
    water.now.incoming[nutrient] ?? 0,
    readingError(method),
  );
  const latest = tests.at(-1);
  if (!supply || !latest) return { kind: 'missing', what: 'tests' };
  const here = jobsHere(evidence, systemId, at, zone, chanceDue);
  const facts: NutrientFacts = {
    nutrient,
    litres,
    supply,
    feed: feedLog(index, systemId, zone, at),
    product: productOf(evidence, systemId, nutrient, zone, at, here.guarding('product-water')),
    deathDaysAgo: lastDeath(evidence, systemId, zone, at),
    detritus: here.guarding('detritus'),
    media: here.media(nutrient),
    mediaChangedDaysAgo: here.mediaChanged(nutrient),
    outlet: outletOf(evidence, systemId, nutrient, tests, zone, at),
    skimmer: here.guarding('skimmer'),
    airShare: airShareOf(evidence, systemId, zone, at),
    harvest: here.harvest(nutrient),
    hasRock: vesselsOf(snapshot, systemId).some(({ content }) => content.displacementShare > 0),
    highest: highestOf(tests),
    level: pointValue(latest),
    bandHi: water.now.tests[nutrient]?.band?.hi ?? null,
  };
  const made = checksMade(snapshot, systemId, nutrient, zone, at);
  return { kind: 'found', facts, finding: findSource(facts, made), made };
}

/** The jobs of a system by what their lateness would open. */
function jobsHere(evidence: Evidence, systemId: string, at: Instant, zone: string, chanceDue: ChanceDue) {
  const jobs = jobsOfSystem(evidence, systemId);
  const stand = ({ job, name }: JobHere): JobStand => ({
    name,
    chanceDue: chanceDue(job.id),
    daysSince: daysSince(job),
  });
  const daysSince = (job: Stored<'job'>): number | null => {
    const last = donesOf(evidence.index, job.id, zone, at).at(-1);
    return last === undefined ? null : (at - last) / MS_PER_DAY;
  };
  const taking = (nutrient: Nutrient, renews: boolean) =>
    jobs.filter(
      ({ definition, place }) =>
        definition.takesOut?.includes(nutrient) === true &&
        (definition.work === 'replace' || definition.work === 'refill') === renews &&
        place.component?.content.status === 'running',
    );
  return {
    guarding: (source: GuardedSource) =>
      jobs.filter(({ definition }) => definition.guards === source).map(stand),
    media: (nutrient: Nutrient) => taking(nutrient, true).map(stand),
    harvest: (nutrient: Nutrient) => taking(nutrient, false).map(stand),
    mediaChanged: (nutrient: Nutrient): number | null => {
      const days = taking(nutrient, true).flatMap(({ job }) => daysSince(job) ?? []);
      return days.length === 0 ? null : Math.min(...days);
    },
  };
}

/** The water that comes in: how much a day, its own tests, and how its membrane does. */
function productOf(
  evidence: Evidence,
  systemId: string,
  nutrient: Nutrient,
  zone: string,
  at: Instant,
  stages: readonly JobStand[],
): NutrientFacts['product'] {
  const { snapshot, index } = evidence;
  const { changesPerDay, evaporationPerDay } = demandOf(evidence, systemId, zone, at);
  const serving = snapshot
    .all('component')
    .filter(({ content }) => content.systemIds.includes(systemId) && content.status !== 'removed');
  const units = serving.filter(({ content }) => content.kindId === 'make-up-unit');
  const last = newestOf(index, sourcesOf(snapshot).get(systemId) ?? [], zone, at).get(nutrient);
  const rejection = units
    .flatMap((unit) => unitFacts(index, unit, zone, at).rejection ?? [])
    .find((one) => one.daysAgo <= READ_HOLDS_DAYS);
  return {
    litresPerDay:
      changesPerDay === null && evaporationPerDay === null
        ? null
        : (changesPerDay ?? 0) + (evaporationPerDay ?? 0),
    test: last ? { value: last.value, below: last.below, daysAgo: last.daysAgo } : null,
    rejectionPercent: rejection?.value ?? null,
    stages,
  };
}

function lastDeath({ index }: Evidence, systemId: string, zone: string, at: Instant): number | null {
  const days = index
    .on('eventsOfSystem', systemId)
    .filter(({ content }) => content.kind === 'death')
    .flatMap(({ content }) => instantOfWhen(content.when, zone) ?? [])
    .map((when) => (at - when) / MS_PER_DAY)
    .filter((ago) => ago >= 0 && ago <= DEATHS_DAYS);
  return days.length === 0 ? null : Math.min(...days);
}

/** What is tested behind the media, with the system's own test of about the same day. */
function outletOf(
  { snapshot, index, definitionOf }: Evidence,
  systemId: string,
  nutrient: Nutrient,
  tests: readonly TestedPoint[],
  zone: string,
  at: Instant,
): NutrientFacts['outlet'] {
  const media = snapshot
    .all('component')
    .filter(({ content }) => content.systemIds.includes(systemId))
    .filter(({ id }) =>
      index.on('jobsOfTarget', id).some((job) => definitionOf(job.content).takesOut?.includes(nutrient)),
    );
  for (const { id } of media) {
    const outlet = readingsOn(index, id, { parameter: nutrient }, zone, at).at(-1);
    if (!outlet) continue;
    const inlet = tests.findLast((point) => Math.abs(point.days + outlet.daysAgo) <= OUTLET_WITH_INLET_DAYS);
    if (inlet) return { inlet: pointValue(inlet), outlet: outlet.value, daysAgo: outlet.daysAgo };
  }
  return null;
}

/** The skimmer's air by its last reading, as a share of the most it drew in a year. */
function airShareOf(
  { snapshot, index }: Evidence,
  systemId: string,
  zone: string,
  at: Instant,
): number | null {
  for (const { id, content } of snapshot.all('component')) {
    if (!content.systemIds.includes(systemId)) continue;
    const read = readingsOn(index, id, { measure: 'air-draw' }, zone, at).filter(
      (one) => one.daysAgo <= YEAR_DAYS,
    );
    const last = read.at(-1);
    if (last && last.daysAgo <= READ_HOLDS_DAYS)
      return last.value / Math.max(...read.map((one) => one.value));
  }
  return null;
}

const highestOf = (tests: readonly TestedPoint[]): number | null => {
  const year = tests.filter((point) => point.days >= -YEAR_DAYS).map(pointValue);
  return year.length === 0 ? null : Math.max(...year);
};
