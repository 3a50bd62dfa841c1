import fc from 'fast-check';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { MS_PER_DAY } from '../../core/time/day.ts';
import { canonicalJson } from '../../contract/canonicalJson.ts';
import type { RecordContent } from '../../contract/records.ts';
import type { Work } from '../../contract/work.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { readingsOfChannels } from '../../model/water/readings.ts';
import { evidenceOf, testedWater } from '../../model/water/testedWater.ts';
import { archiveLines } from '../archive.ts';
import { importFile } from '../archiveFile.ts';
import { DeviceReadings1796000000000 } from '../migrations/1796000000000-deviceReadings.ts';
import { Store, sha256, type StoreChange } from '../store.ts';
import { create, NOW, oneSock, openTestStore, work, type TestStore } from '../testing/fixtures.ts';
import { requireWhole } from '../wholeness.ts';
import { sumUpWhatIsNot } from './sums.ts';

let one: TestStore;
let ids: ReturnType<typeof oneSock>['ids'];
let probe: string;
beforeEach(async () => {
  one = await openTestStore();
  const sock = oneSock();
  ids = sock.ids;
  probe = uuid();
  await one.store.apply(work(...sock.writes, probeChannel(probe)));
});
afterEach(() => one.close());

const probeChannel = (id: string, systemId = ids.system) =>
  create(
    'channel',
    {
      ...{ componentId: null, systemId, name: 'Probe', quantity: 'temperature' },
      parameter: 'temperature',
    },
    id,
  );
const at = (iso: string): number => Date.parse(iso);
const sent = (channelId: string, iso: string, value: number) => ({ channelId, at: at(iso), value });
const asRecord = (channelId: string, when: number, value: number): RecordContent<'reading'> => ({
  ...{ channelId, when: { kind: 'instant', at: new Date(when).toISOString() }, value, below: false },
  ...{ source: 'device', quality: 'good', timing: null, serviceId: null, whoId: null, note: '' },
});
/** What is on the disk, read anew. */
const rows = (what = 'at, revision, value, good') =>
  one.databases.reader.query<Record<string, number>[]>(
    `SELECT ${what} FROM device_reading ORDER BY at, revision`,
  );
const readAnew = () => new Store(one.databases, () => NOW).snapshot();
const lines = async (store = one): Promise<string[]> => {
  const all: string[] = [];
  for await (const line of archiveLines(store.databases)) all.push(line);
  return all;
};

describe('what a device sends', () => {
  test('is no record: neither its readings nor revisions of them are held or written', async () => {
    await one.store.takeReadings([sent(probe, '2026-11-24T10:00:00Z', 25)], 'controller');
    expect((await one.store.snapshot()).all('reading')).toEqual([]);
    expect(await one.databases.reader.query("SELECT * FROM revision WHERE kind = 'reading'")).toEqual([]);
    expect(await rows()).toHaveLength(1);
  });

  test('sent again with the same value nothing happens and nobody is told; another is kept and doubted', async () => {
    const told: (StoreChange | null)[] = [];
    one.store.onChange((change) => told.push(change));
    const first = sent(probe, '2026-11-24T10:00:00Z', 25);
    expect(await one.store.takeReadings([first, first], '')).toEqual({ taken: 1 });
    expect(await one.store.takeReadings([first], '')).toEqual({ taken: 0 });
    expect(told).toHaveLength(1);
    expect(await one.store.takeReadings([{ ...first, value: 26 }], '')).toEqual({ taken: 1 });
    expect(await one.store.takeReadings([{ ...first, value: 26 }, first], '')).toEqual({ taken: 0 });
    expect(await rows()).toEqual([
      { at: first.at, revision: 1, value: 25, good: 1 },
      { at: first.at, revision: 2, value: 26, good: 0 },
    ]);
    expect((await one.store.snapshot()).devices.of(probe)).toMatchObject([{ readings: 1, middle: 25 }]);
  });

  test('a probe that came loose is kept and doubted: nothing is judged by −127 °C', async () => {
    const loose = [sent(probe, '2026-11-24T10:00:00Z', 25.1), sent(probe, '2026-11-24T11:00:00Z', -127)];
    await one.store.takeReadings(loose, '');
    expect((await rows('value, good')).map(Object.values)).toEqual([
      [25.1, 1],
      [-127, 0],
    ]);
    const water = testedWater(evidenceOf(await one.store.snapshot()), ids.system, 'Europe/Berlin', NOW);
    expect(water.get('temperature')?.map((point) => point.value)).toEqual([25.1]);
  });

  test('of a channel that is not there, or of tomorrow: refused with its place, nothing of it is taken', async () => {
    const good = sent(probe, '2026-11-24T10:00:00Z', 25);
    const far = { ...good, at: NOW + 15 * 3_600_000 };
    await expect(one.store.takeReadings([good, { ...good, channelId: uuid() }], '')).rejects.toMatchObject({
      facts: { errors: [{ pointer: '/readings/1/channelId' }] },
    });
    await expect(one.store.takeReadings([good, far], '')).rejects.toMatchObject({
      facts: { errors: [{ pointer: '/readings/1/at', detail: 'A reading cannot lie in the future.' }] },
    });
    expect(await rows()).toEqual([]);
  });

  test('a channel of it cannot be deleted', async () => {
    await one.store.takeReadings([sent(probe, '2026-11-24T10:00:00Z', 25)], '');
    const gone = { op: 'delete', kind: 'channel', id: probe, revisionId: uuid(), baseVersion: 1 } as const;
    await expect(one.store.apply(work(gone))).rejects.toMatchObject({
      facts: { errors: [{ detail: 'What a device sent still stands in this channel.' }] },
    });
  });

  test('the disk lets nobody change or remove it', async () => {
    await one.store.takeReadings([sent(probe, '2026-11-24T10:00:00Z', 25)], '');
    const { writer } = one.databases;
    await expect(writer.query('UPDATE device_reading SET value = 1')).rejects.toThrow(/never overwritten/);
    await expect(writer.query('DELETE FROM device_reading')).rejects.toThrow(/never removed/);
  });
});

