import { addDays, dayOf, endOfDay, MS_PER_DAY, type Day, type Instant } from '../time/day.ts';
import { isDueWhenFound } from '../wear/found.ts';
import { beginningOf, combine, daysUntilDue, whoGoverns } from '../rules/combine.ts';
import { FARTHEST_DAYS } from '../rules/farthest.ts';
import { evaluate } from '../rules/evaluate.ts';
import type { OtherJob, RuleCurve, RuleReason } from '../rules/evaluation.ts';
import { instantOf, type Done, type JobFacts, type LookFact } from '../rules/facts.ts';
import { jobAge, plainAge, possibleAges, weighed, type JobAge, type PossibleAge } from '../rules/age.ts';
import type { RuleKind } from '../catalogue/rule.ts';
import { wearEvidenceOf, type WearEvidence } from '../rules/wearEvidence.ts';
import type { WearPriors } from '../wear/wearGrid.ts';
import { chanceDue, dayOfShare, dueCurveOf, type DueCurve } from './dueCurve.ts';
import type { CostRatios } from './lateness.ts';
import { lastLook, recommend } from './recommend.ts';
import { COMING_UP_DAYS, IN_WINDOW_CHANCE, type State } from './states.ts';
import { nextVisitAfter, visitDays, type VisitRhythm } from './visits.ts';

export interface PlanContext {
  at: Instant;
  costRatios: CostRatios;
  visits: VisitRhythm | null;
  other: (jobId: string) => OtherJob | null;
  /** What all jobs and like parts teach; undefined: the house's priors. */
  priors?: WearPriors | undefined;
}

/** A date for one job: its window, the recommended day, the state, and the reasons as data. */
export interface JobPlan {
  jobId: string;
  state: State;
  lastDone: Done | null;
  ageDays: number | null;
  earliest: Day | null;
  likely: Day | null;
  latest: Day | null;
  /** For look-first: the look's day. */
  recommended: Day | null;
  /** Quarter points of the window, for drawing. */
  quarter: Day | null;
  threeQuarters: Day | null;
  /** The recommended day of the job itself where a look comes first. */
  jobDay: Day | null;
  chanceDueNow: number | null;
  costRatio: number;
  governs: { rule: RuleKind; chance: number } | null;
  runnerUp: { rule: RuleKind; chance: number } | null;
  /** The rule most likely to come first: it gives the sentence. */
  governing: RulePlan | null;
  second: RulePlan | null;
  rules: readonly RulePlan[];
  look: LookFact | null;
  graded: number;
  nextVisit: Day | null;
  today: Day;
  intervalDays: number | null;
  /** A whole life from a fresh start, days: a tenth, half, nine tenths due; null where nothing wears by age. */
  life: { earliest: number; likely: number; latest: number } | null;
  /** The one curve of its date; null where nothing speaks. */
  due: DueCurve | null;
  /** What its records say of its wear; null: it has no such rule. */
  wear: WearEvidence | null;
}
export interface RulePlan {
  kind: RuleKind;
  reason: RuleReason;
  chance: number;
  earliest: Day | null;
  quarter: Day | null;
  likely: Day | null;
  threeQuarters: Day | null;
  latest: Day | null;
}

/**
 * Plans one job at an instant. Pure: the clock, the zone and every fact are arguments. One way without returns:
 * evidence, age, curves, joint curve, window, recommended day, state; each stage is a value that the next one takes.
 */
