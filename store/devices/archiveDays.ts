import type { EntityManager } from 'typeorm';
import { canonicalJson } from '../../contract/canonicalJson.ts';
import { parseJson } from '../../contract/json.ts';
import type { ArchiveDeviceDay } from '../../contract/archive.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import type { Databases } from '../database.ts';
import { insertReadings } from './takeIn.ts';

// What devices sent, in an archive: a line for each channel and day of the world's clock.

const PAGE = 5000;

interface Row {
  at: number;
  revision: number;
  value: number;
  below: number;
  good: number;
  heardAt: number;
  more: string | null;
  who: string;
  why: string;
  withdrawnAt: number | null;
}
const COLUMNS = `device_reading.at AS at, device_reading.revision AS revision, value, below, good, heard_at AS heardAt, more,
  who, why, withdrawn_at AS withdrawnAt`;
const FROM = `device_reading JOIN device_channel ON device_channel.no = device_reading.channel
  JOIN device_source ON device_source.no = device_reading.source`;
const isoOf = (at: number): string => new Date(at).toISOString();

/** Sorted by channel and day. */
export async function* deviceDayLines({ reader }: Databases): AsyncGenerator<string> {
  const channels = await reader.query<{ channel: string }[]>(
    'SELECT channel FROM device_channel ORDER BY channel',
  );
  for (const { channel } of channels) {
    let rows: Row[] = [];
    let [at, revision] = [Number.MIN_SAFE_INTEGER, 0];
    for (;;) {
      const page = await reader.query<Row[]>(
        `SELECT ${COLUMNS} FROM ${FROM} WHERE device_channel.channel = ?
           AND (device_reading.at, device_reading.revision) > (?, ?)
         ORDER BY device_reading.at, device_reading.revision LIMIT ${PAGE}`,
        [channel, at, revision],
      );
      for (const row of page) {
        if (rows[0] && dayOfWorld(rows[0].at) !== dayOfWorld(row.at)) {
          yield canonicalJson(lineOf(channel, rows));
          rows = [];
        }
        rows.push(row);
      }
      const last = page.at(-1);
      if (!last || page.length < PAGE) break;
      [at, revision] = [last.at, last.revision];
    }
    if (rows.length > 0) yield canonicalJson(lineOf(channel, rows));
  }
}
const dayOfWorld = (at: number): string => isoOf(at).slice(0, 10);

function lineOf(channelId: string, rows: readonly Row[]): ArchiveDeviceDay {
  const sources = new Map<string, { k: number; source: ArchiveDeviceDay['sources'][number] }>();
  const readings = rows.map((row): ArchiveDeviceDay['readings'][number] => {
    const source = {
      ...{ who: row.who, why: row.why },
      withdrawnAt: row.withdrawnAt === null ? null : isoOf(row.withdrawnAt),
    };
    const key = canonicalJson(source);
    const known = sources.get(key) ?? { k: sources.size, source };
    sources.set(key, known);
    return {
      ...{ at: isoOf(row.at), heardAt: isoOf(row.heardAt), revision: row.revision, value: row.value },
      ...{ below: row.below === 1, good: row.good === 1, source: known.k },
      more: row.more === null ? null : (parseJson(row.more) as Record<string, unknown>),
    };
  });
  return {
    ...{ kind: 'device-readings', channelId, day: dayOfWorld(rows[0]?.at ?? 0) },
    ...{ sources: [...sources.values()].map(({ source }) => source), readings },
  };
}

/**
 * Takes a day in as it stands in an archive; its hours and days are summed up when all has come.
 * @returns added; same: it is here already; or why it cannot be taken
 */
export async function takeDeviceDay(
  manager: EntityManager,
  day: ArchiveDeviceDay,
): Promise<'added' | 'same' | { refused: string }> {
  const instants = day.readings.map(({ at }) => Date.parse(at));
  const here = await manager.query<Row[]>(
    `SELECT ${COLUMNS} FROM ${FROM} WHERE device_channel.channel = ?
       AND device_reading.at IN (SELECT value FROM json_each(?))
     ORDER BY device_reading.at, device_reading.revision`,
    [day.channelId, JSON.stringify(instants)],
  );
  if (here.length > 0)
    return canonicalJson(lineOf(day.channelId, here)) === canonicalJson(day)
      ? 'same'
      : { refused: `What a device sent on ${day.day} is here already with other content.` };
  await manager.query(
    "INSERT INTO device_channel (channel, zone, heard) VALUES (?, '', 1) ON CONFLICT DO UPDATE SET zone = '', heard = heard + 1",
    [day.channelId],
  );
  const sources: number[] = [];
  for (const { who, why, withdrawnAt } of day.sources) {
    const values = [who, why, withdrawnAt === null ? null : Date.parse(withdrawnAt)];
    const find = () =>
      manager.query<{ no: number }[]>(
        'SELECT no FROM device_source WHERE who = ? AND why = ? AND withdrawn_at IS ?',
        values,
      );
    if ((await find()).length === 0)
      await manager.query('INSERT INTO device_source (who, why, withdrawn_at) VALUES (?, ?, ?)', values);
    sources.push((await find())[0]?.no ?? 0);
  }
  const [channel] = await manager.query<{ no: number }[]>('SELECT no FROM device_channel WHERE channel = ?', [
    day.channelId,
  ]);
  const values = day.readings.flatMap((one) => [
    ...[channel?.no ?? 0, Date.parse(one.at), one.revision, one.value, one.below ? 1 : 0, one.good ? 1 : 0],
    ...[sources[one.source] ?? 0, Date.parse(one.heardAt), one.more && canonicalJson(one.more)],
  ]);
  await insertReadings(manager, values);
  return 'added';
}

/** As records, for whoever plans straight from an archive: what stands, one by one. */
export function* recordsOfDeviceDay({ channelId, sources, readings }: ArchiveDeviceDay): Generator<Stored> {
  for (const { at, revision, value, below, good, source } of readings) {
    if (!good || sources[source]?.withdrawnAt !== null) continue;
    const content: RecordContent<'reading'> = {
      ...{ channelId, when: { kind: 'instant', at }, value, below, source: 'device', quality: 'good' },
      ...{ timing: null, serviceId: null, whoId: null, note: '' },
    };
    yield {
      kind: 'reading',
      id: `${channelId} ${at} ${revision}`,
      version: revision,
      deleted: false,
      content,
    };
  }
}