describe('its days', () => {
  const zones = ['Europe/Berlin', 'Asia/Kolkata', 'Pacific/Kiritimati', 'America/St_Johns'] as const;
  // over the night on which Berlin's clocks went back
  const BEGIN = at('2026-10-23T00:00:00Z');
  const reading = fc.record({
    at: fc.integer({ min: 0, max: 4 * 96 }).map((k) => BEGIN + k * 900_000),
    value: fc.constantFrom(23, 24.5, 25, 26.25, -127),
  });
  test('however it comes in, and whatever the clock of the place: as if all its readings were held', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.array(reading, { minLength: 1, maxLength: 25 }), { minLength: 1, maxLength: 5 }),
        fc.array(fc.constantFrom(...zones), { maxLength: 2 }),
        async (batches, moves) => {
          const [systemId, channelId] = [uuid(), uuid()];
          await one.store.apply(
            work(
              create(
                'system',
                { siteId: ids.site, name: 'Other', water: 'salt', believedVolumeL: 300, note: '' },
                systemId,
              ),
              probeChannel(channelId, systemId),
            ),
          );
          // the first value of an instant stands
          const stands = new Map<number, number>();
          for (const [i, batch] of batches.entries()) {
            await one.store.takeReadings(
              batch.map((each) => ({ channelId, ...each })),
              '',
            );
            for (const each of batch) stands.set(each.at, stands.get(each.at) ?? each.value);
            if (moves[i]) await moveTo(moves[i]);
          }
          const kept = await one.store.snapshot();
          const zone = kept.content('site', ids.site)?.timeZone ?? '';
          const whole = Snapshot.of(kept.everything());
          for (const [when, value] of stands)
            if (value > 0)
              whole.apply({
                ...{ kind: 'reading', id: uuid(), version: 1, deleted: false },
                content: asRecord(channelId, when, value),
              });
          const judged = (snapshot: Snapshot) =>
            testedWater(evidenceOf(snapshot), systemId, zone, NOW).get('temperature') ?? [];
          expect(judged(kept)).toEqual(judged(whole));
          expect(judged(kept).length > 0).toBe([...stands.values()].some((value) => value > 0));
          expect((await readAnew()).devices.of(channelId)).toEqual(kept.devices.of(channelId));
        },
      ),
      { numRuns: 40 },
    );
  });
  const moveTo = async (timeZone: string): Promise<void> => {
    const site = (await one.store.snapshot()).get('site', ids.site);
    if (!site) expect.fail();
    const { version: baseVersion, content } = site;
    await one.store.apply(
      work({
        ...{ op: 'revise', kind: 'site', id: ids.site, revisionId: uuid(), baseVersion },
        content: { ...content, timeZone },
      }),
    );
  };

  test('of a water the middle of each day; of a pump what was read last, of a meter what it stood at', async () => {
    const [flow, hours] = [uuid(), uuid()];
    const on = { componentId: ids.sock, systemId: null };
    await one.store.apply(
      work(
        create('channel', { ...on, name: 'Flow', quantity: 'flow', measure: 'flow' }, flow),
        create('channel', { ...on, name: 'Hours', quantity: 'hours', measure: 'hours' }, hours),
      ),
    );
    const hoursOf = ['2026-11-23T09:00:00Z', '2026-11-23T10:00:00Z', '2026-11-23T21:00:00Z'];
    const later = ['2026-11-24T09:00:00Z', '2026-11-24T10:00:00Z', '2026-11-24T12:00:00Z'];
    for (const channelId of [probe, flow, hours])
      await one.store.takeReadings(
        [...hoursOf, ...later].map((iso, k) => sent(channelId, iso, [20, 21, 26, 22, 23, 27][k] ?? 0)),
        '',
      );
    const { snapshot, index } = evidenceOf(await one.store.snapshot());
    const points = (id: string) =>
      readingsOfChannels(
        index,
        [snapshot.get('channel', id)].flatMap((c) => c ?? []),
        'Europe/Berlin',
        NOW,
      ).map((point) => [point.value, new Date(point.at).toISOString().slice(5, 16)]);
    expect(points(probe)).toEqual([
      [21, '11-23T11:00'],
      [23, '11-24T11:00'],
    ]);
    expect(points(flow)).toEqual([
      [21, '11-23T11:00'],
      [27, '11-24T12:00'],
    ]);
    expect(points(hours)).toEqual([
      [26, '11-23T21:00'],
      [27, '11-24T12:00'],
    ]);
  });
});

