import { addDays, dayOf, MS_PER_DAY, type Day, type Instant } from '../time/day.ts';
import { instantAfterRunning } from '../time/runningClock.ts';
import { isDueWhenFound } from '../wear/found.ts';
import {
  beginningOf,
  combine,
  daysUntilDue,
  FARTHEST_DAYS,
  givenNotDueAt,
  whoGoverns,
  type Curve,
} from '../rules/combine.ts';
import { evaluate } from '../rules/evaluate.ts';
import type { OtherJob, RuleCurve, RuleReason } from '../rules/evaluation.ts';
import { instantOf, type Done, type JobFacts, type LookFact } from '../rules/facts.ts';
import { jobAge, possibleAges, type JobAge, type PossibleAge } from '../rules/age.ts';
import type { RuleKind } from '../rules/rule.ts';
import type { WearPriors } from '../wear/wearGrid.ts';
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
  /** The chance that it is not yet due, by days from now; null where nothing speaks. */
  notDueAfter: Curve | null;
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

/** Plans one job at an instant. Pure: the clock, the zone and every fact are arguments. */
export function planJob(facts: JobFacts, context: PlanContext): JobPlan {
  const today = dayOf(context.at, facts.zone);
  const age = jobAge(facts);
  const base = emptyPlan(facts, context, today, age);
  if (facts.status === 'off') return { ...base, state: 'left-off' };
  if (facts.status === 'paused') return { ...base, state: 'paused' };

  const curves = curvesOf(facts, context, age);
  if (curves.length === 0 && facts.definition.rules.every((rule) => speaksWhenCalled.has(rule.kind)))
    return base;
  if (curves.length === 0) return { ...base, state: 'look-first', recommended: firstChance(context, today) };

  const ofLife = curves.filter((curve) => curve.clock === 'since-last-done');
  const ages =
    age.last === null && ofLife.length === 0
      ? [{ days: 0, weight: 1 }]
      : possibleAges(age, context.at, facts.rests, (x) =>
          ofLife.reduce((product, curve) => product * curve.survives(x), 1),
        );
  const lifeDays = (chance: number) =>
    ofLife.length === 0 ? null : daysUntilDue(combine(ofLife, [{ days: 0, weight: 1 }]), chance, 0);
  const oldest = beginningOf(ages);
  const look = lastLook(facts.looks, age.last ? instantOf(age.last) : null);
  const lookInDays = look ? (look.at - context.at) / MS_PER_DAY : null;
  const notDueLook = look && !isDueWhenFound(look.found) ? lookInDays : null;
  const dueLook = look && isDueWhenFound(look.found) ? lookInDays : null;

  const curve = withLook(combine(curves, ages), notDueLook, dueLook);
  const at = (share: number) => daysUntilDue(curve, share, oldest);
  const window = {
    earliest: at(0.1),
    quarter: at(0.25),
    likely: at(0.5),
    threeQuarters: at(0.75),
    latest: at(0.9),
  };
  const exact = age.last?.kind === 'exact';
  const ageDays = exact ? (ages[0]?.days ?? null) : null;
  const toDay = dayConverter(facts, context, age, ageDays);
  const chanceDueNow = Math.min(1, Math.max(0, 1 - curve(0)));

  const { costRatio } = base;
  const { inDays, lookInDays: proposedLook } =
    dueLook === null
      ? recommend({
          curves,
          ages,
          lookedInDays: notDueLook,
          lateness: facts.definition.lateness,
          costRatio,
          likelyInDays: window.likely,
          latestInDays: window.latest,
        })
      : { inDays: dueLook, lookInDays: null };

  const governing = whoGoverns(curves, ages);
  const ranked = curves
    .map((one, i) => ({ rule: one.kind, chance: governing[i] ?? 0, index: i }))
    .sort((a, b) => b.chance - a.chance);
  const graded = curves.reduce(
    (count, one) => count + (one.reason.kind === 'wear' ? one.reason.graded : 0),
    0,
  );

  const lookable = facts.definition.foundScale !== 'none';
  // what was seen in the water or on a meter makes a date, however old the part is
  const byAge = curves[ranked[0]?.index ?? 0]?.clock === 'since-last-done';
  const roughOrUnknown =
    !exact && byAge && lookable && dueLook === null && !(notDueLook !== null && age.last);
  const lookDay = roughOrUnknown
    ? lookWhenUnsure(age, inDays, toDay, context, today)
    : proposedLook === null
      ? null
      : toDay(Math.max(0, proposedLook));
  // a job nobody can look at and whose age nobody knows: do it at the next chance, and the count starts
  const jobDay = byAge && !lookable && age.last === null ? firstChance(context, today) : toDay(inDays);
  const days = {
    earliest: toDay(window.earliest),
    quarter: toDay(window.quarter),
    likely: toDay(window.likely),
    threeQuarters: toDay(window.threeQuarters),
    latest: dueLook === null ? toDay(window.latest) : toDay(dueLook + 0.2 * (lifeDays(0.5) ?? 1)),
  };
  const state = stateOf({
    held: facts.held !== null,
    lookDay,
    jobDay,
    latest: days.latest,
    chanceDueNow,
    today,
    horizon: laterOf(base.nextVisit ?? today, addDays(today, COMING_UP_DAYS)),
    unsure: roughOrUnknown,
  });
  // one rule alone says what all of them say together
  const rules =
    curves.length === 1
      ? curves.map((one) => ({ kind: one.kind, reason: one.reason, chance: 1, ...days }))
      : curves.map((one, i) => rulePlan(one, governing[i] ?? 0, ages, notDueLook, toDay));
  return {
    ...base,
    ...days,
    state,
    ageDays,
    chanceDueNow,
    notDueAfter: curve,
    costRatio,
    graded,
    look,
    recommended: state === 'look-first' ? lookDay : jobDay,
    jobDay,
    governs: share(ranked[0]),
    runnerUp: share(ranked[1]),
    governing: rules[ranked[0]?.index ?? 0] ?? null,
    second: ranked[1] ? (rules[ranked[1].index] ?? null) : null,
    intervalDays: intervalOf(lifeDays(1 / costRatio)),
    life: lifeOf(lifeDays),
    rules,
  };
}