export function planJob(facts: JobFacts, context: PlanContext): JobPlan {
  const today = dayOf(context.at, facts.zone);
  const age = jobAge(facts);
  const base = emptyPlan(facts, context, today, age);
  if (facts.status === 'off') return { ...base, state: 'left-off' };
  if (facts.status === 'paused') return { ...base, state: 'paused' };

  const { told, wear, ageDays } = curvesOf(facts, context, age);
  if (told.length === 0 && facts.definition.rules.every((rule) => speaksWhenCalled.has(rule.kind)))
    return base;
  const lookable = facts.definition.foundScale !== 'none';
  if (told.length === 0) {
    // where a look shows nothing, nothing but doing it sets its date
    const state = lookable ? 'look-first' : 'time-to-do';
    return { ...base, state, recommended: firstChance(context, today) };
  }

  const stand = standOf(facts, context, age, told);
  const { curves, ages, oldest } = stand;
  const look = lastLook(facts.looks, age.last ? instantOf(age.last) : null);
  const dueLook = look && isDueWhenFound(look.found) ? (look.at - context.at) / MS_PER_DAY : null;
  const notDueLook = look && dueLook === null ? (look.at - context.at) / MS_PER_DAY : null;

  const joint = dueLook === null ? combine(curves, ages) : (days: number) => (days < dueLook - 1e-9 ? 1 : 0);
  const toDay = (inDays: number | null): Day | null =>
    inDays === null ? null : dayOf(context.at + inDays * MS_PER_DAY, facts.zone);
  // days of the curve count from the end of today, whenever today it was asked for
  const shift = (endOfDay(today, facts.zone) - context.at) / MS_PER_DAY;
  const due = dueCurveOf(joint, oldest, shift);
  const inDays = (share: Parameters<typeof dayOfShare>[1]): number | null => {
    const days = dayOfShare(due, share);
    return days === null ? null : days + shift;
  };
  const chanceDueNow = chanceDue(due)(-shift);

  const { costRatio } = base;
  const graded = gradedOf(told);
  const advised =
    dueLook === null
      ? recommend({
          ...{ curves, ages, wear, ageDays, costRatio },
          graded,
          lookedInDays: notDueLook,
          lateness: facts.definition.lateness,
          likelyInDays: inDays(0.5) ?? FARTHEST_DAYS,
          latestInDays: inDays(0.9) ?? FARTHEST_DAYS,
        })
      : { inDays: dueLook, lookInDays: null };

  const governing = whoGoverns(curves, ages);
  const chances = new Map(curves.map((curve, i) => [curve, governing[i] ?? 0]));
  const ranked = [...curves].sort((a, b) => (chances.get(b) ?? 0) - (chances.get(a) ?? 0));
  const exact = age.last?.kind === 'exact';
  // what was seen in the water or on a meter makes a date, however old the part is
  const byAge = ranked[0]?.ofLife !== null;
  // one look sets the date of what nobody knows: it is not asked for again at every visit
  const unsure = !exact && byAge && lookable && dueLook === null && notDueLook === null;
  const lookDay = unsure
    ? lookWhenUnsure(age, advised.inDays, ahead, context, today)
    : advised.lookInDays === null || !lookable
      ? null
      : ahead(Math.max(0, advised.lookInDays));
  const jobDay =
    age.last === null && byAge
      ? dayOfUnknown(facts, ahead(advised.inDays), context, today)
      : ahead(advised.inDays);
  const days = {
    earliest: toDay(inDays(0.1)),
    quarter: toDay(inDays(0.25)),
    likely: toDay(inDays(0.5)),
    threeQuarters: toDay(inDays(0.75)),
    latest: dueLook === null ? toDay(inDays(0.9)) : ahead(dueLook + 0.2 * (stand.lifeDays(0.5) ?? 1)),
  };
  const state = stateOf({
    held: facts.held !== null,
    lookDay,
    jobDay,
    latest: days.latest,
    chanceDueNow,
    today,
    horizon: laterOf(base.nextVisit ?? today, addDays(today, COMING_UP_DAYS)),
    unsure,
  });
  // one rule alone says what all of them say together
  const rules = told.map((one): RulePlan => ({
    kind: one.kind,
    reason: one.reason,
    chance: chances.get(one) ?? 0,
    ...(told.length === 1 ? days : daysOfRule(one, ages, oldest, ahead)),
  }));
  const ruleOf = (curve: RuleCurve | undefined): RulePlan | null =>
    curve ? (rules[told.indexOf(curve)] ?? null) : null;
  const [first, second] = [ruleOf(ranked[0]), ruleOf(ranked[1])];
  return {
    ...base,
    ...days,
    state,
    ageDays,
    chanceDueNow,
    due,
    wear,
    costRatio,
    graded,
    look,
    recommended: state === 'look-first' ? lookDay : jobDay,
    jobDay,
    governs: share(first),
    runnerUp: share(second),
    governing: first,
    second,
    intervalDays: intervalOf(stand.lifeDays(1 / costRatio)),
    life: lifeOf(stand.lifeDays),
    rules,
  };

  function ahead(inDaysFromNow: number): Day | null {
    return inDaysFromNow >= FARTHEST_DAYS ? null : toDay(inDaysFromNow);
  }
}

/** Every rule that speaks, the evidence on its wear, and its exposure now where the last time is known exactly. */
function curvesOf(
  facts: JobFacts,
  context: PlanContext,
  age: JobAge,
): { told: RuleCurve[]; wear: WearEvidence | null; ageDays: number | null } {
  const ageDays =
    age.last?.kind === 'exact'
      ? (possibleAges(age, context.at, facts.rests, () => 1)[0]?.days ?? null)
      : null;
  const wear = wearEvidenceOf(facts, age, context.at, ageDays, context.priors);
  const told = facts.definition.rules.flatMap((rule) => {
    const curve = evaluate(rule, { facts, age, at: context.at, ageDays, wear, other: context.other });
    return curve ? [curve] : [];
  });
  return { told, wear, ageDays };
}

