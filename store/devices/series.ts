import type { DataSource } from 'typeorm';
import type { Instant } from '../../core/time/day.ts';
import { pointOf, type SeriesPoint } from '../../model/water/series.ts';
import { channelsNamed, MS_PER_HOUR, standingReadings } from './sums.ts';

/** A stretch of time, and into how many points at most it is drawn. */
interface Stretch {
  from: Instant;
  to: Instant;
  most: number;
}
/** Above so many readings to a point their hours are drawn, above so many hours their days. */
const READINGS_A_POINT = 10;
const HOURS_A_POINT = 40;

/** One by one where they are few enough, else their hours or days as they were summed up. */
export async function deviceSeries(
  reader: DataSource,
  channelIds: readonly string[],
  { from, to, most }: Stretch,
): Promise<SeriesPoint[]> {
  const points: SeriesPoint[] = [];
  for (const { no } of await channelsNamed(reader.manager, channelIds)) {
    const [count] = await reader.query<{ readings: number | null; hours: number }[]>(
      'SELECT sum(readings) AS readings, count(*) AS hours FROM device_hour WHERE channel = ? AND hour > ? AND hour <= ?',
      [no, from - MS_PER_HOUR, to],
    );
    const [readings, hours] = [count?.readings ?? 0, count?.hours ?? 0];
    if (readings <= READINGS_A_POINT * most) {
      const each = await standingReadings(reader, no, from, to + 1);
      points.push(...each.map(pointOf));
    } else points.push(...(await summed(reader, no, { from, to }, hours <= HOURS_A_POINT * most)));
  }
  return points.sort((a, b) => a.at - b.at);
}

async function summed(
  reader: DataSource,
  no: number,
  { from, to }: Pick<Stretch, 'from' | 'to'>,
  byHour: boolean,
): Promise<SeriesPoint[]> {
  const sums = 'middle AS value, least, most, readings';
  const [query, begin] = byHour
    ? [
        `SELECT hour + ${MS_PER_HOUR / 2} AS at, ${sums} FROM device_hour WHERE channel = ? AND hour > ? AND hour <= ?`,
        from - MS_PER_HOUR,
      ]
    : [
        `SELECT middle_at AS at, ${sums} FROM device_day WHERE channel = ? AND last_at >= ? AND middle_at <= ?`,
        from,
      ];
  const rows = await reader.query<Omit<SeriesPoint, 'below'>[]>(query, [no, begin, to]);
  return rows.map((row) => ({ ...row, below: false }));
}

/** Every value of some channels in a stretch of time that was not taken back, by channel and instant. */
export async function sentBetween(
  reader: DataSource,
  channelIds: readonly string[],
  from: Instant,
  to: Instant,
): Promise<Map<string, Map<Instant, number[]>>> {
  const found = new Map<string, Map<Instant, number[]>>();
  for (const { no, channelId } of await channelsNamed(reader.manager, channelIds)) {
    const rows = await reader.query<{ at: number; value: number }[]>(
      `SELECT device_reading.at AS at, value FROM device_reading
         JOIN device_source ON device_source.no = device_reading.source
       WHERE channel = ? AND at >= ? AND at <= ? AND withdrawn_at IS NULL`,
      [no, from, to],
    );
    const values = new Map<Instant, number[]>();
    for (const { at, value } of rows) values.set(at, [...(values.get(at) ?? []), value]);
    found.set(channelId, values);
  }
  return found;
}
