import type { EntityManager } from 'typeorm';
import type { Instant } from '../../core/time/day.ts';
import type { DeviceDay } from '../../model/water/deviceDays.ts';
import { insertValues } from '../bulk.ts';
import { Turn } from '../inBetween.ts';
import { channelsNamed, sumUp, type DeviceChannel } from './sums.ts';

/** What a device sent, as it is kept. */
export interface SentReading {
  channelId: string;
  at: Instant;
  value: number;
  below: boolean;
  /** Nothing doubts it. */
  good: boolean;
  /** What else was said with it, as JSON. */
  more: string | null;
}
export interface SentBy {
  who: string;
  /** Why it was written, for what came by a file. */
  why: string;
  at: Instant;
}
/** Above so many they are taken in piece by piece, and others are served in between. */
const AT_ONCE = 5000;
const COLUMNS = [
  ...['channel', 'at', 'revision', 'value', 'below', 'good'],
  ...['source', 'heard_at', 'more'],
] as const;
/** @param values of the columns, row after row */
export const insertReadings = (
  manager: EntityManager,
  values: readonly (string | number | null)[],
): Promise<void> => insertValues(manager, 'device_reading', COLUMNS, values);

export interface TakenIn {
  /** New ones. */
  taken: number;
  days: DeviceDay[];
}

/**
 * Takes in what devices sent, in the transaction of the manager. A device sends again what it is not sure was heard: the
 * same value of a channel at an instant is there already and nothing happens, another value is kept and doubted.
 */
export async function takeIn(
  manager: EntityManager,
  sent: readonly SentReading[],
  by: SentBy,
): Promise<TakenIn> {
  const all: TakenIn = { taken: 0, days: [] };
  const turn = new Turn();
  for (let from = 0; from < sent.length; from += AT_ONCE) {
    if (turn.isOver) await turn.pass();
    const { taken, days } = await takeSome(manager, sent.slice(from, from + AT_ONCE), by);
    all.taken += taken;
    for (const day of days) all.days.push(day);
  }
  return all;
}

async function takeSome(manager: EntityManager, sent: readonly SentReading[], by: SentBy): Promise<TakenIn> {
  const channels = await channelsFor(manager, [...new Set(sent.map((one) => one.channelId))]);
  const known = await valuesThere(manager, sent, channels);
  const source = await sourceOf(manager, by);
  const values: (string | number | null)[] = [];
  const instants = new Map<DeviceChannel, Instant[]>();
  for (const { channelId, at, value, below, good, more } of sent) {
    const channel = channels.get(channelId);
    const ofChannel = known.get(channelId);
    if (!channel || !ofChannel) throw new Error(`the channel ${channelId} was not asked about before`);
    const there = ofChannel.get(at) ?? NOTHING;
    if (there.some((one) => one.value === value && !one.withdrawn)) continue;
    const revision = there.length + 1;
    ofChannel.set(at, [...there, { value, revision, withdrawn: false }]);
    const stands = good && there.every((one) => one.withdrawn);
    values.push(channel.no, at, revision, value, below ? 1 : 0, stands ? 1 : 0, source, by.at, more);
    const heard = instants.get(channel);
    if (heard) heard.push(at);
    else instants.set(channel, [at]);
  }
  await insertReadings(manager, values);
  return { taken: values.length / COLUMNS.length, days: await heardOn(manager, instants) };
}

/**
 * Takes back all that came by one piece of work: it stays, and counts no more.
 * @returns how many readings, and the days as they now stand
 */
