import { findKind } from '../../core/catalogue/index.ts';
import { findProgramme } from '../../core/catalogue/programmes.ts';
import { MS_PER_DAY, type Instant } from '../../core/time/day.ts';
import { consumptionOf } from '../../core/water/consumption.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import { isJudged, readingError, type TestSeries } from '../../core/water/testSeries.ts';
import { TOO_OLD_DAYS } from '../../core/water/standing.ts';
import { verdictOf, type ParameterVerdict } from '../../core/water/verdict.ts';
import { remediesOf } from '../../core/water/remedies/remedies.ts';
import type {
  Deliverer,
  Dosing,
  Means,
  OwnSolution,
  ParameterRemedies,
  Tested,
  WaterNow,
} from '../../core/water/remedies/types.ts';
import { ownKindsOf } from '../../model/facts/definition.ts';
import { donesOf } from '../../model/facts/dones.ts';
import { readingsOfChannels } from '../../model/water/readings.ts';
import type { Stored } from '../../contract/records.ts';
import { litresOf } from '../../model/facts/litres.ts';
import { waterHistories, type JobHere, type WaterAsked, type WaterHistories } from './waterHistories.ts';
import type { Evidence, TestedPoint } from '../../model/water/testedWater.ts';

/** The judgement on a system's water and what it asks for, at an instant. */
export interface SystemWater {
  /** What it is judged from. */
  histories: WaterHistories;
  tests: ReadonlyMap<ParameterId, readonly TestedPoint[]>;
  verdicts: ReadonlyMap<ParameterId, ParameterVerdict>;
  remedies: readonly ParameterRemedies[];
  now: WaterNow;
  /** Each change of a daily dose, oldest first. */
  doses: readonly DoseChange[];
}
export interface DoseChange {
  parameter: ParameterId;
  name: string;
  mlPerDay: number;
  at: Instant;
}

/** The effect of a charge or harvest shows between these days after it. */
const EFFECT_DAYS = { from: 3, to: 28 };

/** With its true litres and what was read of the water that comes in: both stand in `now`. */
export function systemWater(evidence: Evidence, asked: WaterAsked): SystemWater {
  const { snapshot } = evidence;
  const { systemId, zone, at } = asked;
  const litres = litresOf(snapshot, systemId);
  const histories = waterHistories(evidence, asked);
  const { histories: series, incoming: known, jobs } = histories;
  const incoming: WaterNow['incoming'] = Object.fromEntries(
    [...known].map(([parameter, { value }]) => [parameter, value]),
  );
  const system = snapshot.content('system', systemId);
  const programme = findProgramme(system?.programmeId);
  const tests = new Map([...series].map(([parameter, { points }]) => [parameter, points]));
  const daysOf = (job: Stored<'job'>): number[] =>
    donesOf(evidence.index, job.id, zone, at).map((when) => (when - at) / MS_PER_DAY);
  const verdicts = new Map([...series].map(([parameter, one]) => [parameter, verdictOf(one)]));
  const changes = jobs
    .filter(({ definition, job }) => definition.work === 'change water' && job.content.systemId === systemId)
    .flatMap(({ job }) => daysOf(job))
    .sort((a, b) => a - b);
  const site = snapshot.content('site', system?.siteId ?? null);
  const dosed = dosingOf(evidence, asked, litres, series, changes);
  const now: WaterNow = {
    litres,
    tests: testsToActOn(series, verdicts),
    incoming,
    ...(programme ? { order: programme.exportOrder } : {}),
    means: meansOf(jobs, daysOf, tests),
    strippers: strippersOf(evidence, jobs),
    deliverers: deliverersOf(evidence, systemId),
    solutions: dosed.solutions,
    dosing: dosed.dosing,
    heightM: site?.heightM ?? 0,
  };
  return { histories, tests, verdicts, remedies: remediesOf(now), now, doses: dosed.doses };
}

/** The last tests that may be acted upon: not too old, and nothing newer in doubt. */
function testsToActOn(
  series: ReadonlyMap<ParameterId, TestSeries>,
  verdicts: ReadonlyMap<ParameterId, ParameterVerdict>,
): WaterNow['tests'] {
  const found: Partial<Record<ParameterId, Tested>> = {};
  for (const [parameter, { latest, doubtful, trend, error }] of verdicts) {
    const one = series.get(parameter);
    if (!one || !latest || latest.days < -TOO_OLD_DAYS) continue;
    if (doubtful && doubtful.point.days > latest.days) continue;
    found[parameter] = {
      value: latest.value,
      below: latest.below,
      band: one.band,
      warnAtZero: one.warnAtZero,
      perWeek: trend.kind === 'rising' || trend.kind === 'falling' ? trend.perWeek : null,
      error,
    };
  }
  return found;
}

