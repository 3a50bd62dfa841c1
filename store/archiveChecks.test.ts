import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { canonicalJson } from '../contract/canonicalJson.ts';
import type { RecordContent, RecordKind } from '../contract/records.ts';
import { archiveLines } from './archive.ts';
import { importFile } from './archiveFile.ts';
import { sha256 } from './store.ts';
import { create, NOW, oneSock, openTestStore, work, type TestStore } from './testing/fixtures.ts';

let one: TestStore;
let other: TestStore;
let ids: ReturnType<typeof oneSock>['ids'];
let channel: string;
beforeEach(async () => {
  [one, other] = await Promise.all([openTestStore(), openTestStore()]);
  const sock = oneSock();
  ids = sock.ids;
  channel = uuid();
  await one.store.apply(
    work(
      ...sock.writes,
      create(
        'channel',
        {
          ...{ systemId: ids.system, componentId: null, name: 'Nitrate', quantity: 'concentration' },
          parameter: 'nitrate',
        },
        channel,
      ),
      create('reading', reading(5)),
    ),
  );
});
afterEach(() => Promise.all([one.close(), other.close()]));

const reading = (value: number): RecordContent<'reading'> => ({
  ...{ channelId: channel, when: { kind: 'instant', at: '2026-11-20T10:00:00Z' }, value, below: false },
  ...{ source: 'typed', quality: 'good', timing: null, serviceId: null, whoId: null, note: '' },
});

test('a revision that is here already, under another record or twice: refused with its line, nothing is taken', async () => {
  const lines: string[] = [];
  for await (const line of archiveLines(one.databases)) lines.push(line);
  const file = join(other.dataDir, 'twice.ndjson');
  const renamed = lines.map((line) => line.replace(ids.system, uuid()));
  writeFileSync(file, renamed.join('\n'));
  const again = await importFile(one.databases, one.dataDir, file, NOW);
  expect(again.added).toBe(0);
  expect(again.refused.map((each) => each.detail)).toContainEqual(
    expect.stringMatching(/^A revision of the system .* is here already, of the system /),
  );
});

interface Line {
  kind: RecordKind;
  id: string;
  revisions: { content: Record<string, unknown>; sha256: string }[];
}
/** An archive as this program writes it, with one record otherwise, its checksums right. */
async function archiveWith(kind: RecordKind, change: (content: Record<string, unknown>) => object) {
  const lines: string[] = [];
  for await (const line of archiveLines(one.databases)) {
    const parsed = JSON.parse(line) as Line;
    const isIt = parsed.kind === kind && lines.every((before) => !before.includes(`"kind":"${kind}"`));
    if (isIt)
      parsed.revisions = parsed.revisions.map((revision) => {
        const content = { ...revision.content, ...change(revision.content) };
        return { ...revision, content, sha256: sha256(canonicalJson(content)) };
      });
    lines.push(canonicalJson(parsed));
  }
  const file = join(other.dataDir, 'archive.ndjson');
  writeFileSync(file, lines.join('\n'));
  return importFile(other.databases, other.dataDir, file, NOW);
}
const kept = async () => {
  other.store.forget();
  return (await other.store.snapshot()).everything();
};