export async function withdraw(
  manager: EntityManager,
  why: string,
  at: Instant,
): Promise<{ readings: number; days: DeviceDay[] }> {
  const gone = await manager.query<{ channelId: string; at: Instant }[]>(
    `SELECT device_channel.channel AS channelId, device_reading.at AS at
     FROM device_reading JOIN device_channel ON device_channel.no = device_reading.channel
     JOIN device_source ON device_source.no = device_reading.source
     WHERE device_source.why = ? AND device_source.withdrawn_at IS NULL`,
    [why],
  );
  if (gone.length === 0) return { readings: 0, days: [] };
  await manager.query('UPDATE device_source SET withdrawn_at = ? WHERE why = ? AND withdrawn_at IS NULL', [
    at,
    why,
  ]);
  const channels = await channelsFor(manager, [...new Set(gone.map((one) => one.channelId))]);
  const instants = new Map<DeviceChannel, Instant[]>();
  for (const one of gone) {
    const channel = channels.get(one.channelId);
    if (!channel) continue;
    const when = instants.get(channel);
    if (when) when.push(one.at);
    else instants.set(channel, [one.at]);
  }
  return { readings: gone.length, days: await heardOn(manager, instants) };
}

async function heardOn(
  manager: EntityManager,
  instants: ReadonlyMap<DeviceChannel, readonly Instant[]>,
): Promise<DeviceDay[]> {
  const days: DeviceDay[] = [];
  for (const [channel, when] of instants) {
    await manager.query('UPDATE device_channel SET heard = heard + 1 WHERE no = ?', [channel.no]);
    days.push(...(await sumUp(manager, channel, when)));
  }
  return days;
}

async function channelsFor(
  manager: EntityManager,
  channelIds: readonly string[],
): Promise<Map<string, DeviceChannel>> {
  await manager.query(
    "INSERT INTO device_channel (channel, zone, heard) SELECT value, '', 0 FROM json_each(?) WHERE true ON CONFLICT DO NOTHING",
    [JSON.stringify(channelIds)],
  );
  return new Map((await channelsNamed(manager, channelIds)).map((one) => [one.channelId, one]));
}

async function sourceOf(manager: EntityManager, { who, why }: SentBy): Promise<number> {
  const find = () =>
    manager.query<{ no: number }[]>(
      'SELECT no FROM device_source WHERE who = ? AND why = ? AND withdrawn_at IS NULL',
      [who, why],
    );
  const [known] = await find();
  if (known) return known.no;
  await manager.query('INSERT INTO device_source (who, why) VALUES (?, ?)', [who, why]);
  return (await find())[0]?.no ?? 0;
}

interface There {
  value: number;
  revision: number;
  withdrawn: boolean;
}
const NOTHING: readonly There[] = [];
type Known = Map<string, Map<Instant, readonly There[]>>;

/** What is there of the same channels and instants; nothing later than the newest of a channel is. */
async function valuesThere(
  manager: EntityManager,
  sent: readonly SentReading[],
  channels: ReadonlyMap<string, DeviceChannel>,
): Promise<Known> {
  const known: Known = new Map([...channels.keys()].map((id) => [id, new Map<Instant, readonly There[]>()]));
  const earlier = sent.filter(({ channelId, at }) => at <= (channels.get(channelId)?.newest ?? -Infinity));
  if (earlier.length === 0) return known;
  const rows = await manager.query<
    { channelId: string; at: number; value: number; revision: number; withdrawn: number }[]
  >(
    `SELECT sent.channelId AS channelId, device_reading.at AS at, device_reading.value AS value, revision,
       withdrawn_at IS NOT NULL AS withdrawn
     FROM (SELECT DISTINCT value ->> 0 AS channelId, value ->> 1 AS no, value ->> 2 AS at FROM json_each(?)) sent
     CROSS JOIN device_reading ON device_reading.channel = sent.no AND device_reading.at = sent.at
     JOIN device_source ON device_source.no = device_reading.source
     ORDER BY revision`,
    [JSON.stringify(earlier.map(({ channelId, at }) => [channelId, channels.get(channelId)?.no ?? 0, at]))],
  );
  for (const { channelId, at, withdrawn, ...row } of rows) {
    const ofChannel = known.get(channelId);
    ofChannel?.set(at, [...(ofChannel.get(at) ?? NOTHING), { ...row, withdrawn: withdrawn === 1 }]);
  }
  return known;
}
