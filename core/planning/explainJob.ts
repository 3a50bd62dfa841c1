import { isDueWhenFound, type Found } from '../wear/found.ts';
import { jobAge } from '../rules/age.ts';
import { instantOf, type JobFacts } from '../rules/facts.ts';
import { measures, type CounterId, type MeasureId } from '../quantity/measures.ts';
import type { IntervalRule } from '../catalogue/rule.ts';
import { addDays, daysBetween, dayOf, weekdayOf, type Day, type Instant } from '../time/day.ts';
import type { ParameterId } from '../water/parameters.ts';
import { wearPosterior } from '../wear/wearPosterior.ts';
import { wearQuantile } from '../wear/wearQuantile.ts';
import { wearSurvival } from '../wear/wearSurvival.ts';
import type { LifeRange, WearPriors } from '../wear/wearGrid.ts';
import { chanceDue } from './dueCurve.ts';
import { worksShown, type WorkShown } from '../rules/workShown.ts';
import type { JobPlan } from './planJob.ts';
import { nextVisitAfter, type VisitRhythm } from './visits.ts';

/** Something that was seen or written down, and may have moved a date. */
export type Evidence =
  | { kind: 'look'; found: Found }
  | { kind: 'reading'; measure: MeasureId; value: number }
  | { kind: 'test'; parameter: ParameterId; value: number; below: boolean }
  | { kind: 'event'; what: string }
  | { kind: 'done'; found: Found | null; days: number };

/** How the likely day went at one instant. */
export interface Moved {
  at: Instant;
  evidence: Evidence;
  before: Day | null;
  after: Day | null;
}
/** What one ended cycle taught: the life that was thought usual, before and after it, in days. */
export interface Taught {
  at: Instant;
  evidence: Extract<Evidence, { kind: 'done' }>;
  lifeBeforeDays: number;
  lifeAfterDays: number;
}
export interface ChanceOn {
  when: 'today' | 'weekend' | 'next-visit';
  day: Day;
  /** That it will be due already if it is left until then. */
  chance: number;
}
/** The share of lives used up by an exposure. */
export interface CurvePoint {
  days: number;
  due: number;
}
export interface LearnedLife {
  range: LifeRange;
  learned: readonly CurvePoint[];
  /** What the catalogue alone would say. */
  catalogue: readonly CurvePoint[];
}
/** What would make the date more certain. */
export type KnowMore =
  | { kind: 'when-done' }
  | { kind: 'grade'; graded: number; cycles: number }
  | { kind: 'count'; measure: CounterId }
  | { kind: 'read'; measure: MeasureId }
  | { kind: 'test'; parameter: ParameterId }
  /** What a look today would do to the recommended day, by what it found. */
  | { kind: 'look'; ifLight: Day | null; ifRight: Day | null };

export interface JobExplanation {
  chances: readonly ChanceOn[];
  life: LearnedLife | null;
  taught: readonly Taught[];
  /** What the latest services changed of what is read on the unit, oldest first. */
  works: readonly WorkShown[];
  moved: readonly Moved[];
  knowMore: readonly KnowMore[];
}

export interface ExplainContext {
  facts: JobFacts;
  plan: JobPlan;
  at: Instant;
  visits: VisitRhythm | null;
  priors: WearPriors | undefined;
  /** The plan as it would have been made at an instant, from what was known then. */
  planAsOf: (at: Instant) => JobPlan | null;
  /** The plan if this were true besides. */
  planWith: (facts: JobFacts) => JobPlan;
}

/** How many of the latest cycles and movements are told. */
const TOLD = 8;
const CURVE_POINTS = 48;
/** Graded cycles from which one more changes little. */
const GRADED_ENOUGH = 3;

/** What a person would ask of a date: why it lies there, what moved it, what waiting costs, how to know more. */
export function explainJob(context: ExplainContext): JobExplanation {
  return {
    chances: chancesOf(context),
    life: lifeOf(context),
    taught: taughtBy(context),
    works: worksOf(context),
    moved: movedBy(context),
    knowMore: howToKnowMore(context),
  };
}

