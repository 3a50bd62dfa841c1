import { isOther, rateWord } from './rateWord.ts';
import { formatNumber, quantities } from '../quantity/quantities.ts';
import { parameters } from '../water/parameters.ts';
import { FARTHEST_DAYS } from '../rules/farthest.ts';
import { eventWords } from '../catalogue/eventKinds.ts';
import type { CrossedAt, RuleReason } from '../rules/evaluation.ts';
import { wearEdges, type Found } from '../wear/found.ts';
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
  opening,
  rangeWord,
  soFarWord,
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
      ? ` Counts mainly since ${reason.setAside.what.toLowerCase()} on ${instantWord(reason.setAside.at, context.zone, context.today, context.style)}.`
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
        ? `At least every ${rangeWord(range.lo, range.hi)}${by === null ? '' : setterWord[by]}`
        : `Every ${rangeWord(range.lo, range.hi)}`;
    return ageDays === null ? `${habit}.` : `${habit}; ${soFarWord(ageDays, range.hi)}.`;
  },
  usage: ({ ratedHours, usedHours, hoursPerDay, metered }) => {
    const rated = `rated ${number(ratedHours.lo)} to ${number(ratedHours.hi)} h`;
    if (usedHours === null) return `Hours so far: not known; ${rated}.`;
    const days = (ratedHours.lo - usedHours) / hoursPerDay;
    const far = days > FARTHEST_DAYS ? ` By its hours, not within ${FARTHEST_YEARS} years.` : '';
    return `${number(usedHours)} h so far${metered ? ' by its meter' : ''}; ${rated}.${far}`;
  },
  'water-test': ({ parameter, side, limit, latest, crossed, trend, systemName }, context) => {
    const { name, decimals, quantity } = parameters[parameter];
    const unit = quantities[quantity].stored;
    const show = (value: number) => `${formatNumber(value, decimals)} ${unit}`;
    const where = systemName ? ` in ${systemName}` : '';
    const when = instantWord(latest.at, context.zone, context.today, context.style);
    const last = `${latest.below ? 'below ' : ''}${show(latest.value)}`;
    if (crossed)
      return `${name}${where} ${last} on ${when}, ${side === 'above' ? 'over' : 'under'} ${show(limit)}${sinceWord(crossed, latest.at, context)}.`;
    if (!trend) return `${name}${where} ${last} on ${when}, limit ${show(limit)}; steady within test error.`;
    const perWeek = `${formatNumber(Math.abs(trend.perWeek), decimals + 1)} ${unit} a week`;
    return `${name}${where} ${last} on ${when}, limit ${show(limit)}; ${side === 'above' ? 'rising' : 'falling'} ${perWeek} (${count(trend.readings, 'test')}).`;
  },
  condition: ({ measure, after, limit, clean, latest, crossed, trend, lastWork }, context) => {
    const { name, worse, beyond }: Measure = measures[measure];
    const over = worse === 'rises' ? 'over' : 'under';
    const base = clean === null ? '' : ` (${showMeasure(measure, clean)} when clean)`;
    const was = `${showReading(measure, latest.value)} on ${instantWord(latest.at, context.zone, context.today, context.style)}`;
    const mended = after === null ? '' : ` after “${after}”`;
    if (crossed) {
      const since = sinceWord(crossed, latest.at, context);
      return `${name} ${was}${mended}, ${over} ${showMeasure(measure, limit)}${base}${since}${beyond ? `: ${beyond}` : ''}.${inVain(lastWork, limit, context)}`;
    }
    if (!trend) return `${name} ${was}${mended}, limit ${showMeasure(measure, limit)}${base}.`;
    // a share goes up and down by points: 95 % less 0.2 % is not 94.8 %
    const rate = `${showMeasure(measure, Math.abs(trend.perDay) * 7, 1).replace(/ %$/, ' points')} a week`;
    const evidence = trend.from === 'readings' ? count(trend.readings, 'reading') : 'earlier cycles';
    return `${name} ${was}, limit ${showMeasure(measure, limit)}${base}; ${worse === 'rises' ? 'up' : 'down'} ${rate} (${evidence}).`;
  },
  depletion: ({ store, left, unusable, perDay, by, declaredPerDay }) => {
    const usable = showMeasure(store, Math.max(0, left - unusable));
    return `About ${usable} left to use; ${showMeasure(store, perDay, 1)} a day ${rateWord[by]}${isOther(perDay, declaredPerDay) ? `, ${showMeasure(store, declaredPerDay, 1)} as you entered` : ''}.`;
  },
  season: ({ recurrence, day }, { today, style }) =>
    `${recurrenceWord(recurrence)}: next ${dayWord(day, today, style)}.`,
  'after-event': ({ event, at, days, note }, context) =>
    `Due ${days > 0 ? `${count(days, 'day')} after` : 'since'} ${eventWords[event].toLowerCase()} on ${instantWord(at, context.zone, context.today, context.style)}${note ? ` (${note})` : ''}.`,
  'every-nth': ({ n, doneSince, action }) => {
    if (n === 1) return doneSince >= 1 ? `Missed when “${action}” was done.` : `Goes with “${action}”.`;
    return `Every ${ordinal(n)} “${action}”; ${count(doneSince, 'time')} so far.`;
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
  const every = `usually every ${rangeWord(range.lo, range.hi)}`;
  const age = (unitFrom: number): string => (ageDays === null ? '' : soFarWord(ageDays, unitFrom));
  // the answer first, its evidence behind it
  const told = (first: string, rest: string): string => opening(first === '' ? rest : `${first}; ${rest}`);
  if (cycles.length === 0) return `${told(age(range.hi), every)}. Nothing learned yet.`;
  // what was seen is told in days, and what has passed beside it
  const days = age(0);
  if (graded === 0) {
    const each = daysWord(mean(cycles.map((cycle) => cycle.exposure)));
    const times =
      cycles.length === 1 ? `done once after ${each}` : `done about every ${each} (${cycles.length} times)`;
    return `${told(days, times)}, condition not noted.`;
  }
  const recent = cycles.filter((cycle) => cycle.found !== null).slice(-NAMED);
  const neglect = NEGLECT_FACTOR * Math.sqrt(range.lo * range.hi);
  const late = recent.filter(
    (cycle) => cycle.exposure > neglect && (cycle.found === 'overdue' || cycle.found === 'failed'),
  );
  if (late.length === recent.length) {
    const after = listWord(late.map((cycle) => String(Math.round(cycle.exposure))));
    return `${told(days, `already ${foundInWords(late.at(-1)?.found ?? 'overdue')} after ${after} days`)}, so it lasts less. ${opening(every)}.`;
  }
  return `${told(days, `found ${foundWord(recent)}`)}.`;
}

