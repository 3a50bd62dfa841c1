import { sentenceFor } from '../../core/explain/sentence.ts';
import type { DateStyle } from '../../core/explain/words.ts';
import { sayReason } from '../../core/explain/ruleReason.ts';
import type { DueCurve } from '../../core/planning/dueCurve.ts';
import type { JobPlan } from '../../core/planning/planJob.ts';
import type { State } from '../../core/planning/states.ts';
import type { RuleKind } from '../../core/catalogue/rule.ts';
import { dayOf, type Day, type Instant } from '../../core/time/day.ts';
import type { Band, ParameterId } from '../../core/water/parameters.ts';
import { standingOf, type WaterStanding } from '../../core/water/standing.ts';
import type { ParameterVerdict } from '../../core/water/verdict.ts';
import type { WaterSeries } from '../../core/rules/facts.ts';
import type { PlantStore } from '../../core/planning/round/plant.ts';
import type { MayStand } from '../round/mayStand.ts';
import type { SystemDanger } from '../water/systemDangers.ts';
import type { AssembledJob } from '../../model/facts/jobFacts.ts';

/** One job of a plan, exactly as the command line prints it. Days are local days at the site. */
export interface PlanEntry {
  jobId: string;
  target: string;
  action: string;
  lastDone: Day | null;
  earliest: Day | null;
  likely: Day | null;
  latest: Day | null;
  recommended: Day | null;
  chanceDueNow: number | null;
  state: State;
  governs: { rule: RuleKind; chance: number } | null;
  runnerUp: { rule: RuleKind; chance: number } | null;
  sentence: string;
}

/** What a screen needs beside it: where it stands, how to draw it, what each rule says. */
export interface PlanRow extends PlanEntry {
  siteId: string;
  systemIds: readonly string[];
  componentId: string | null;
  thing: string;
  systemName: string;
  work: string;
  consequence: string;
  minutes: number;
  foundScale: string;
  foundWords: readonly string[];
  lastDoneSpan: { from: Day; to: Day } | null;
  quarter: Day | null;
  threeQuarters: Day | null;
  jobDay: Day | null;
  costRatio: number;
  graded: number;
  nextVisit: Day | null;
  today: Day;
  skips: number;
  intervalDays: number | null;
  /** The one curve of its date, for whatever asks the chance of being due by a day; null where nothing speaks. */
  due: DueCurve | null;
  /** A whole life from a fresh start, days. */
  life: JobPlan['life'];
  restSince: Day | null;
  heldUntil: Day | null;
  ticks: readonly { day: Day; kind: 'look' | 'event' }[];
  rules: readonly {
    kind: RuleKind;
    chance: number;
    sentence: string;
    earliest: Day | null;
    quarter: Day | null;
    likely: Day | null;
    threeQuarters: Day | null;
    latest: Day | null;
  }[];
}
/** A parameter whose last test lies out of its band. */
export interface OutOfBand {
  systemId: string;
  systemName: string;
  parameter: ParameterId;
  verdict: 'above' | 'below' | 'stripped';
  value: number;
  below: boolean;
  band: Band | null;
  day: Day;
}
/** The last accepted reading of the water that comes into a system. */
export interface IncomingWater {
  systemId: string;
  parameter: ParameterId;
  value: number;
  day: Day;
}
export interface Plan {
  at: string;
  jobs: PlanRow[];
  outOfBand: OutOfBand[];
  incoming: IncomingWater[];
  /** What in a water kills, whatever its programme, or none. */
  dangers: SystemDanger[];
  /** How far the tests of each water allow anything to be said of it. */
  waters: WaterTested[];
  /** Jobs that cannot be planned as they are written, and why: mended, they come back. */
  broken: BrokenJob[];
  /** New water that stands ready. */
  stores: PlantStore[];
}
export interface BrokenJob {
  jobId: string;
  /** "Stream pump, scrub" */
  what: string;
  why: string;
}
export interface WaterTested extends WaterStanding {
  systemId: string;
  systemName: string;
  /** null: never tested. */
  lastDay: Day | null;
  /** How long it may stand without flow, heat and a broken surface, min. */
  mayStand: MayStand;
}
/** What a plan says of the water, beside its jobs. */
export type PlanBeside = Omit<Plan, 'at' | 'jobs'>;
export const nothingBeside: PlanBeside = {
  outOfBand: [],
  incoming: [],
  dangers: [],
  waters: [],
  stores: [],
  broken: [],
};

/** The tests of a system, as its jobs see them, in its site's zone. */
export interface SystemSeries {
  zone: string;
  series: readonly WaterSeries[];
  /** Each of them with its verdict, judged once for all that is said of it. */
  judged: readonly { one: WaterSeries; verdict: ParameterVerdict }[];
}

