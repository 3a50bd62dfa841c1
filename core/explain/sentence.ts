import type { JobPlan, RulePlan } from '../planning/planJob.ts';
import type { JobFacts } from '../rules/facts.ts';
import type { RuleReason } from '../rules/evaluation.ts';
import { isDueWhenFound } from '../wear/found.ts';
import { dayOf } from '../time/day.ts';
import { chanceWord, dayWord, foundInWords, instantWord, rangeWord, type DateStyle } from './words.ts';
import { measureWord } from '../quantity/measures.ts';
import { recurrenceWord } from './recurrenceWord.ts';
import { sayReason, type ReasonContext } from './ruleReason.ts';

const stake = {
  A: null,
  B: null,
  C: 'Livestock is at risk if late',
  D: 'People or the building are at risk if late',
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
    return `Off${since} and never proved running again.`;
  }
  if (plan.state === 'paused') {
    const since =
      facts.statusSince === null ? '' : ` since ${instantWord(facts.statusSince, facts.zone, today, style)}`;
    return `Its unit rests${since}${facts.statusReason ? `: ${facts.statusReason}` : ''}; the clock stands.`;
  }
  if (plan.state === 'held' && facts.held) {
    return `Put off until ${instantWord(facts.held.until, facts.zone, today, style)}: ${facts.held.reason}.`;
  }
  // what was measured beyond its limit leads, whatever else comes first or is not known
  const crossed = plan.rules.find((rule) => 'crossed' in rule.reason && rule.reason.crossed) ?? null;
  const governing = crossed ?? storyOf(plan);
  const reason = governing?.reason;
  if (!reason && plan.state === 'far-off') return 'Nothing calls for it now.';
  if (!reason) return 'The hours since the last time are not known: enter a meter reading or a date.';
  const context = { ageDays: plan.ageDays, today, zone: facts.zone, style };

  const speaks = speaksWithoutAge.has(reason.kind);
  const beside = besideIt(plan, governing, context);
  if (crossed) return sayReason(reason, context) + beside;
  if (plan.lastDone === null && speaks)
    return `Nobody knows when this was last done. ${sayReason(reason, context)}`;
  if (plan.lastDone === null && plan.look && !isDueWhenFound(plan.look.found))
    return `Nobody knows when this was last done; looked at ${instantWord(plan.look.at, facts.zone, today, style)}: ${foundInWords(plan.look.found)}; ${usual(reason)}.`;
  if (plan.lastDone === null)
    return `Nobody knows when this was last done; ${usual(reason)}. ${howToKnow(facts)}`;
  if (plan.lastDone.kind === 'rough' && plan.state === 'look-first') {
    const from = dayWord(dayOf(plan.lastDone.from, facts.zone), today, style);
    const to = dayWord(dayOf(plan.lastDone.to, facts.zone), today, style);
    return speaks
      ? `Last done between ${from} and ${to}. ${sayReason(reason, context)}${beside}`
      : `Last done between ${from} and ${to}; ${usual(reason)}. A look tells.`;
  }
  if (plan.look && isDueWhenFound(plan.look.found)) {
    return `Looked at on ${instantWord(plan.look.at, facts.zone, today, style)} and found ${foundInWords(plan.look.found)}: due now.`;
  }
  const looked = plan.look
    ? ` Looked at ${instantWord(plan.look.at, facts.zone, today, style)}: ${foundInWords(plan.look.found)}.`
    : '';
  const base = sayReason(reason, context) + beside + looked;
  if (plan.state === 'look-first')
    return `${base} A look can save the work: not before ${plan.jobDay ? dayWord(plan.jobDay, today, style) : 'it is needed'} without one.`;
  const risk = stake[facts.definition.consequence];
  const comes = plan.earliest && today < plan.earliest ? 'it comes' : 'its day came';
  const early =
    risk && plan.jobDay && plan.earliest && plan.jobDay < plan.earliest
      ? ` ${risk}: ${chanceWord(1 / plan.costRatio)} accepted, so ${comes} before the window.`
      : '';
  return base + early;
}

function howToKnow({ definition: { foundScale, work } }: JobFacts): string {
  if (foundScale !== 'none') return 'A look tells.';
  return work === 'replace' ? 'Say when, even roughly.' : 'Do it once and the count starts.';
}

/** From this chance of coming first on, the runner-up is named beside the governing rule. */
const WORTH_NAMING = 0.15;

/** A reading that goes nowhere yet is joined to what the records say of the same life: theirs is the story, it stands beside. */
function storyOf({ governing, rules }: JobPlan): RulePlan | null {
  const isStill =
    governing?.reason.kind === 'condition' && !governing.reason.crossed && !governing.reason.trend;
  return (isStill && rules.find((rule) => rule.kind === 'wear')) || governing;
}

function besideIt(plan: JobPlan, told: RulePlan | null, context: ReasonContext): string {
  const other = plan.governing === told ? plan.second : plan.governing;
  return other && other.chance >= WORTH_NAMING ? ` Beside it: ${sayReason(other.reason, context)}` : '';
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