/** "half-way after 40 and 42", "just due after 42, overdue after 45": the days are named where nothing before names them. */
function foundWord(cycles: readonly { exposure: number; found: Found | null }[]): string {
  const words = [...new Set(cycles.map((cycle) => foundInWords(cycle.found ?? 'right')))];
  return words
    .map((word, i) => {
      const alike = cycles.filter((cycle) => foundInWords(cycle.found ?? 'right') === word);
      const isEnd = i === words.length - 1;
      // only the last one of all carries the noun
      const after = alike.map(({ exposure }, k) =>
        (isEnd && k === alike.length - 1) || exposure < 0.5
          ? daysWord(exposure)
          : String(Math.round(exposure)),
      );
      return `${word} after ${listWord(after)}`;
    })
    .join(', ');
}

/** A rate this much over or under the usual one is what moves the date. */
const RATE_MOVES = 1.15;

function countedWord(counted: Extract<RuleReason, { kind: 'wear' }>['counted']): string {
  if (counted === null) return '';
  const { measure, usualPerDay, recentPerDay } = counted;
  const ratio = recentPerDay / usualPerDay;
  if (ratio < RATE_MOVES && ratio > 1 / RATE_MOVES) return ` Counted by ${measureWord(measure)}.`;
  return ` ${ratio > 1 ? 'Sooner' : 'Later'}: ${measureWord(measure)} ${perDayWord(measure, recentPerDay)} lately, usually ${perDayWord(measure, usualPerDay)}.`;
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

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;
const number = (value: number): string => Math.round(value).toLocaleString('en-GB');
const ordinal = (n: number): string =>
  `${n}${n % 10 === 1 && n !== 11 ? 'st' : n % 10 === 2 && n !== 12 ? 'nd' : n % 10 === 3 && n !== 13 ? 'rd' : 'th'}`;

/** What a grade says of the life that is used up, in plain terms, from the same edges the engine uses. */
export const gradeMeaning = {
  'as-new': `less than ${percent(wearEdges[1])} used`,
  light: 'about half-way',
  right: 'just due',
  overdue: 'used up a while ago',
  failed: 'far past its life',
} as const;
function percent(edge: number | undefined): string {
  return `${Math.round((edge ?? 0) * 100)} %`;
}