describe('a chart of it', () => {
  const EVERY_MS = 300_000;
  const from = NOW - 60 * MS_PER_DAY;
  const count = (NOW - from) / EVERY_MS;
  const fill = async (): Promise<void> => {
    const all = Array.from({ length: count }, (_, k) => ({
      ...{ channelId: probe, at: from + k * EVERY_MS },
      value: k === 5000 ? 34 : 25 + Math.sin(k / 40),
    }));
    for (let k = 0; k < count; k += 4000) await one.store.takeReadings(all.slice(k, k + 4000), '');
  };
  test('of many by their hours, of very many by their days: none is left out, and no spike', async () => {
    await fill();
    for (const [most, atLeast] of [
      [500, 500],
      [20, 20],
    ] as const) {
      const points = await one.store.sentSeries([probe], from, NOW, most);
      expect(points.reduce((sum, point) => sum + point.readings, 0)).toBe(count);
      expect(Math.max(...points.map((point) => point.most))).toBe(34);
      expect(points.length).toBeGreaterThanOrEqual(atLeast);
      expect(points.length).toBeLessThan(count / 10);
    }
  });
  test('of few each by itself', async () => {
    await fill();
    const points = await one.store.sentSeries([probe], from, from + MS_PER_DAY, 500);
    expect(points).toHaveLength(MS_PER_DAY / EVERY_MS + 1);
    expect(points[0]).toMatchObject({ at: from, readings: 1, value: 25 });
  });
});

