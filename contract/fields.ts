import * as v from 'valibot';
import { isRealDay, isZone } from '../core/time/day.ts';

// Building bricks of every schema, each with a sentence that names its field. No transforms: what is sent is what is kept.

const withinText = (label: string, max: number) =>
  `${label} may have up to ${max.toLocaleString('en-GB')} characters.`;

/** A line that must say something. */
export const name = (label: string, max = 120) =>
  v.pipe(
    v.string(`${label} is missing.`),
    v.check((text) => text.trim().length > 0, `${label} is missing.`),
    v.check(
      (text) => text.trim().length === 0 || SEEN.test(text),
      `${label} has no letter that can be seen.`,
    ),
    v.maxLength(max, withinText(label, max)),
  );
/** Anything that leaves a mark on a screen: no controls, spaces, joiners, bare accents, nor the letters that are drawn empty. */
const SEEN = /[^\p{C}\p{Z}\p{M}\u115f\u1160\u2800\u3164\uffa0]/u;
/** Free text, empty where nothing was said. */
export const text = (label: string, max = 4000) =>
  v.pipe(v.string(`${label} must be text.`), v.maxLength(max, withinText(label, max)));
export const number = (label: string, from: number, to: number, unit: string) => {
  const range = `${label} must lie between ${from.toLocaleString('en-GB')} and ${to.toLocaleString('en-GB')}${unit ? ` ${unit}` : ''}.`;
  return v.pipe(
    v.number(`${label} must be a number.`),
    v.finite(range),
    v.minValue(from, range),
    v.maxValue(to, range),
  );
};
export const id = (label: string) =>
  v.pipe(v.string(`${label} is missing.`), v.uuid(`${label} is not an id.`));
export const ids = (label: string) => v.array(id(label), `${label}: a list of ids is needed.`);
/** Days that anything here may be about: beyond them nobody keeps records, and nothing can be reckoned with. */
export const HORIZON = { from: '1900-01-01', to: '2199-12-31' } as const;
const beyond = (label: string) =>
  `${label} must lie between ${HORIZON.from.slice(0, 4)} and ${HORIZON.to.slice(0, 4)}. Is the year right?`;
const isWithin = (day: string): boolean => day >= HORIZON.from && day.slice(0, 10) <= HORIZON.to;

export const day = (label: string) =>
  v.pipe(
    v.string(`${label} needs a date.`),
    v.check((text) => text !== '', `${label} needs a date.`),
    v.check(
      (text) => text === '' || isRealDay(text),
      `${label}: there is no such day. Write it as year-month-day.`,
    ),
    v.check((text) => !isRealDay(text) || isWithin(text), beyond(label)),
  );
export const instant = (label: string) =>
  v.pipe(
    v.string(`${label} needs a date and time.`),
    v.regex(
      /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{1,3})?Z$/,
      `${label} must be written as an instant in UTC.`,
    ),
    v.check((at) => !Number.isNaN(Date.parse(at)), `${label}: there is no such time.`),
    v.check(isWithin, beyond(label)),
  );
export const zone = (label: string) =>
  v.pipe(
    v.string(`${label} is missing.`),
    v.check(isZone, `${label} is not a time zone this computer knows, for example Europe/Berlin.`),
  );
export const choice = <const T extends readonly [string, ...string[]]>(label: string, options: T) =>
  v.picklist(options, `${label} must be one of: ${options.join(', ')}.`);
export const flag = (label: string) => v.boolean(`${label} must be yes or no.`);

/** A time of day, "08:30". */
export const clockTime = (label: string) =>
  v.pipe(
    v.string(`${label} needs a time.`),
    v.regex(/^([01]\d|2[0-3]):[0-5]\d$/, `${label} needs a time of day, such as 08:30.`),
  );

/** When something happened: to the minute, on a day, somewhere in a span of days, or nobody knows. */
export const When = v.variant(
  'kind',
  [
    v.strictObject({ kind: v.literal('instant'), at: instant('The time') }),
    v.strictObject({ kind: v.literal('day'), day: day('The date') }),
    v.pipe(
      v.strictObject({
        kind: v.literal('rough'),
        from: day('The first possible date'),
        to: day('The last possible date'),
      }),
      v.check(({ from, to }) => from <= to, 'The first possible date lies after the last one.'),
    ),
    v.strictObject({ kind: v.literal('unknown') }),
  ],
  'When it happened is missing: a time, a date, a rough span or "unknown".',
);
export type When = v.InferOutput<typeof When>;
