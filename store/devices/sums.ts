import type { DataSource, EntityManager } from 'typeorm';
import { median } from '../../core/statistics/median.ts';
import { addDays, endOfDay, startOfDay, type Day, type Instant } from '../../core/time/day.ts';
import { pointValue } from '../../core/water/testSeries.ts';
import { byLocalDay, summaryOf, type DeviceDay, type DeviceReading } from '../../model/water/deviceDays.ts';
import { insertValues } from '../bulk.ts';

// The hours and days of what devices sent, summed up again where something new came in: hours for charts, by the clock of
// the world; days for all that is judged, by the clock of the place.

export const MS_PER_HOUR = 3_600_000;
export interface DeviceChannel {
  no: number;
  channelId: string;
  /** By which its days are summed up; '': they are not. */
  zone: string;
  /** Of the place where it stands now. */
  placeZone: string;
  /** When it read last; null: never. */
  newest: Instant | null;
}

/** What nothing doubts and nobody took back. */
const STANDING =
  'device_reading.good = 1 AND device_reading.source NOT IN (SELECT no FROM device_source WHERE withdrawn_at IS NOT NULL)';
const CHANNELS = `SELECT device_channel.no AS no, device_channel.channel AS channelId, device_channel.zone AS zone,
    coalesce(json_extract(site.content, '$.timeZone'), 'UTC') AS placeZone,
    (SELECT max(at) FROM device_reading WHERE channel = device_channel.no) AS newest
  FROM device_channel JOIN record_channel ON record_channel.id = device_channel.channel
  LEFT JOIN record_system ON record_system.id = json_extract(record_channel.content, '$.systemId')
  LEFT JOIN record_component ON record_component.id = json_extract(record_channel.content, '$.componentId')
  LEFT JOIN record_site site ON site.id = coalesce(record_system.parent, record_component.parent)`;

export const channelsNamed = (
  manager: EntityManager,
  channelIds: readonly string[],
): Promise<DeviceChannel[]> =>
  manager.query<DeviceChannel[]>(
    `${CHANNELS} WHERE device_channel.channel IN (SELECT value FROM json_each(?))`,
    [JSON.stringify(channelIds)],
  );

/** Sums up the channels whose place has another time zone than their days, or whose days were never summed up. */
export async function sumUpWhatIsNot(manager: EntityManager): Promise<DeviceDay[]> {
  const channels = await manager.query<DeviceChannel[]>(
    `SELECT * FROM (${CHANNELS}) WHERE zone <> placeZone`,
  );
  const days: DeviceDay[] = [];
  for (const channel of channels) days.push(...(await sumUpAll(manager, channel)));
  return days;
}

async function sumUpAll(manager: EntityManager, channel: DeviceChannel): Promise<DeviceDay[]> {
  const gone = await manager.query<{ day: Day }[]>('SELECT day FROM device_day WHERE channel = ?', [
    channel.no,
  ]);
  await manager.query('DELETE FROM device_day WHERE channel = ?', [channel.no]);
  await manager.query('UPDATE device_channel SET zone = ? WHERE no = ?', [channel.placeZone, channel.no]);
  const instants = await manager.query<{ at: Instant }[]>(
    'SELECT DISTINCT at FROM device_reading WHERE channel = ?',
    [channel.no],
  );
  const days = await sumUp(
    manager,
    { ...channel, zone: channel.placeZone },
    instants.map(({ at }) => at),
  );
  const known = new Set(days.map(({ day }) => day));
  return [
    ...gone.flatMap(({ day }) =>
      known.has(day) ? [] : [{ channelId: channel.channelId, day, summary: null }],
    ),
    ...days,
  ];
}

/**
 * Sums up the hours and days of a channel in which something is otherwise.
 * @param instants when, in any order
 * @returns the days as they now stand
 */
export async function sumUp(
  manager: EntityManager,
  channel: DeviceChannel,
  instants: readonly Instant[],
): Promise<DeviceDay[]> {
  if (channel.zone !== channel.placeZone) return sumUpAll(manager, channel);
  const { no, channelId, zone } = channel;
  const touchedHours = new Set(instants.map(hourOf));
  const days: DeviceDay[] = [];
  for (const run of runsOf(instants, zone)) {
    const from = hourOf(startOfDay(run.from, zone));
    const to = hourOf(endOfDay(run.to, zone)) + MS_PER_HOUR;
    const readings = await standingReadings(manager, no, from, to);
    const byDay = byLocalDay(readings, zone);
    for (let day = run.from; day <= run.to; day = addDays(day, 1))
      days.push({ channelId, day, summary: summaryOf(day, zone, byDay.get(day) ?? []) });
    await keepHours(manager, no, readings, touchedHours, { from, to });
  }
  await keepDays(manager, no, days);
  return days;
}