describe('an archive is asked what every other way in asks, and comes whole or not at all', () => {
  test('as it was written it comes in', async () => {
    expect(await archiveWith('site', () => ({}))).toEqual({ added: 7, same: 0, refused: [] });
    expect(await kept()).toHaveLength(7);
  });
  test.each<[string, RecordKind, (content: Record<string, unknown>) => object, RegExp]>([
    [
      'a reading that no water has',
      'reading',
      () => ({ value: -5 }),
      /^The reading .*: nitrate lies between 0 .* cannot be\.$/i,
    ],
    [
      'a system that is nowhere',
      'component',
      () => ({ systemIds: [uuid()] }),
      /^The .*: The system it belongs to does not exist/,
    ],
    ['a part of itself', 'component', () => ({ parentId: ids.sock }), /cannot be a part of its own part\.$/],
    [
      'a kind nobody knows',
      'component',
      () => ({ kindId: 'perpetuum' }),
      /no kind of equipment called “perpetuum”\.$/,
    ],
    ['a job nobody knows', 'job', () => ({ jobId: 'polish' }), /no job “polish”/],
    ['a vessel without its width', 'vessel', () => ({ dimensions: { lengthCm: 120 } }), /missing\.$/],
    ['a name nobody can see', 'system', () => ({ name: '\u200b\u2060' }), /no letter that can be seen\.$/],
    [
      'a day that has not come',
      'reading',
      () => ({ when: { kind: 'instant', at: '2027-11-20T10:00:00Z' } }),
      /cannot lie in the future/,
    ],
  ])('%s is refused with its line', async (_what, kind, change, says) => {
    const { added, refused } = await archiveWith(kind, change);
    expect(added).toBe(0);
    expect(refused).toHaveLength(1);
    expect(refused[0]?.detail).toMatch(says);
    expect(refused[0]?.line).toBeGreaterThan(1);
    expect(await kept()).toEqual([]);
  });
  test('what was right when it was written comes in, though it could not be written today', async () => {
    // a store that held 200 L when it was read at 180 holds 100 now
    const barrel = uuid();
    const level = uuid();
    const snapshot = await one.store.snapshot();
    const sock = snapshot.content('component', ids.sock) ?? expect.fail('no sock');
    const holding = (capacityL: number): RecordContent<'component'> => ({
      ...{ ...sock, kindId: 'mixing-drum', name: 'Barrel' },
      holds: { water: 'salt', capacityL, unusableL: 5 },
    });
    const written = await one.store.apply(
      work(
        create('component', holding(200), barrel),
        create(
          'channel',
          {
            ...{ systemId: null, componentId: barrel, name: 'Litres', quantity: 'volume' },
            measure: 'litres-left',
          },
          level,
        ),
        create('reading', { ...reading(180), channelId: level }),
      ),
    );
    expect(written.results).toHaveLength(3);
    await one.store.apply(
      work({
        ...{ op: 'revise', kind: 'component', id: barrel, revisionId: uuid(), baseVersion: 1 },
        content: holding(100),
      }),
    );
    expect(await archiveWith('site', () => ({}))).toMatchObject({ added: 10, refused: [] });
  });
});

describe('what is asked only when something is written', () => {
  test.each([
    ['a programme nobody wrote', 'system', { programmeId: 'made-up' }, 'There is no programme “made-up”.'],
  ])('%s', async (_what, kind, change, says) => {
    const system = (await one.store.snapshot()).content('system', ids.system);
    await expect(
      one.store.apply(
        work({
          ...{ op: 'revise', kind, id: ids.system, revisionId: uuid(), baseVersion: 1 },
          content: { ...system, ...change },
        } as Parameters<typeof work>[0]),
      ),
    ).rejects.toMatchObject({ facts: { errors: [{ detail: says }] } });
  });
  test('equipment whose system stands at another place', async () => {
    const [site, system] = [uuid(), uuid()];
    const sock = (await one.store.snapshot()).content('component', ids.sock) ?? expect.fail('no sock');
    await expect(
      one.store.apply(
        work(
          create('site', { name: 'Away', timeZone: 'UTC', visits: null }, site),
          create(
            'system',
            { siteId: site, name: 'Pond', water: 'fresh', believedVolumeL: null, note: '' },
            system,
          ),
          create('component', { ...sock, systemIds: [system] }),
        ),
      ),
    ).rejects.toMatchObject({
      facts: {
        errors: [
          {
            pointer: '/writes/2/content/systemIds',
            detail: 'Equipment stands at the place of the systems it serves.',
          },
        ],
      },
    });
  });
});
