import { isOther, rateWord } from './rateWord.ts';
import { formatNumber, quantities } from '../quantity/quantities.ts';
import { parameters } from '../water/parameters.ts';
import { FARTHEST_DAYS } from '../rules/farthest.ts';
import { eventWords } from '../catalogue/eventKinds.ts';
import type { CrossedAt, RuleReason } from '../rules/evaluation.ts';
import { wearEdges } from '../wear/found.ts';
import { NEGLECT_FACTOR } from '../wear/neglect.ts';
import type { Day, Instant } from '../time/day.ts';
import { measures, measureWord, type Measure, type MeasureId } from '../quantity/measures.ts';
import { showMeasure, showReading } from './measureWord.ts';
import type { WorkShown } from '../rules/workShown.ts';
import { workWord } from './evidenceWord.ts';
import { recurrenceWord } from './recurrenceWord.ts';
import {
  count,
  dayWord,
  daysWord,
  foundInWords,
  instantWord,
  listWord,
  rangeWord,
  type DateStyle,
} from './words.ts';

/** Beyond it no date is given. */
const FARTHEST_YEARS = Math.round(FARTHEST_DAYS / 365.25);
/** How many past cycles a sentence names. */
const NAMED = 3;

export interface ReasonContext {
  /** Exposure since last done, or null where it is not known exactly. */
  ageDays: number | null;
  today: Day;
  zone: string;
  style: DateStyle;
}

type Say<K extends RuleReason['kind']> = (
  reason: Extract<RuleReason, { kind: K }>,
  context: ReasonContext,
) => string;
const say: { [K in RuleReason['kind']]: Say<K> } = {
  wear: (reason, context) => {
    const aside = reason.setAside
      ? ` Records before ${reason.setAside.what.toLowerCase()} on ${instantWord(reason.setAside.at, context.zone, context.today, context.style)} count little.`
      : '';
    const sooner = reason.soonerWith ? ` Sooner with ${reason.soonerWith} on this water.` : '';
    return (
      wearRecord(reason, context) +
      countedWord(reason.counted) +
      seasonWord(reason.seasonPace) +
      sooner +
      aside
    );
  },
  calendar: ({ range, by }, { ageDays }) => {
    const habit =
      range.lo === range.hi
        ? `Every ${rangeWord(range.lo, range.hi)} at the longest${by === null ? '' : setterWord[by]}`
        : `Every ${rangeWord(range.lo, range.hi)} by the calendar`;
    return ageDays === null ? `${habit}.` : `${habit}; ${passed(ageDays)}.`;
  },
  usage: ({ ratedHours, usedHours, hoursPerDay, metered }) => {
    const rated = `rated ${number(ratedHours.lo)} to ${number(ratedHours.hi)} h`;
    const duty = `${number(hoursPerDay)} h a day${metered ? ' by its meter' : ''}`;
    if (usedHours === null) return `Hours since the last one are not known; ${rated}.`;
    const days = (ratedHours.lo - usedHours) / hoursPerDay;
    const far = days > FARTHEST_DAYS ? ` By its hours, not within ${FARTHEST_YEARS} years.` : '';
    return `${number(usedHours)} h at ${duty}; ${rated}.${far}`;
  },
  'water-test': ({ parameter, side, limit, latest, crossed, trend, systemName }, context) => {
    const { name, decimals, quantity } = parameters[parameter];
    const unit = quantities[quantity].stored;
    const show = (value: number) => `${formatNumber(value, decimals)} ${unit}`;
    const where = systemName ? ` in ${systemName}` : '';
    const when = instantWord(latest.at, context.zone, context.today, context.style);
    const last = `${latest.below ? 'below ' : ''}${show(latest.value)}`;
    if (crossed)
      return `${name}${where} was ${last} on ${when}, ${side === 'above' ? 'over' : 'under'} ${show(limit)}${sinceWord(crossed, latest.at, context)}.`;
    if (!trend)
      return `${name}${where} was ${last} on ${when}, steady within the error of its tests; its limit is ${show(limit)}.`;
    const perWeek = `${formatNumber(Math.abs(trend.perWeek), decimals + 1)} ${unit} a week`;
    return `${name}${where} ${side === 'above' ? 'rises' : 'falls'} ${perWeek} over ${count(trend.readings, 'test')} and was ${last} on ${when}; its limit is ${show(limit)}.`;
  },
  condition: ({ measure, after, limit, clean, latest, crossed, trend, lastWork }, context) => {
    const { name, worse, beyond }: Measure = measures[measure];
    const over = worse === 'rises' ? 'over' : 'under';
    const base = clean === null ? '' : ` (${showMeasure(measure, clean)} when clean)`;
    const was = `${showReading(measure, latest.value)} on ${instantWord(latest.at, context.zone, context.today, context.style)}`;
    const mended = after === null ? '' : ` after “${after}”`;
    if (crossed) {
      const since = sinceWord(crossed, latest.at, context);
      return `${name} was ${was}${mended}, ${over} ${showMeasure(measure, limit)}${base}${since}${beyond ? `: ${beyond}` : ''}.${inVain(lastWork, limit, context)}`;
    }
    if (!trend) return `${name} was ${was}${mended}; its limit is ${showMeasure(measure, limit)}${base}.`;
    const rate = `${showMeasure(measure, Math.abs(trend.perDay) * 7, 1)} a week`;
    const evidence = trend.from === 'readings' ? count(trend.readings, 'reading') : 'earlier cycles';
    return `${name} ${worse} ${rate} by ${evidence} and was ${was}; its limit is ${showMeasure(measure, limit)}${base}.`;
  },
  depletion: ({ store, left, unusable, perDay, by, declaredPerDay }) => {
    const rest = unusable > 0 ? `, ${showMeasure(store, unusable)} of it out of reach` : '';
    return `About ${showMeasure(store, Math.max(0, left))} left${rest}; ${showMeasure(store, perDay, 1)} a day ${rateWord[by]}${isOther(perDay, declaredPerDay) ? `, ${showMeasure(store, declaredPerDay, 1)} declared` : ''}.`;
  },
  season: ({ recurrence, day }, { today, style }) =>
    `${recurrenceWord(recurrence)}: next ${dayWord(day, today, style)}.`,
  'after-event': ({ event, at, days, note }, context) =>
    `${eventWords[event]} on ${instantWord(at, context.zone, context.today, context.style)}${note ? ` (${note})` : ''}${days > 0 ? `, due ${count(days, 'day')} after it` : ''}.`,
  'every-nth': ({ n, doneSince, action }) => {
    if (n === 1)
      return doneSince >= 1 ? `Goes with “${action}”, which was done without it.` : `Goes with “${action}”.`;
    return `Each ${ordinal(n)} time of “${action}”; ${count(doneSince, 'time')} so far.`;
  },
};