/** Media and harvests that take a nutrient out, and what the last of them brought. */
function meansOf(
  jobs: readonly JobHere[],
  daysOf: (job: Stored<'job'>) => number[],
  tests: ReadonlyMap<ParameterId, readonly TestedPoint[]>,
): Means[] {
  return jobs.flatMap(({ job, definition, name }) => {
    const { takesOut } = definition;
    if (!takesOut) return [];
    const way = definition.work === 'replace' || definition.work === 'refill' ? 'media' : 'harvest';
    // what one charge brings is told for the parameter it is there for
    return takesOut.map((parameter): Means => ({
      way,
      parameters: [parameter],
      name,
      lastDrop: lastDrop(daysOf(job), tests.get(parameter) ?? []),
    }));
  });
}

function lastDrop(services: readonly number[], points: readonly TestedPoint[]): Means['lastDrop'] {
  const judged = points.filter(isJudged);
  for (const day of [...services].reverse()) {
    const before = judged.findLast((point) => point.days <= day && point.days > day - 14);
    const after = judged.filter(
      (point) => point.days >= day + EFFECT_DAYS.from && point.days <= day + EFFECT_DAYS.to,
    );
    const lowest = after.reduce((least, point) => Math.min(least, point.value), Number.POSITIVE_INFINITY);
    if (before && after.length >= 2) return lowest < before.value ? { from: before.value, to: lowest } : null;
  }
  return null;
}

/** What runs here and takes nutrients out, by name. */
function strippersOf({ snapshot }: Evidence, jobs: readonly JobHere[]): string[] {
  const names = jobs.flatMap(({ job, definition }) => {
    const component = snapshot.content('component', job.content.componentId);
    return definition.takesOut && component?.status === 'running' ? [component.name.toLowerCase()] : [];
  });
  return [...new Set(names)];
}

/** What runs here and brings minerals day by day. */
function deliverersOf({ snapshot }: Evidence, systemId: string): Deliverer[] {
  const ownKinds = ownKindsOf(snapshot);
  return snapshot.all('component').flatMap(({ content }) => {
    const delivers = findKind(content.kindId, ownKinds)?.delivers;
    return delivers && content.status === 'running' && content.systemIds.includes(systemId)
      ? [{ name: content.name, parameters: delivers }]
      : [];
  });
}

/** The person's own solutions, what is dosed of them, and what the tests say is used. */
function dosingOf(
  { snapshot, index }: Evidence,
  { systemId, zone, at }: WaterAsked,
  litres: number | null,
  series: ReadonlyMap<ParameterId, TestSeries>,
  changes: readonly number[],
): {
  solutions: OwnSolution[];
  dosing: Partial<Record<ParameterId, Dosing>>;
  doses: DoseChange[];
} {
  const solutions = snapshot
    .all('solution')
    .filter((one) => one.content.systemId === systemId && !one.content.retired);
  const dosing: Partial<Record<ParameterId, Dosing>> = {};
  const doses: DoseChange[] = [];
  for (const solution of solutions) {
    const { parameter, perMl, name } = solution.content;
    const rates = readingsOfChannels(
      index,
      index.on('channelsOfSystem', systemId).filter((channel) => channel.content.solutionId === solution.id),
      zone,
      at,
    ).map(({ daysAgo, value }) => ({ days: -daysAgo, ml: value }));
    for (const { days, ml } of rates)
      doses.push({ parameter, name, mlPerDay: ml, at: Math.round(at + days * MS_PER_DAY) });
    const [rate, one] = [rates.at(-1), series.get(parameter)];
    if (!rate || litres === null) continue;
    const perDay = (rate.ml * perMl) / litres;
    dosing[parameter] = {
      perDay,
      mlPerDay: rate.ml,
      consumption: one
        ? consumptionOf(one.points, changes, perDay, rate.days, readingError(one.method))
        : null,
    };
  }
  return {
    solutions: solutions.map(({ content: { parameter, name, perMl } }) => ({ parameter, name, perMl })),
    dosing,
    doses: doses.sort((a, b) => a.at - b.at),
  };
}
