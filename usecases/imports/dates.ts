import { asRefusal } from '../../core/errors.ts';
import { monthOfWord } from '../../core/time/calendarWords.ts';
import { instantOfLocal, isRealDay, type Instant } from '../../core/time/day.ts';
import type { When } from '../../contract/fields.ts';

export type DateOrder = 'ymd' | 'dmy' | 'mdy';
const pad = (n: number): string => String(n).padStart(2, '0');
const numeric = /^(\d{1,4})[./-](\d{1,2})[./-](\d{1,4})$/;
const named = /^(\d{1,2})\.?[\s-]([A-Za-zä]+)\.?[\s-](\d{2,4})$/;
const namedFirst = /^([A-Za-zä]+)\.?\s(\d{1,2}),?\s(\d{2,4})$/;
const withTime = /^(.+?)[T\s](\d{1,2}:\d{2}(?::\d{2})?(?:\.\d+)?)\s*(Z|[+-]\d{2}:?\d{2})?$/;

/** A date of a cell as year, month, day in some order; null: no date at all. */
function parts(text: string): { numbers: [number, number, number]; order: DateOrder | null } | null {
  const digits = numeric.exec(text);
  if (digits) {
    const numbers = [Number(digits[1]), Number(digits[2]), Number(digits[3])] as [number, number, number];
    return { numbers, order: (digits[1] ?? '').length === 4 ? 'ymd' : null };
  }
  const day = named.exec(text);
  const month = namedFirst.exec(text);
  const [d, m, y] = day ? [day[1], day[2], day[3]] : month ? [month[2], month[1], month[3]] : [];
  const index = monthOfWord(m ?? '');
  return index === null ? null : { numbers: [Number(d), index, Number(y)], order: 'dmy' };
}

/** @returns YYYY-MM-DD, whether or not such a day exists; null: no date */
export function dayText(text: string, order: DateOrder): string | null {
  const found = parts(text.trim());
  if (!found) return null;
  const [a, b, c] = found.numbers;
  const by = found.order ?? order;
  const [y, m, d] = by === 'ymd' ? [a, b, c] : by === 'dmy' ? [c, b, a] : [c, a, b];
  return `${y < 100 ? 2000 + y : y}-${pad(m)}-${pad(d)}`;
}

/** Which orders every date of a column allows; the first is the likeliest. */
export function possibleOrders(cells: readonly string[]): DateOrder[] {
  const dates = cells.map((cell) => withTime.exec(cell)?.[1] ?? cell).filter((cell) => parts(cell) !== null);
  if (dates.length === 0) return [];
  const written = dates.map((cell) => parts(cell)?.order ?? null);
  // a year of four digits first, or a month by its name, leaves nothing to guess
  const first = written[0];
  if (first && written.every((order) => order !== null)) return [first];
  // one impossible date among many is a slip, not another order
  const right = (order: DateOrder): number =>
    dates.filter((cell) => isRealDay(dayText(cell, order) ?? '')).length / dates.length;
  // a year of two digits never stands first
  const orders = (['dmy', 'mdy'] as const).map((order) => ({ order, share: right(order) }));
  const best = Math.max(...orders.map((one) => one.share));
  return best < 0.5
    ? []
    : orders.filter((one) => one.share >= best - 0.02 && one.share > 0.9).map((one) => one.order);
}

/** Hardly anybody kept a file of a tank before. */
const EARLIEST_LIKELY = 1985;

export type ReadWhen = { when: When; at: Instant | null; flag: string | null } | { refused: string };

/** When a row happened: to the minute with a time, else on that local day; an offset in the file counts. */
export function whenOf(dateCell: string, timeCell: string, order: DateOrder, zone: string): ReadWhen {
  const joined = withTime.exec(dateCell);
  const date = joined?.[1] ?? dateCell;
  const time = joined?.[2] ?? timeCell.trim();
  const offset = joined?.[3];
  const day = dayText(date, order);
  if (day === null) return { refused: `“${dateCell}” is not a date` };
  if (!isRealDay(day)) return { refused: `there is no ${date.trim()}` };
  const old = Number(day.slice(0, 4)) < EARLIEST_LIKELY ? `${day.slice(0, 4)}: is the year right?` : null;
  if (time === '') return { when: { kind: 'day', day }, at: null, flag: old };
  const clock = /^(\d{1,2}):(\d{2})(?::(\d{2}))?/.exec(time);
  if (!clock || Number(clock[1]) > 23 || Number(clock[2]) > 59 || Number(clock[3] ?? 0) > 59)
    return { refused: `“${time}” is not a time of day` };
  const local = `${day}T${pad(Number(clock[1]))}:${clock[2] ?? '00'}:${clock[3] ?? '00'}`;
  if (offset) {
    const at = Date.parse(`${local}${offset}`);
    if (Number.isNaN(at)) return { refused: `“${offset}” is no offset from UTC` };
    return { when: { kind: 'instant', at: new Date(at).toISOString() }, at, flag: old };
  }
  try {
    const { at, doubled } = instantOfLocal(local, zone);
    return {
      when: { kind: 'instant', at: new Date(at).toISOString() },
      at,
      flag: doubled ? 'the clocks ran through this hour twice: taken as the first' : old,
    };
  } catch (error) {
    if (asRefusal(error)?.code !== 'hour-does-not-exist') throw error;
    return { refused: `the clocks skipped ${time} on ${day}` };
  }
}