function chancesOf({ plan, visits }: ExplainContext): ChanceOn[] {
  const { due, today } = plan;
  if (!due) return [];
  const chance = chanceDue(due);
  const saturday = addDays(today, Math.max(0, 6 - weekdayOf(today)));
  const visit = nextVisitAfter(visits, today);
  const weekend = saturday === visit ? null : saturday;
  const asked: [ChanceOn['when'], Day | null][] = [
    ['today', today],
    ['weekend', weekend],
    ['next-visit', visit],
  ];
  return asked
    .flatMap(([when, day]) => {
      if (day === null || (when !== 'today' && day === today)) return [];
      return [{ when, day, chance: chance(daysBetween(today, day)) }];
    })
    .sort((a, b) => daysBetween(b.day, a.day));
}

const wearRule = (facts: JobFacts): IntervalRule<'wear'> | undefined =>
  facts.definition.rules.find((rule) => rule.kind === 'wear');

function lifeOf({ plan }: ExplainContext): LearnedLife | null {
  const { wear } = plan;
  if (!wear) return null;
  const learned = wear.grid;
  const catalogue = wearPosterior(wear.range, []);
  const from = Math.min(wearQuantile(learned, 0.02), wearQuantile(catalogue, 0.02));
  const to = Math.max(wearQuantile(learned, 0.97), wearQuantile(catalogue, 0.97));
  const points = (curve: (days: number) => number): CurvePoint[] =>
    Array.from({ length: CURVE_POINTS }, (_, k) => {
      const days = from * (to / from) ** (k / (CURVE_POINTS - 1));
      return { days, due: 1 - curve(days) };
    });
  return {
    range: wear.range,
    // a life at its usual rate, so that both stand on one scale of days
    learned: points((days) => wearSurvival(learned, days)),
    catalogue: points((days) => wearSurvival(catalogue, days)),
  };
}

function taughtBy({ facts, plan, priors }: ExplainContext): Taught[] {
  const { wear } = plan;
  if (!wear) return [];
  const { cycles } = jobAge(facts);
  const { range, cycles: counted } = wear.history;
  const lifeAfter = (count: number) =>
    wearQuantile(wearPosterior(range, counted.slice(0, count), priors), 0.5);
  const first = Math.max(0, cycles.length - TOLD);
  let before = lifeAfter(first);
  return cycles.slice(first).map((cycle, k): Taught => {
    const after = lifeAfter(first + k + 1);
    const taught = {
      at: cycle.until,
      evidence: { kind: 'done' as const, found: cycle.found, days: cycle.exposure },
      lifeBeforeDays: before,
      lifeAfterDays: after,
    };
    before = after;
    return taught;
  });
}

function worksOf({ facts }: ExplainContext): WorkShown[] {
  const services = facts.services.map((service) => instantOf(service.done));
  return facts.definition.rules
    .flatMap((rule) =>
      rule.kind === 'condition' ? worksShown(facts.unitReadings, services, rule.measure) : [],
    )
    .sort((a, b) => a.doneAt - b.doneAt)
    .slice(-TOLD);
}

/** Replays what was seen since the last service: the likely day as it stood after each. */
function movedBy({ facts, plan, planAsOf }: ExplainContext): Moved[] {
  const last = facts.services.at(-1);
  if (!last) return [];
  const since = instantOf(last.done);
  const seen = evidenceSince(facts, since).slice(-TOLD * 2);
  let before = planAsOf(since)?.likely ?? null;
  const moved: Moved[] = [];
  for (const { at, evidence } of seen) {
    const after = planAsOf(at)?.likely ?? null;
    if (after !== before && (after === null || before === null || daysBetween(before, after) !== 0))
      moved.push({ at, evidence, before, after });
    before = after;
  }
  return plan.likely === null ? [] : moved.slice(-TOLD);
}

