import type { ParameterId, Verdict } from '../water/parameters.ts';
import type { Doubt } from '../water/testSeries.ts';
import type { ParameterVerdict } from '../water/verdict.ts';
import { addDays, type Day } from '../time/day.ts';
import { count, dayWord, type DateStyle } from './words.ts';

export interface VerdictStyle {
  /** A value with its unit, as a person reads it. */
  show: (parameter: ParameterId, value: number) => string;
  /** A difference with its unit: half a degree is not 32.9 °F. */
  difference: (parameter: ParameterId, value: number) => string;
  today: Day;
  date: DateStyle;
}

/** Beside the value, in few words: how it lies to its band. */
export function standingWord(
  { parameter, verdict, outBy, latest }: ParameterVerdict,
  { difference }: VerdictStyle,
): string {
  if (!latest) return 'not tested';
  switch (verdict) {
    case 'above':
      return `${difference(parameter, outBy)} above its band`;
    case 'below':
      return latest.below ? 'below its band' : `${difference(parameter, -outBy)} below its band`;
    case 'near-high':
      return 'near its upper edge';
    case 'near-low':
      return 'near its lower edge';
    case 'stripped':
      return 'none to measure';
    case 'no-band':
      return 'no band set';
    case 'in-band':
      return 'in its band';
  }
}

/** Trend, the day it leaves its band, and the last week, in sentences; doubt first. */
export function verdictSentences(one: ParameterVerdict, style: VerdictStyle): string[] {
  return [doubtSentence(one, style), trendSentence(one, style), weekSentence(one, style)].filter(
    (sentence) => sentence !== null,
  );
}

function trendSentence(
  { parameter, trend, leaves, latest }: ParameterVerdict,
  style: VerdictStyle,
): string | null {
  const { difference } = style;
  if (!latest) return null;
  switch (trend.kind) {
    case 'not-known':
      return `No trend yet: ${trend.readings} of ${count(trend.needed, 'test')}.`;
    case 'steady':
      return `No clear trend in ${count(trend.readings, 'test')}.`;
    case 'rising':
    case 'falling': {
      const slope = `${trend.kind === 'rising' ? 'Rising' : 'Falling'} ${difference(parameter, Math.abs(trend.perWeek))} a week`;
      if (!leaves) return `${slope}.`;
      const day = (inDays: number): string =>
        dayWord(addDays(style.today, Math.round(inDays)), style.today, style.date);
      const span =
        leaves.latest === null
          ? `, ${day(leaves.soonest)} at the soonest`
          : Math.round(leaves.soonest) === Math.round(leaves.latest)
            ? ''
            : ` (${day(leaves.soonest)} to ${day(leaves.latest)})`;
      return `${slope}; leaves its band about ${day(leaves.inDays)}${span}.`;
    }
  }
}

function weekSentence(
  { parameter, week, error }: ParameterVerdict,
  { difference }: VerdictStyle,
): string | null {
  if (!week) return null;
  const moved = `${difference(parameter, Math.abs(week.change))} ${week.change >= 0 ? 'up' : 'down'} in ${count(Math.round(week.days), 'day')}`;
  if (week.withinError) return `${moved}: within test error (± ${difference(parameter, 2 * error)}).`;
  if (week.usual === null) return `${moved}.`;
  const usual = `usually ${difference(parameter, Math.abs(week.usual))} ${week.usual >= 0 ? 'up' : 'down'}`;
  return `${moved}; ${usual}${week.unusual ? '. That is unusual: look for a cause' : ''}.`;
}

function doubtSentence(
  { doubtful, latest, parameter }: ParameterVerdict,
  style: VerdictStyle,
): string | null {
  if (!doubtful) return null;
  const value = style.show(parameter, doubtful.point.value);
  const instead = latest ? 'Using the last test not in doubt.' : 'Nothing else to judge by.';
  return `${value} not counted: ${doubtWord(doubtful.doubt, parameter, style)}. ${instead}`;
}

/** Why an instrument is not trusted. */
export function doubtWord(
  doubt: Doubt,
  parameter: ParameterId,
  { difference }: Pick<VerdictStyle, 'difference'>,
): string {
  switch (doubt.kind) {
    case 'said':
      return 'whoever read it said so';
    case 'kit-expired':
      return `${doubt.name} had expired ${count(doubt.daysBeforeReading, 'day')} before`;
    case 'calibration-overdue':
      return `${doubt.name} was last calibrated ${count(doubt.daysSince, 'day')} before`;
    case 'disagrees-with-kit':
      return `${doubt.name} differs from the kit by ${difference(parameter, Math.abs(doubt.difference))}${
        doubt.daysSinceAgreed === null ? '' : ` and last agreed ${count(doubt.daysSinceAgreed, 'day')} ago`
      }; clean and calibrate it before acting`;
  }
}
/** A verdict in a few words, the same on screen and in print. */
export const verdictWords: Record<Verdict | 'untested', string> = {
  above: 'above',
  below: 'below',
  'near-high': 'near the top',
  'near-low': 'near the bottom',
  'in-band': 'in band',
  'no-band': 'no band set',
  stripped: 'none left: too little',
  untested: 'not tested',
};