describe('taken back, kept, and brought over', () => {
  const readIn = (why: string, ...values: [iso: string, value: number][]): Promise<unknown> => {
    const writes = values.map(([iso, value]) => create('reading', asRecord(probe, at(iso), value)));
    const unit: Work = { writes, why, who: 'Jule' };
    return one.store.apply(unit);
  };
  const middles = async () => (await one.store.snapshot()).devices.of(probe).map((day) => day.middle);

  test('a file that is taken back stays on the disk and counts no more; read in again it counts anew', async () => {
    await readIn('import:1', ['2026-11-23T10:00:00Z', 21], ['2026-11-24T10:00:00Z', 22]);
    await one.store.takeReadings([sent(probe, '2026-11-24T11:00:00Z', 24)], '');
    expect(await middles()).toEqual([21, 23]);
    expect(await one.store.applyWithdrawing(work(), 'import:1')).toBe(2);
    expect(await middles()).toEqual([24]);
    expect(await one.store.sentSeries([probe], 0, NOW, 100)).toHaveLength(1);
    expect(await rows()).toHaveLength(3);
    await readIn('import:2', ['2026-11-23T10:00:00Z', 21.5]);
    expect(await middles()).toEqual([21.5, 24]);
    expect((await readAnew()).devices.of(probe)).toEqual((await one.store.snapshot()).devices.of(probe));
  });

  test('an archive carries all of it: brought over it is the same, to the byte, and twice it is there already', async () => {
    await readIn('import:1', ['2026-11-23T10:00:00Z', 21], ['2026-11-24T23:30:00Z', 22]);
    await one.store.applyWithdrawing(work(), 'import:1');
    await one.store.takeReadings(
      [sent(probe, '2026-11-23T10:00:00Z', 24), sent(probe, '2026-11-23T10:00:00Z', 25)],
      'controller',
    );
    const text = await lines();
    expect(text.filter((line) => line.includes('"kind":"device-readings"'))).toHaveLength(2);
    const other = await openTestStore();
    try {
      const file = join(other.dataDir, 'all.ndjson');
      writeFileSync(file, text.join('\n'));
      expect(await importFile(other.databases, other.dataDir, file, NOW)).toMatchObject({ refused: [] });
      expect(await lines(other)).toEqual(text);
      const there = await other.store.snapshot();
      expect(there.devices.of(probe)).toEqual((await one.store.snapshot()).devices.of(probe));
      expect(await importFile(other.databases, other.dataDir, file, NOW)).toMatchObject({
        added: 0,
        refused: [],
      });
      writeFileSync(file, text.join('\n').replace('"value":25', '"value":25.5'));
      const { added, refused } = await importFile(other.databases, other.dataDir, file, NOW);
      expect([added, refused.map(({ detail }) => detail)]).toEqual([
        0,
        ['What a device sent on 2026-11-23 is here already with other content.'],
      ]);
      expect(await requireWhole(other.databases)).toBeGreaterThan(6);
    } finally {
      await other.close();
    }
  });

  test('an archive of before, where each reading was a record, is read too', async () => {
    const content = canonicalJson(asRecord(probe, at('2026-11-23T10:00:00Z'), 21));
    const revision = {
      ...{
        content: JSON.parse(content) as unknown,
        deleted: false,
        id: uuid(),
        madeAt: '2026-11-23T10:01:00Z',
      },
      ...{ sha256: sha256(content), version: 1, who: 'controller', why: '' },
    };
    const old = [
      ...(await lines()).map((line) => line.replace('"schema":2', '"schema":1')),
      canonicalJson({ kind: 'reading', id: uuid(), revisions: [revision] }),
    ];
    const file = join(one.dataDir, 'old.ndjson');
    writeFileSync(file, old.join('\n'));
    expect(await importFile(one.databases, one.dataDir, file, NOW)).toMatchObject({ added: 1, refused: [] });
    expect((await readAnew()).all('reading')).toEqual([]);
    expect((await readAnew()).devices.of(probe)).toMatchObject([{ readings: 1, middle: 21 }]);
  });

  test('readings of devices among the records of older data move, with who sent them; people’s stay', async () => {
    const { writer } = one.databases;
    const migration = new DeviceReadings1796000000000();
    await one.store.apply(
      work(create('reading', { ...asRecord(probe, at('2026-11-22T10:00:00Z'), 20), source: 'typed' })),
    );
    const run = writer.createQueryRunner();
    await migration.down(run);
    for (const [k, [value, quality]] of (
      [
        [21, 'good'],
        [21.5, 'doubtful'],
        [22, 'good'],
      ] as const
    ).entries()) {
      const id = uuid();
      const when = at('2026-11-23T10:00:00.250Z') + (k === 2 ? 600_000 : 0);
      const text = canonicalJson({
        ...asRecord(probe, when, value),
        quality,
        note: k === 2 ? 'by hand' : '',
      });
      await run.query(
        'INSERT INTO record_reading (id, version, deleted, content, parent) VALUES (?, 1, 0, ?, ?)',
        [id, text, probe],
      );
      await run.query(
        `INSERT INTO revision (id, kind, record_id, version, who, made_at, why, deleted, content, sha256)
         VALUES (?, 'reading', ?, 1, 'controller', '2026-11-23T10:05:00.000Z', '', 0, ?, ?)`,
        [uuid(), id, text, sha256(text)],
      );
    }
    await migration.up(run);
    await writer.transaction(sumUpWhatIsNot);
    const first = at('2026-11-23T10:00:00.250Z');
    expect(await rows('at, revision, value, good, more')).toEqual([
      { at: first, revision: 1, value: 21, good: 1, more: null },
      { at: first, revision: 2, value: 21.5, good: 0, more: null },
      { at: first + 600_000, revision: 1, value: 22, good: 1, more: '{"note":"by hand"}' },
    ]);
    const after = await readAnew();
    expect(after.all('reading').map(({ content }) => content.value)).toEqual([20]);
    expect(after.devices.of(probe)).toMatchObject([{ readings: 2, middle: 21.5 }]);
    expect(await requireWhole(one.databases)).toBe(9);
  });
});