/** The curves that count, and the ages the part may have by them and by what was seen of it. */
interface Stand {
  curves: readonly RuleCurve[];
  ages: readonly PossibleAge[];
  /** How many days back it may have fallen due. */
  oldest: number;
  /** Of a fresh life, days by which a share is due; null: nothing wears by age. */
  lifeDays: (share: number) => number | null;
}
function standOf(facts: JobFacts, context: PlanContext, age: JobAge, told: readonly RuleCurve[]): Stand {
  const held = new Set(told.flatMap((curve) => curve.holds ?? []));
  const curves = told.filter((curve) => !held.has(curve.kind));
  const ofLife = curves.filter((curve) => curve.ofLife !== null);
  const freshLife = (x: number): number =>
    ofLife.reduce((product, curve) => product * (curve.ofLife?.(x) ?? 1), 1);
  const known =
    age.last === null && ofLife.length === 0
      ? [plainAge(0)]
      : possibleAges(age, context.at, facts.rests, freshLife);
  const ages = weighed(known, (one) => curves.reduce((seen, curve) => seen * (curve.seen?.(one) ?? 1), 1));
  const fresh = combine(
    ofLife.map(({ ofLife: survives, cause }) => ({
      notDue: (days: number) => survives?.(days) ?? 1,
      ...(cause ? { cause } : {}),
    })),
    [plainAge(0)],
  );
  return {
    curves,
    ages,
    oldest: beginningOf(ages),
    lifeDays: (chance) => (ofLife.length === 0 ? null : daysUntilDue(fresh, chance, 0)),
  };
}

const gradedOf = (told: readonly RuleCurve[]): number =>
  told.reduce((count, one) => count + (one.reason.kind === 'wear' ? one.reason.graded : 0), 0);

const intervalOf = (days: number | null): number | null => (days === null ? null : Math.max(0.5, days));
function lifeOf(lifeDays: (chance: number) => number | null): JobPlan['life'] {
  const [earliest, likely, latest] = [lifeDays(0.1), lifeDays(0.5), lifeDays(0.9)];
  return earliest === null || likely === null || latest === null ? null : { earliest, likely, latest };
}
const share = (one: RulePlan | null) => one && { rule: one.kind, chance: one.chance };

/** Rules that are silent until something calls: such a job without a call has no date, and that is no lack. */
const speaksWhenCalled: ReadonlySet<RuleKind> = new Set<RuleKind>([
  'after-event',
  'water-test',
  'condition',
  'season',
]);

function emptyPlan(facts: JobFacts, context: PlanContext, today: Day, age: JobAge): JobPlan {
  return {
    jobId: facts.jobId,
    state: 'far-off',
    lastDone: age.last,
    ageDays: null,
    earliest: null,
    quarter: null,
    likely: null,
    threeQuarters: null,
    latest: null,
    recommended: null,
    jobDay: null,
    chanceDueNow: null,
    costRatio: facts.definition.costRatio ?? context.costRatios[facts.definition.consequence],
    governs: null,
    runnerUp: null,
    governing: null,
    second: null,
    rules: [],
    look: null,
    graded: 0,
    nextVisit: nextVisitAfter(context.visits, today),
    today,
    intervalDays: null,
    life: null,
    due: null,
    wear: null,
  };
}

/** Today if somebody is there today, else the next visit, else today. */
function firstChance(context: PlanContext, today: Day): Day {
  return visitDays(context.visits, today, 1)[0] ?? today;
}

/**
 * Nobody knows its age, so no day before the first chance is advice. What is inspected or tested is done then, and the
 * count starts; what would be thrown away, or can be looked at, waits for its chance.
 */
function dayOfUnknown(
  { definition }: JobFacts,
  advised: Day | null,
  context: PlanContext,
  today: Day,
): Day | null {
  const first = firstChance(context, today);
  const isCheap = definition.foundScale === 'none' && definition.work !== 'replace';
  return isCheap || (advised !== null && advised < first) ? first : advised;
}

function lookWhenUnsure(
  age: JobAge,
  inDays: number,
  ahead: (inDays: number) => Day | null,
  context: PlanContext,
  today: Day,
): Day | null {
  if (age.last === null) return firstChance(context, today);
  return ahead(Math.max(0, inDays));
}

/** The window of one rule alone. */
function daysOfRule(
  curve: RuleCurve,
  ages: readonly PossibleAge[],
  oldest: number,
  ahead: (inDays: number) => Day | null,
): Pick<RulePlan, 'earliest' | 'quarter' | 'likely' | 'threeQuarters' | 'latest'> {
  const alone = combine([curve], ages);
  const day = (share: number) => ahead(daysUntilDue(alone, share, oldest));
  return {
    earliest: day(0.1),
    quarter: day(0.25),
    likely: day(0.5),
    threeQuarters: day(0.75),
    latest: day(0.9),
  };
}

interface StateFacts {
  held: boolean;
  unsure: boolean;
  lookDay: Day | null;
  jobDay: Day | null;
  latest: Day | null;
  chanceDueNow: number;
  today: Day;
  horizon: Day;
}

function stateOf(facts: StateFacts): State {
  const { today, jobDay, lookDay } = facts;
  if (facts.held) return 'held';
  if (facts.unsure) return 'look-first';
  if (facts.latest !== null && facts.latest < today) return 'past-window';
  if (lookDay !== null && (jobDay === null || today < jobDay)) return 'look-first';
  if (facts.chanceDueNow >= IN_WINDOW_CHANCE) return 'in-window';
  if (jobDay === null) return 'far-off';
  if (jobDay <= today) return 'time-to-do';
  return jobDay <= facts.horizon ? 'coming-up' : 'far-off';
}

const laterOf = (a: Day, b: Day): Day => (a > b ? a : b);