function evidenceSince(facts: JobFacts, since: Instant): { at: Instant; evidence: Evidence }[] {
  const { rules, countedBy } = facts.definition;
  const read = new Set<MeasureId>([
    ...rules.flatMap((rule) =>
      rule.kind === 'condition' ? [rule.measure] : rule.kind === 'depletion' ? [rule.store] : [],
    ),
    ...(countedBy ? [countedBy] : []),
  ]);
  const tested = new Set(rules.flatMap((rule) => (rule.kind === 'water-test' ? [rule.parameter] : [])));
  const hoursCount = rules.some((rule) => rule.kind === 'usage');
  return [
    ...facts.looks.map(({ at, found }) => ({ at, evidence: { kind: 'look' as const, found } })),
    ...facts.unitReadings
      .filter((one) => read.has(one.measure))
      .map(({ at, measure, value }) => ({ at, evidence: { kind: 'reading' as const, measure, value } })),
    ...(hoursCount
      ? facts.meter.map(({ at, hours }) => ({
          at,
          evidence: { kind: 'reading' as const, measure: 'hours' as const, value: hours },
        }))
      : []),
    ...(facts.counter && measures[facts.counter.measure].counts === 'rate'
      ? facts.counter.readings.map(({ at, value }) => ({
          at,
          evidence: { kind: 'reading' as const, measure: facts.counter?.measure ?? 'feed', value },
        }))
      : []),
    ...facts.water
      .filter((series) => tested.has(series.parameter))
      .flatMap((series) =>
        series.points.map(({ at, value, below }) => ({
          at,
          evidence: { kind: 'test' as const, parameter: series.parameter, value, below },
        })),
      ),
    ...facts.lifeEnds.map(({ at, what }) => ({ at, evidence: { kind: 'event' as const, what } })),
  ]
    .filter((one) => one.at > since)
    .sort((a, b) => a.at - b.at);
}

function howToKnowMore({ facts, plan, at, planWith }: ExplainContext): KnowMore[] {
  const more: KnowMore[] = [];
  const { rules, countedBy, foundScale } = facts.definition;
  if (plan.lastDone?.kind !== 'exact') more.push({ kind: 'when-done' });
  const cycles = Math.max(0, facts.services.length - 1);
  if (wearRule(facts) && foundScale !== 'none' && plan.graded < GRADED_ENOUGH)
    more.push({ kind: 'grade', graded: plan.graded, cycles });
  if (wearRule(facts) && countedBy && facts.counter === null)
    more.push({ kind: 'count', measure: countedBy });
  for (const rule of rules) {
    if (rule.kind === 'condition' && !facts.unitReadings.some((one) => one.measure === rule.measure))
      more.push({ kind: 'read', measure: rule.measure });
    if (rule.kind === 'water-test' && !testedSince(facts, rule.parameter))
      more.push({ kind: 'test', parameter: rule.parameter });
  }
  const lookable = foundScale !== 'none' && plan.lastDone !== null && plan.state !== 'paused';
  if (lookable && !(plan.look && isDueWhenFound(plan.look.found))) {
    const ifFound = (found: Found): Day | null =>
      planWith({ ...facts, looks: [...facts.looks, { at, found }] }).jobDay;
    const look = { kind: 'look' as const, ifLight: ifFound('light'), ifRight: ifFound('right') };
    // whatever it finds, the same day: then it tells nothing
    if (look.ifLight !== look.ifRight) more.push(look);
  }
  return more;
}

function testedSince(facts: JobFacts, parameter: ParameterId): boolean {
  const last = facts.services.at(-1);
  const since = last ? instantOf(last.done) : Number.NEGATIVE_INFINITY;
  return facts.water.some(
    (series) => series.parameter === parameter && series.points.some((point) => point.at > since),
  );
}

/** The local day of an instant, for what is told of it. */
export const dayTold = (at: Instant, facts: JobFacts): Day => dayOf(at, facts.zone);