/** Over its limit although it was done: what does not help is not worth doing again before its cause is known. */
function inVain(work: WorkShown | null, limit: number, { zone, today, style }: ReasonContext): string {
  if (work === null || work.outcome === 'better') return '';
  const { worse }: Measure = measures[work.measure];
  // done while all was well, it had nothing to change
  if (worse === 'rises' ? work.after <= limit : work.after >= limit) return '';
  const changed = work.outcome === 'worse' ? 'made it no better' : 'changed nothing that shows';
  return ` Doing it on ${instantWord(work.doneAt, zone, today, style)} ${changed}: ${workWord(work)}. Look for another cause first.`;
}

/** ", since between 3 and 10 November": nobody saw the moment, and the last reading says the rest. */
function sinceWord(
  crossed: CrossedAt | null,
  latestAt: Instant,
  { zone, today, style }: ReasonContext,
): string {
  if (!crossed || crossed.by === latestAt) return '';
  const by = instantWord(crossed.by, zone, today, style);
  if (crossed.after === null) return `, since ${by} at the latest`;
  const after = instantWord(crossed.after, zone, today, style);
  return after === by ? `, since ${by}` : `, since between ${after} and ${by}`;
}

/** Who sets a limit that runs on, whatever rests. */
const setterWord = { law: ', by law', maker: ', the maker’s limit' };
/** One rule's reason as a sentence. */
export function sayReason(reason: RuleReason, context: ReasonContext): string {
  return (say[reason.kind] as Say<typeof reason.kind>)(reason, context);
}

