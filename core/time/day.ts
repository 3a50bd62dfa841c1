import { DateTime, IANAZone } from 'luxon';
import { Refusal } from '../errors.ts';

/** A local calendar day, written YYYY-MM-DD. It belongs to a site's time zone and is no instant. */
export type Day = string;
/** An instant, milliseconds since 1970-01-01T00:00Z. */
export type Instant = number;

export const MS_PER_DAY = 86_400_000;

/** True for a day that exists: 2023-02-31 is refused, not rolled over into March. */
export function isRealDay(text: string): boolean {
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && new Date(civilMs(text)).toISOString().slice(0, 10) === text;
}

/** True for a zone of the IANA time zone database that this machine knows. */
export function isZone(zone: string): boolean {
  let known = zones.get(zone);
  if (known === undefined) {
    if (zones.size >= MOST_ZONES) zones.clear();
    zones.set(zone, (known = IANAZone.isValidZone(zone)));
  }
  return known;
}
/** Asking the database costs a formatter; there are a few hundred zones, and whatever people mistype. */
const MOST_ZONES = 2000;
const zones = new Map<string, boolean>();

function requireZone(zone: string): void {
  if (!isZone(zone)) throw new Refusal('no-such-zone', { zone });
}

// A plan asks for the same days again and again, and each answer costs the machine's time zone database a look.
// The day boundaries never change, so they are kept.
/** What was worked out for local days, by zone and day. */
export type DaysOfZones<T> = Map<string, Map<Day, T>>;
const starts: DaysOfZones<Instant> = new Map();
const noons: DaysOfZones<Instant> = new Map();
/**
 * What is the same for a local day whenever it is asked for, worked out once.
 * @param known what was worked out so far; it takes in what is new
 */
export function keptByDay<T>(known: DaysOfZones<T>, day: Day, zone: string, work: () => T): T {
  const ofZone = known.get(zone) ?? new Map<Day, T>();
  const found = ofZone.get(day);
  if (found !== undefined) return found;
  const made = work();
  known.set(zone, ofZone);
  ofZone.set(day, made);
  return made;
}

/** The local calendar day at a zone that holds the instant. */
export function dayOf(at: Instant, zone: string): Day {
  const utcDay = civilDay(Math.floor(at / MS_PER_DAY) * MS_PER_DAY);
  // local days run at most a day ahead of or behind the day in UTC
  const found = [utcDay, addDays(utcDay, 1), addDays(utcDay, -1)].find(
    (day) => startOfDay(day, zone) <= at && at < startOfDay(addDays(day, 1), zone),
  );
  return found ?? fail(zone);
}

/** The first instant of the local day (not always 00:00: some zones change their clocks at midnight). */
export function startOfDay(day: Day, zone: string): Instant {
  return keptByDay(starts, day, zone, () => parseDay(day, zone).startOf('day').toMillis());
}

/** The last millisecond of the local day. */
export function endOfDay(day: Day, zone: string): Instant {
  return startOfDay(addDays(day, 1), zone) - 1;
}

/** A date without a time is noon of that local day. */
export function noonOf(day: Day, zone: string): Instant {
  return keptByDay(noons, day, zone, () => parseDay(day, zone).set({ hour: 12 }).toMillis());
}

/** The day `count` calendar days later (earlier if negative). */
export function addDays(day: Day, count: number): Day {
  return civilDay(requireDay(day) + count * MS_PER_DAY);
}

/** Calendar days from `from` to `to`; negative when `to` is earlier. */
export function daysBetween(from: Day, to: Day): number {
  return Math.round((requireDay(to) - requireDay(from)) / MS_PER_DAY);
}

/** Monday 1 … Sunday 7 (ISO 8601). */
export function weekdayOf(day: Day): number {
  return new Date(requireDay(day)).getUTCDay() || 7;
}

/**
 * The instant of a wall-clock time typed without an offset.
 * An hour that the clocks run through twice is taken as the first and flagged; one they skip is refused.
 * @param text local date and time, e.g. 2026-10-25T02:30
 * @throws Refusal 'hour-does-not-exist', 'no-such-day', 'no-such-zone'
 */
export function instantOfLocal(text: string, zone: string): { at: Instant; doubled: boolean } {
  requireZone(zone);
  const plain = onPlainDay(text, zone);
  if (plain !== null) return { at: plain, doubled: false };
  const typed = DateTime.fromISO(text, { zone: 'utc' });
  if (!typed.isValid) throw new Refusal('no-such-day', { what: 'date and time', text });
  const wall = typed.toFormat("yyyy-MM-dd'T'HH:mm:ss");
  const found = DateTime.fromISO(wall, { zone });
  if (found.toFormat("yyyy-MM-dd'T'HH:mm:ss") !== wall)
    throw new Refusal('hour-does-not-exist', { text, zone });
  const candidates = found.getPossibleOffsets().map((candidate) => candidate.toMillis());
  return { at: Math.min(...candidates), doubled: candidates.length > 1 };
}

const LOCAL = /^(\d{4}-\d{2}-\d{2})T(\d{2}):(\d{2})(?::(\d{2}))?$/;
/** Clocks are set at most by so much, so what stands alike before and after a day stands so all through it. */
const AROUND_DAYS = 2;

/** The instant of a wall-clock time on a day round which the clocks are not set, nearly all are; null: ask the database. */
function onPlainDay(text: string, zone: string): Instant | null {
  const found = LOCAL.exec(text);
  const day = found?.[1] ?? '';
  const [hour, minute, second] = [Number(found?.[2]), Number(found?.[3]), Number(found?.[4] ?? 0)];
  if (!found || !isRealDay(day) || hour > 23 || minute > 59 || second > 59) return null;
  const midnight = requireDay(day);
  const before = offsetMs(zone, midnight - AROUND_DAYS * MS_PER_DAY);
  if (before !== offsetMs(zone, midnight + AROUND_DAYS * MS_PER_DAY)) return null;
  return midnight + ((hour * 60 + minute) * 60 + second) * 1000 - before;
}
const offsets = new Map<string, number>();
/** How far a zone stood ahead of UTC at a midnight of UTC. */
function offsetMs(zone: string, midnight: Instant): number {
  const key = `${midnight} ${zone}`;
  let known = offsets.get(key);
  if (known === undefined) offsets.set(key, (known = IANAZone.create(zone).offset(midnight) * 60_000));
  return known;
}

/** A civil day as milliseconds of its midnight in UTC: arithmetic on days needs no time zone, and is asked for often. */
function civilMs(day: Day): number {
  return Date.UTC(Number(day.slice(0, 4)), Number(day.slice(5, 7)) - 1, Number(day.slice(8, 10)));
}
// Which days exist and how they are written never changes either; plans and simulations ask all the time.
const civil = new Map<Day, number>();
const written = new Map<number, Day>();

function requireDay(day: Day): number {
  const known = civil.get(day);
  if (known !== undefined) return known;
  if (!isRealDay(day)) throw new Refusal('no-such-day', { what: 'date', text: day });
  const ms = civilMs(day);
  civil.set(day, ms);
  return ms;
}

/** The civil day that begins at a midnight in UTC. */
function civilDay(midnight: number): Day {
  const known = written.get(midnight);
  if (known !== undefined) return known;
  const day = new Date(midnight).toISOString().slice(0, 10);
  written.set(midnight, day);
  return day;
}

function parseDay(day: Day, zone: string): DateTime {
  requireDay(day);
  const parsed = DateTime.fromISO(day, { zone });
  return parsed.isValid ? parsed : fail(zone);
}

function fail(zone: string): never {
  throw new Refusal('no-such-zone', { zone });
}