/** The last accepted reading of each incoming water. */
export function incomingWaterOf(systems: readonly SystemSeries[]): IncomingWater[] {
  return inOrder(
    systems.flatMap(({ zone, series }) =>
      series.flatMap(({ systemId, systemName, parameter, incoming }) =>
        incoming
          ? [{ systemId, systemName, parameter, value: incoming.value, day: dayOf(incoming.at, zone) }]
          : [],
      ),
    ),
  ).map(({ systemId, parameter, value, day }) => ({ systemId, parameter, value, day }));
}

/** Each water by what its tests allow. */
export const watersTested = (
  systems: readonly (SystemSeries & { systemId: string; systemName: string; mayStand: MayStand })[],
): WaterTested[] =>
  systems.map(({ systemId, systemName, zone, judged, mayStand }) => {
    const last = Math.max(...judged.flatMap(({ one }) => one.points.map(({ at }) => at)));
    return {
      ...{ systemId, systemName, mayStand, ...standingOf(judged.map((each) => each.verdict)) },
      lastDay: Number.isFinite(last) ? dayOf(last, zone) : null,
    };
  });

/** Each system's parameters by their last test, those out of band only. */
export function outOfBandOf(systems: readonly SystemSeries[]): OutOfBand[] {
  return inOrder(
    systems.flatMap(({ zone, judged }) =>
      judged.flatMap(({ one, verdict: { verdict, latest } }): OutOfBand[] => {
        const { systemId, systemName, parameter, band } = one;
        const last = latest && one.points.find((point) => point === latest);
        if (!last || (verdict !== 'above' && verdict !== 'below' && verdict !== 'stripped')) return [];
        const { value, below } = last;
        return [{ systemId, systemName, parameter, verdict, value, below, band, day: dayOf(last.at, zone) }];
      }),
    ),
  );
}

const inOrder = <T extends { systemId: string; systemName: string; parameter: ParameterId }>(
  list: T[],
): T[] =>
  list.sort(
    (a, b) =>
      a.systemName.localeCompare(b.systemName) ||
      a.systemId.localeCompare(b.systemId) ||
      a.parameter.localeCompare(b.parameter),
  );

const rounded = (chance: number): number => Math.round(chance * 10_000) / 10_000;
const share = (one: JobPlan['governs']) => one && { rule: one.rule, chance: rounded(one.chance) };

/** A job's plan as screens and the command line show it. */
export function rowOf({ facts, place }: AssembledJob, plan: JobPlan, style: DateStyle): PlanRow {
  const { definition, zone } = facts;
  const day = (at: Instant): Day => dayOf(at, zone);
  const last = plan.lastDone;
  const since = last === null ? Number.NEGATIVE_INFINITY : last.kind === 'exact' ? last.at : last.from;
  return {
    jobId: facts.jobId,
    target: place.thing === place.systemName ? place.thing : `${place.thing}, ${place.systemName}`,
    action: definition.action,
    lastDone: last?.kind === 'exact' ? day(last.at) : null,
    earliest: plan.earliest,
    likely: plan.likely,
    latest: plan.latest,
    recommended: plan.recommended,
    chanceDueNow: plan.chanceDueNow === null ? null : rounded(plan.chanceDueNow),
    state: plan.state,
    governs: share(plan.governs),
    runnerUp: share(plan.runnerUp),
    sentence: sentenceFor(plan, facts, style),
    siteId: place.siteId,
    systemIds: place.systemIds,
    componentId: place.component?.id ?? null,
    thing: place.thing,
    systemName: place.systemName,
    work: definition.work,
    consequence: definition.consequence,
    minutes: definition.minutes,
    foundScale: definition.foundScale,
    foundWords: definition.foundWords,
    lastDoneSpan: last?.kind === 'rough' ? { from: day(last.from), to: day(last.to) } : null,
    quarter: plan.quarter,
    threeQuarters: plan.threeQuarters,
    jobDay: plan.jobDay,
    costRatio: plan.costRatio,
    graded: plan.graded,
    nextVisit: plan.nextVisit,
    today: plan.today,
    skips: facts.skips,
    intervalDays: plan.intervalDays,
    due: plan.due,
    life: plan.life,
    heldUntil: facts.held === null ? null : day(facts.held.until),
    restSince: facts.statusSince === null ? null : day(facts.statusSince),
    ticks: [
      ...facts.looks
        .filter((look) => look.at > since)
        .map((look) => ({ day: day(look.at), kind: 'look' as const })),
      ...facts.lifeEnds
        .filter((end) => end.at > since)
        .map((end) => ({ day: day(end.at), kind: 'event' as const })),
    ],
    rules: plan.rules.map((rule) => ({
      kind: rule.kind,
      chance: rounded(rule.chance),
      earliest: rule.earliest,
      quarter: rule.quarter,
      likely: rule.likely,
      threeQuarters: rule.threeQuarters,
      latest: rule.latest,
      sentence: sayReason(rule.reason, { ageDays: plan.ageDays, today: plan.today, zone, style }),
    })),
  };
}