const hourOf = (at: Instant): Instant => Math.floor(at / MS_PER_HOUR) * MS_PER_HOUR;

/** Days in which something is otherwise, those next to each other as one. */
function runsOf(instants: readonly Instant[], zone: string): { from: Day; to: Day }[] {
  const days = [
    ...byLocalDay(
      instants.map((at) => ({ at, value: 0, below: false })),
      zone,
    ).keys(),
  ].sort();
  const runs: { from: Day; to: Day }[] = [];
  for (const day of days) {
    const last = runs.at(-1);
    if (last && addDays(last.to, 1) === day) last.to = day;
    else runs.push({ from: day, to: day });
  }
  return runs;
}

export async function standingReadings(
  source: EntityManager | DataSource,
  no: number,
  from: Instant,
  to: Instant,
): Promise<DeviceReading[]> {
  const rows = await source.query<{ at: number; value: number; below: number }[]>(
    `SELECT at, value, below FROM device_reading WHERE channel = ? AND at >= ? AND at < ? AND ${STANDING} ORDER BY at`,
    [no, from, to],
  );
  return rows.map(({ at, value, below }) => ({ at, value, below: below === 1 }));
}

async function keepHours(
  manager: EntityManager,
  no: number,
  readings: readonly DeviceReading[],
  touched: ReadonlySet<Instant>,
  { from, to }: { from: Instant; to: Instant },
): Promise<void> {
  const hours = new Map<Instant, number[]>();
  for (const hour of touched) if (hour >= from && hour < to) hours.set(hour, []);
  for (const reading of readings) hours.get(hourOf(reading.at))?.push(pointValue(reading));
  const empty = [...hours].flatMap(([hour, values]) => (values.length === 0 ? [hour] : []));
  if (empty.length > 0)
    await manager.query(
      'DELETE FROM device_hour WHERE channel = ? AND hour IN (SELECT value FROM json_each(?))',
      [no, JSON.stringify(empty)],
    );
  const rows = [...hours].flatMap(([hour, values]) =>
    values.length === 0 ? [] : [no, hour, values.length, least(values), most(values), median(values)],
  );
  await insertValues(
    manager,
    'device_hour',
    ['channel', 'hour', 'readings', 'least', 'most', 'middle'],
    rows,
    'OR REPLACE',
  );
}

async function keepDays(manager: EntityManager, no: number, days: readonly DeviceDay[]): Promise<void> {
  const empty = days.flatMap(({ day, summary }) => (summary === null ? [day] : []));
  if (empty.length > 0)
    await manager.query(
      'DELETE FROM device_day WHERE channel = ? AND day IN (SELECT value FROM json_each(?))',
      [no, JSON.stringify(empty)],
    );
  const values = days.flatMap(({ day, summary: one }) =>
    one === null
      ? []
      : [
          ...[no, day, one.readings, one.least, one.most, one.middle, one.middleAt],
          ...[one.last.value, one.last.at, one.last.below ? 1 : 0],
        ],
  );
  const columns = [
    ...['channel', 'day', 'readings', 'least', 'most', 'middle', 'middle_at'],
    ...['last', 'last_at', 'last_below'],
  ];
  await insertValues(manager, 'device_day', columns, values, 'OR REPLACE');
}

const least = (values: readonly number[]): number => values.reduce((a, b) => Math.min(a, b));
const most = (values: readonly number[]): number => values.reduce((a, b) => Math.max(a, b));

interface DayRow {
  channelId: string;
  day: Day;
  readings: number;
  least: number;
  most: number;
  middle: number;
  middleAt: Instant;
  last: number;
  lastAt: Instant;
  lastBelow: number;
}
/** All days that were summed up. */
export async function deviceDays(reader: DataSource): Promise<DeviceDay[]> {
  const rows = await reader.query<DayRow[]>(
    `SELECT device_channel.channel AS channelId, day, readings, least, most, middle, middle_at AS middleAt,
       last, last_at AS lastAt, last_below AS lastBelow
     FROM device_day JOIN device_channel ON device_channel.no = device_day.channel`,
  );
  return rows.map(({ channelId, day, last, lastAt, lastBelow, ...sums }) => ({
    ...{ channelId, day },
    summary: { ...sums, last: { at: lastAt, value: last, below: lastBelow === 1 } },
  }));
}
