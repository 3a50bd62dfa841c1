import type { JobPlan, RulePlan } from '../planning/planJob.ts';
import type { JobFacts } from '../rules/facts.ts';
import type { RuleReason } from '../rules/evaluation.ts';
import { isDueWhenFound } from '../wear/found.ts';
import { dayOf } from '../time/day.ts';
import { eventWords } from '../catalogue/eventKinds.ts';
import { parameters } from '../water/parameters.ts';
import { dayWord, foundInWords, instantWord, listWord, rangeWord, type DateStyle } from './words.ts';
import { measureWord } from '../quantity/measures.ts';
import { recurrenceWord } from './recurrenceWord.ts';
import { sayReason, type ReasonContext } from './ruleReason.ts';

const stake = {
  A: null,
  B: null,
  C: 'livestock',
  D: 'people or the building',
} as const;

/**
 * The one sentence beside a date: what was seen, against what, and what moved it.
 * Screens, print, feeds and the command line all show this text.
 */
export function sentenceFor(plan: JobPlan, facts: JobFacts, style: DateStyle): string {
  const { today } = plan;
  if (plan.state === 'left-off') {
    const since =
      facts.statusSince === null ? '' : ` since ${instantWord(facts.statusSince, facts.zone, today, style)}`;
    return `Off${since}; not seen running since.`;
  }
  if (plan.state === 'paused') {
    const since =
      facts.statusSince === null ? '' : ` since ${instantWord(facts.statusSince, facts.zone, today, style)}`;
    return `Paused${since}${facts.statusReason ? `: ${facts.statusReason}` : ''}. These days do not count.`;
  }
  if (plan.state === 'held' && facts.held) {
    return `Put off until ${instantWord(facts.held.until, facts.zone, today, style)}: ${facts.held.reason}.`;
  }
  // what was measured beyond its limit leads, whatever else comes first or is not known
  const crossed = plan.rules.find((rule) => 'crossed' in rule.reason && rule.reason.crossed) ?? null;
  const governing = crossed ?? storyOf(plan);
  const reason = governing?.reason;
  if (!reason && plan.state === 'far-off') return callWord(facts);
  if (!reason) return 'Hours so far: not known. Enter a meter reading or a date.';
  const context = { ageDays: plan.ageDays, today, zone: facts.zone, style };

  const speaks = speaksWithoutAge.has(reason.kind);
  const beside = besideIt(plan, governing, context);
  if (crossed) return sayReason(reason, context) + beside;
  if (plan.lastDone === null && speaks) return `${sayReason(reason, context)} Last done: not known.`;
  if (plan.lastDone === null && plan.look && !isDueWhenFound(plan.look.found))
    return `Found ${foundInWords(plan.look.found)} on ${instantWord(plan.look.at, facts.zone, today, style)}; ${usual(reason)}. Last done: not known.`;
  if (plan.lastDone === null) return `Last done: not known; ${usual(reason)}. ${howToKnow(facts)}`;
  if (plan.lastDone.kind === 'rough' && plan.state === 'look-first') {
    const from = dayWord(dayOf(plan.lastDone.from, facts.zone), today, style);
    const to = dayWord(dayOf(plan.lastDone.to, facts.zone), today, style);
    return speaks
      ? `Last done between ${from} and ${to}. ${sayReason(reason, context)}${beside}`
      : `Last done between ${from} and ${to}; ${usual(reason)}. Look, and log what you find.`;
  }
  if (plan.look && isDueWhenFound(plan.look.found)) {
    return `Due now: found ${foundInWords(plan.look.found)} on ${instantWord(plan.look.at, facts.zone, today, style)}.`;
  }
  const looked = plan.look
    ? ` Found ${foundInWords(plan.look.found)} on ${instantWord(plan.look.at, facts.zone, today, style)}.`
    : '';
  const base = sayReason(reason, context) + beside + looked;
  if (plan.state === 'look-first')
    return `${base} Look first, it may keep longer.${plan.jobDay ? ` Without a look: do by ${dayWord(plan.jobDay, today, style)}.` : ''}`;
  const risk = stake[facts.definition.consequence];
  const isEarly = plan.jobDay && plan.earliest && plan.jobDay < plan.earliest;
  // what lies far ahead need not be told why it comes early
  const early = risk && isEarly && plan.state !== 'far-off' ? ` Early: being late risks ${risk}.` : '';
  return base + early;
}

/** What has to happen first: "Only after a leak." */
function callWord({ definition: { rules } }: JobFacts): string {
  const unique = (words: readonly string[]): string => listWord([...new Set(words)], 'or');
  const events = rules.flatMap((rule) =>
    rule.kind === 'after-event' ? [eventWords[rule.event].toLowerCase()] : [],
  );
  const tests = rules.flatMap((rule) =>
    rule.kind === 'water-test' ? [parameters[rule.parameter].name.toLowerCase()] : [],
  );
  const calls = [
    ...(events.length > 0 ? [`after ${unique(events)}`] : []),
    ...(tests.length > 0 ? [`when ${unique(tests)} is out of range`] : []),
  ];
  return calls.length === 0 ? 'Not called for now.' : `Only ${calls.join(', or ')}.`;
}

function howToKnow({ definition: { foundScale, work } }: JobFacts): string {
  if (foundScale !== 'none') return 'Look, and log what you find.';
  return work === 'replace' ? 'Enter when, even roughly.' : 'Log it once to start the count.';
}

/** From this chance of coming first on, the runner-up is named beside the governing rule. */
const WORTH_NAMING = 1 / 3;

/** A reading that goes nowhere yet is joined to what the records say of the same life: theirs is the story, it stands beside. */
function storyOf({ governing, rules }: JobPlan): RulePlan | null {
  const isStill =
    governing?.reason.kind === 'condition' && !governing.reason.crossed && !governing.reason.trend;
  return (isStill && rules.find((rule) => rule.kind === 'wear')) || governing;
}

function besideIt(plan: JobPlan, told: RulePlan | null, context: ReasonContext): string {
  const other = plan.governing === told ? plan.second : plan.governing;
  return other && other.chance >= WORTH_NAMING ? ` Also: ${sayReason(other.reason, context)}` : '';
}

/** Reasons that stand on something seen, whatever the age of the part. */
const speaksWithoutAge: ReadonlySet<RuleReason['kind']> = new Set<RuleReason['kind']>([
  'condition',
  'depletion',
  'water-test',
  'after-event',
  'season',
]);

function usual(reason: RuleReason): string {
  switch (reason.kind) {
    case 'wear':
    case 'calendar':
      return `usually every ${rangeWord(reason.range.lo, reason.range.hi)}`;
    case 'usage':
      return `rated ${reason.ratedHours.lo.toLocaleString('en-GB')} to ${reason.ratedHours.hi.toLocaleString('en-GB')} h`;
    case 'water-test':
      return 'the water tests say when';
    case 'condition':
      return `its ${measureWord(reason.measure)} says when`;
    case 'depletion':
      return 'what is left says when';
    case 'season':
      return recurrenceWord(reason.recurrence).toLowerCase();
    case 'after-event':
      return 'it follows an event';
    case 'every-nth':
      return `it goes with “${reason.action}”`;
  }
}