const intervalOf = (days: number | null): number | null => (days === null ? null : Math.max(0.5, days));
function lifeOf(lifeDays: (chance: number) => number | null): JobPlan['life'] {
  const [earliest, likely, latest] = [lifeDays(0.1), lifeDays(0.5), lifeDays(0.9)];
  return earliest === null || likely === null || latest === null ? null : { earliest, likely, latest };
}
const share = (one: { rule: RuleKind; chance: number } | undefined) =>
  one ? { rule: one.rule, chance: one.chance } : null;

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
    notDueAfter: null,
  };
}

function curvesOf(facts: JobFacts, context: PlanContext, age: JobAge): RuleCurve[] {
  const exactAge =
    age.last?.kind === 'exact' ? possibleAges(age, context.at, facts.rests, () => 1)[0]?.days : undefined;
  return facts.definition.rules.flatMap((rule) => {
    const curve = evaluate(rule, {
      facts,
      age,
      at: context.at,
      ageDays: exactAge ?? null,
      other: context.other,
      ...(context.priors ? { priors: context.priors } : {}),
    });
    return curve ? [curve] : [];
  });
}

function withLook(curve: Curve, notDueInDays: number | null, dueInDays: number | null): Curve {
  if (dueInDays !== null) return (days) => (days < dueInDays - 1e-9 ? 1 : 0);
  return givenNotDueAt(curve, notDueInDays);
}

/** Days from now → the local day at the site. Exact ages count exposure from the last service, rests included. */
function dayConverter(
  facts: JobFacts,
  context: PlanContext,
  age: JobAge,
  ageDays: number | null,
): (inDays: number) => Day | null {
  return (inDays) => {
    if (inDays >= FARTHEST_DAYS) return null;
    const last = age.last;
    const instant =
      last?.kind === 'exact' && ageDays !== null
        ? instantAfterRunning(
            last.at,
            Math.max(0, ageDays + inDays - age.residualDays),
            facts.rests,
            context.at,
          )
        : context.at + inDays * MS_PER_DAY;
    return dayOf(instant, facts.zone);
  };
}

/** Today if somebody is there today, else the next visit, else today. */
function firstChance(context: PlanContext, today: Day): Day {
  return visitDays(context.visits, today, 1)[0] ?? today;
}

function lookWhenUnsure(
  age: JobAge,
  inDays: number,
  toDay: (inDays: number) => Day | null,
  context: PlanContext,
  today: Day,
): Day | null {
  if (age.last === null) return firstChance(context, today);
  return toDay(Math.max(0, inDays));
}

function rulePlan(
  curve: RuleCurve,
  chance: number,
  ages: readonly PossibleAge[],
  notDueLook: number | null,
  toDay: (inDays: number) => Day | null,
): RulePlan {
  const oldest = beginningOf(ages);
  const alone = givenNotDueAt(combine([curve], ages), curve.kind === 'wear' ? notDueLook : null);
  const day = (share: number) => toDay(daysUntilDue(alone, share, oldest));
  return {
    kind: curve.kind,
    reason: curve.reason,
    chance,
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