function wearRecord(
  { range, cycles, graded }: Extract<RuleReason, { kind: 'wear' }>,
  { ageDays }: ReasonContext,
): string {
  const age = ageDays === null ? '' : `; ${passed(ageDays)}`;
  const usual = `usually every ${rangeWord(range.lo, range.hi)}`;
  if (cycles.length === 0) return `No record of its own yet, ${usual}${age}.`;
  if (graded === 0) {
    const each = daysWord(mean(cycles.map((cycle) => cycle.exposure)));
    return cycles.length === 1
      ? `Done once after ${each}, not graded${age}.`
      : `Done ${count(cycles.length, 'time')}, about every ${each}, never graded${age}.`;
  }
  const recent = cycles.filter((cycle) => cycle.found !== null).slice(-NAMED);
  const neglect = NEGLECT_FACTOR * Math.sqrt(range.lo * range.hi);
  const late = recent.filter(
    (cycle) => cycle.exposure > neglect && (cycle.found === 'overdue' || cycle.found === 'failed'),
  );
  if (late.length === recent.length) {
    return `Found ${foundInWords(late.at(-1)?.found ?? 'overdue')} after ${listWord(late.map((cycle) => String(Math.round(cycle.exposure))))} days: that only says it lasts less, ${usual}${age}.`;
  }
  const sameWord = recent.every((cycle) => cycle.found === recent[0]?.found);
  const found = sameWord
    ? `${foundInWords(recent[0]?.found ?? 'right')} at ${listWord(recent.map((cycle) => String(Math.round(cycle.exposure))))} ${recent.length === 1 && Math.round(recent[0]?.exposure ?? 0) === 1 ? 'day' : 'days'}`
    : listWord(
        recent.map((cycle) => `${foundInWords(cycle.found ?? 'right')} at ${daysWord(cycle.exposure)}`),
      );
  return `Found ${found}${age}.`;
}

/** A rate this much over or under the usual one is what moves the date. */
const RATE_MOVES = 1.15;

function countedWord(counted: Extract<RuleReason, { kind: 'wear' }>['counted']): string {
  if (counted === null) return '';
  const { measure, usualPerDay, recentPerDay } = counted;
  const ratio = recentPerDay / usualPerDay;
  const usual = perDayWord(measure, usualPerDay);
  if (ratio < RATE_MOVES && ratio > 1 / RATE_MOVES) return ` Counted by ${measureWord(measure)}, ${usual}.`;
  return ` ${measures[measure].name}: ${perDayWord(measure, recentPerDay)} lately, usually ${usual}, so it comes ${ratio > 1 ? 'sooner' : 'later'}.`;
}

/** A season under this moves no date worth a word. */
const SEASON_MOVES = 0.06;
function seasonWord(pace: number | undefined): string {
  if (pace === undefined || Math.abs(pace - 1) < SEASON_MOVES) return '';
  const percent = Math.round(Math.abs(pace - 1) * 100);
  return ` By the records of this place things wear ${percent} % ${pace > 1 ? 'faster' : 'slower'} at this time of year.`;
}

/** "12 g a day"; a standing rate has its day in the unit already. */
function perDayWord(measure: MeasureId, perDay: number): string {
  const shown = showMeasure(measure, perDay, 1);
  return shown.endsWith('a day') ? shown : `${shown} a day`;
}

const passed = (ageDays: number): string => {
  const whole = Math.floor(ageDays);
  return whole < 1
    ? 'done today'
    : whole === 1
      ? '1 day has passed'
      : `${whole.toLocaleString('en-GB')} days have passed`;
};
const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;
const number = (value: number): string => Math.round(value).toLocaleString('en-GB');
const ordinal = (n: number): string =>
  `${n}${n % 10 === 1 && n !== 11 ? 'st' : n % 10 === 2 && n !== 12 ? 'nd' : n % 10 === 3 && n !== 13 ? 'rd' : 'th'}`;

/** What a grade says of the life that is used up, in plain terms, from the same edges the engine uses. */
export const gradeMeaning = {
  'as-new': `less than ${percent(wearEdges[1])} used`,
  light: 'about half used',
  right: 'just used up',
  overdue: 'used up a while ago',
  failed: 'far past its life',
} as const;
function percent(edge: number | undefined): string {
  return `${Math.round((edge ?? 0) * 100)} %`;
}
