import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { endOfToday, makePlan } from '../usecases/plan/plan.ts';
import { archiveLines } from './archive.ts';
import { importFile, writeArchive } from './archiveFile.ts';
import { backUp, restoreBackup } from './backup.ts';
import { openDatabases } from './database.ts';
import { takeLock } from './lock.ts';
import { oneAtATime } from './oneAtATime.ts';
import { keepPicture, readPicture } from './pictures.ts';
import { recordEntities } from './rows.ts';
import { create, NOW, oneSock, openTestStore, swapped, work, type TestStore } from './testing/fixtures.ts';

let one: TestStore;
beforeEach(async () => {
  one = await openTestStore();
});
afterEach(() => one.close());

const plan = async () => makePlan(await one.store.snapshot(), endOfToday(NOW), 'now').jobs;

describe('a unit of work', () => {
  test('one tank, one sock, one date with its reason, and a logged change moves it', async () => {
    const { ids, writes } = oneSock();
    await one.store.apply(work(...writes, create('service', swapped(ids.job, '2026-11-21'))));
    const [before] = await plan();
    expect(before?.target).toBe('Filter sock, Reef');
    expect(before?.sentence).toBe('4 days so far; usually every 3 to 7 days. Nothing learned yet.');
    await one.store.apply(work(create('service', swapped(ids.job, '2026-11-25', 'light'))));
    const [after] = await plan();
    expect(after?.lastDone).toBe('2026-11-25');
    expect((after?.likely ?? '') > (before?.likely ?? '')).toBe(true);
    expect(after?.sentence).toContain('found half-way after 4 days');
  });

  test('sent again it changes nothing and gives the stored answer', async () => {
    const { writes } = oneSock();
    const first = await one.store.apply(work(...writes));
    expect(await one.store.apply(work(...writes))).toEqual(first);
    expect((await one.store.revisions('site', first.results[0]?.id ?? '')).length).toBe(1);
  });

  test('all or nothing: one bad write stores none', async () => {
    const { ids, writes } = oneSock();
    const bad = create('service', swapped(ids.job, '2027-01-01'));
    await expect(one.store.apply(work(...writes, bad))).rejects.toMatchObject({
      code: 'invalid',
      facts: {
        errors: [
          {
            pointer: '/writes/5/content/when',
            detail: 'A job cannot be done in the future. Check the date.',
          },
        ],
      },
    });
    expect((await one.store.snapshot()).all('site')).toEqual([]);
    await expect(one.store.get('site', ids.site)).rejects.toMatchObject({ code: 'not-found' });
  });

  test('children before parents are fine, links to nowhere are not', async () => {
    const { ids, writes } = oneSock();
    await one.store.apply(work(...[...writes].reverse()));
    await expect(
      one.store.apply(work(create('service', swapped(uuid(), '2026-11-20')))),
    ).rejects.toMatchObject({ code: 'invalid' });
    expect((await one.store.get('system', ids.system)).version).toBe(1);
  });

  test('an older version is a conflict with both texts; the same id made anew with another body too', async () => {
    const { ids, writes } = oneSock();
    await one.store.apply(work(...writes));
    const revise = (name: string, baseVersion: number) =>
      work({
        op: 'revise',
        kind: 'site',
        id: ids.site,
        revisionId: uuid(),
        baseVersion,
        content: { name, timeZone: 'Europe/Berlin', visits: null },
      });
    await one.store.apply(revise('Cellar', 1));
    await expect(one.store.apply(revise('Attic', 1))).rejects.toMatchObject({
      code: 'conflict',
      facts: { stored: { version: 2, content: { name: 'Cellar' } }, sent: { name: 'Attic' } },
    });
    await expect(
      one.store.apply(work(create('site', { name: 'Other', timeZone: 'UTC', visits: null }, ids.site))),
    ).rejects.toMatchObject({ code: 'conflict' });
  });

  test('a revision id used for something else is refused', async () => {
    const { ids, writes } = oneSock();
    await one.store.apply(work(...writes));
    const used = writes[0];
    if (!used) expect.fail();
    const other = { ...used, content: { name: 'Else', timeZone: 'UTC', visits: null } } as typeof used;
    await expect(one.store.apply(work(other))).rejects.toMatchObject({ code: 'conflict' });
    expect(ids.site).toBeTruthy();
  });

  test('delete is a revision and can be undone; nothing is deleted from under its parts', async () => {
    const { ids, writes } = oneSock();
    const service = create('service', swapped(ids.job, '2026-11-21'));
    await one.store.apply(work(...writes, service));
    await expect(
      one.store.apply(
        work({ op: 'delete', kind: 'system', id: ids.system, revisionId: uuid(), baseVersion: 1 }),
      ),
    ).rejects.toMatchObject({ code: 'invalid' });
    await one.store.apply(
      work({ op: 'delete', kind: 'service', id: service.id, revisionId: uuid(), baseVersion: 1 }),
    );
    expect((await plan())[0]?.lastDone).toBeNull();
    expect((await one.store.deleted('service')).map((record) => record.id)).toEqual([service.id]);
    await one.store.apply(
      work({ op: 'restore', kind: 'service', id: service.id, revisionId: uuid(), baseVersion: 2 }),
    );
    expect((await plan())[0]?.lastDone).toBe('2026-11-21');
    expect((await one.store.revisions('service', service.id)).map((revision) => revision.deleted)).toEqual([
      false,
      true,
      false,
    ]);
  });

  test('revisions cannot be overwritten or removed, not even by hand', async () => {
    await one.store.apply(work(...oneSock().writes));
    await expect(one.databases.writer.query("UPDATE revision SET why = 'x'")).rejects.toThrow(
      /never overwritten/,
    );
    await expect(one.databases.writer.query('DELETE FROM revision')).rejects.toThrow(/never removed/);
  });
});

describe('the writer queue', () => {
  const row = (id: string) => ({ id, version: 1, deleted: 0, content: '{}', parent: null });
  test('two overlapping units of work cannot undo or swallow each other', async () => {
    const { writer } = one.databases;
    const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
    const fails = oneAtATime(writer, () =>
      writer.transaction(async (manager) => {
        await manager.getRepository(recordEntities.person).insert(row('rolled-back'));
        await pause(30);
        throw new Error('on purpose');
      }),
    );
    const works = oneAtATime(writer, () =>
      writer.transaction(async (manager) => {
        await manager.getRepository(recordEntities.person).insert(row('committed'));
        await pause(30);
      }),
    );
    await expect(fails).rejects.toThrow('on purpose');
    await works;
    const rows = await one.databases.reader.getRepository(recordEntities.person).find();
    expect(rows.map((person) => person.id)).toEqual(['committed']);
  });
  test('forty units of work at once: the bad ones fail, the good ones are all there, once', async () => {
    const { ids, writes } = oneSock();
    await one.store.apply(work(...writes));
    const sent = Array.from({ length: 40 }, (_, i) =>
      work(create('service', swapped(ids.job, i % 4 === 0 ? '2027-05-05' : '2026-11-20'))),
    );
    const outcomes = await Promise.allSettled([...sent, ...sent].map((unit) => one.store.apply(unit)));
    expect(outcomes.filter((outcome) => outcome.status === 'rejected').length).toBe(20);
    expect(await one.databases.reader.getRepository(recordEntities.service).count()).toBe(30);
  });
});

describe('archive', () => {
  const textOf = async (databases: TestStore['databases']) => {
    const lines: string[] = [];
    for await (const line of archiveLines(databases)) lines.push(line);
    return lines.join('\n');
  };
  test('export, import into an empty database, export again: byte-identical, pictures too', async () => {
    const { ids, writes } = oneSock();
    const picture = await keepPicture(one.dataDir, await redJpeg(), 'sock.jpg');
    const pictureId = uuid();
    await one.store.apply(
      work(
        ...writes,
        create('picture', picture, pictureId),
        create('service', {
          ...swapped(ids.job, '2026-11-21', 'right'),
          pictureIds: [pictureId],
          note: 'Größe “M”, 5 €',
        }),
      ),
    );
    const service = (await one.store.snapshot()).all('service')[0];
    if (!service) expect.fail();
    await one.store.apply(
      work({
        op: 'revise',
        kind: 'service',
        id: service.id,
        revisionId: uuid(),
        baseVersion: 1,
        content: { ...service.content, found: 'light' },
      }),
    );

    const other = await openTestStore();
    try {
      const [file, again] = ['one.zip', 'two.zip'].map((name) => join(one.dataDir, name)) as [string, string];
      await writeArchive(one.databases, one.dataDir, file);
      const report = await importFile(other.databases, other.dataDir, file, NOW);
      expect(report).toEqual({ added: 7, same: 0, refused: [] });
      await writeArchive(other.databases, other.dataDir, again);
      expect(readFileSync(again).equals(readFileSync(file))).toBe(true);
      expect(await textOf(other.databases)).toBe(await textOf(one.databases));
      expect(await readPicture(other.dataDir, picture.sha256)).toEqual(
        await readPicture(one.dataDir, picture.sha256),
      );
      expect(await importFile(other.databases, other.dataDir, file, NOW)).toEqual({
        added: 0,
        same: 7,
        refused: [],
      });
    } finally {
      await other.close();
    }
  });
  test('any difference is listed and nothing is written', async () => {
    const { writes } = oneSock();
    await one.store.apply(work(...writes));
    const file = join(one.dataDir, 'changed.ndjson');
    const lines = (await textOf(one.databases)).split('\n');
    const other = await openTestStore();
    try {
      writeFileSync(file, lines.map((line) => line.replace('"Filter sock"', '"Filter sack"')).join('\n'));
      const report = await importFile(other.databases, other.dataDir, file, NOW);
      expect(report.added).toBe(0);
      expect(report.refused).toEqual([{ line: 2, detail: 'Revision 1 does not match its checksum.' }]);
      expect((await other.store.snapshot()).all('site')).toEqual([]);
      writeFileSync(file, 'hello\n');
      await expect(importFile(other.databases, other.dataDir, file, NOW)).rejects.toMatchObject({
        code: 'damaged',
      });
    } finally {
      await other.close();
    }
  });
});

const redJpeg = () =>
  sharp({ create: { width: 40, height: 30, channels: 3, background: '#a33' } })
    .withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '52/1 30/1 0/1' } })
    .jpeg()
    .toBuffer();

describe('pictures', () => {
  test('place data is dropped, the file is named by its checksum', async () => {
    const sent = await redJpeg();
    expect((await sharp(sent).metadata()).exif).toBeDefined();
    const kept = await keepPicture(one.dataDir, sent, 'x.jpg');
    const stored = (await readPicture(one.dataDir, kept.sha256)) ?? expect.fail('it is not there');
    expect((await sharp(stored).metadata()).exif).toBeUndefined();
    expect(kept).toMatchObject({ mime: 'image/jpeg', widthPx: 40, heightPx: 30 });
  });
  test('what is no picture is refused in words', async () => {
    await expect(keepPicture(one.dataDir, Buffer.from('GIF89a nothing'), 'x.jpg')).rejects.toThrow(
      'This is not a JPEG, PNG or WebP picture.',
    );
    const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic'), Buffer.alloc(16)]);
    await expect(keepPicture(one.dataDir, heic, 'x.heic')).rejects.toThrow(/HEIC/);
    await expect(keepPicture(one.dataDir, (await redJpeg()).subarray(0, 200), 'x.jpg')).rejects.toThrow(
      'This picture is damaged and cannot be read.',
    );
  });
});

describe('backup, restore, lock, migration', () => {
  test('a backup brings everything back, and what was there is kept', async () => {
    const { ids, writes } = oneSock();
    await one.store.apply(work(...writes));
    const folder = await backUp(one.databases.reader, one.dataDir, 'first');
    const target = join(one.dataDir, 'elsewhere');
    expect(restoreBackup(folder, target, 'now')).toBeNull();
    const restored = await openDatabases(target, 'copy.sqlite');
    expect(await restored.reader.getRepository(recordEntities.site).countBy({ id: ids.site })).toBe(1);
    await restored.reader.destroy();
    await restored.writer.destroy();
    expect(restoreBackup(folder, target, 'later')).toContain('before-restore-later');
  });
  test('a data directory has one owner; a dead owner’s lock is taken over', () => {
    const release = takeLock(one.dataDir, 'the first');
    writeFileSync(
      join(one.dataDir, 'jondrel.lock'),
      JSON.stringify({ pid: process.ppid, what: 'the server at http://localhost:1' }),
    );
    expect(() => takeLock(one.dataDir, 'the second')).toThrow(/in use by the server at http:\/\/localhost:1/);
    writeFileSync(
      join(one.dataDir, 'jondrel.lock'),
      JSON.stringify({ pid: 2 ** 22 + 1, what: 'a dead one' }),
    );
    takeLock(one.dataDir, 'the third')();
    // its number belongs to another program now: the process that took it began at another tick, or before a restart
    writeFileSync(
      join(one.dataDir, 'jondrel.lock'),
      JSON.stringify({ pid: process.ppid, what: 'one that died', began: 'another-boot 12345' }),
    );
    takeLock(one.dataDir, 'the fourth')();
    release();
  });
  test('a folder that is made for the data is its owner’s alone', () => {
    const made = join(one.dataDir, 'made');
    takeLock(made, 'the first')();
    expect(statSync(made).mode & 0o777).toBe(0o700);
  });
  test('opening again runs no migration and makes no copy', async () => {
    const again = await openDatabases(one.dataDir, 'needless.sqlite');
    expect(again.copyBeforeMigration).toBeNull();
    await again.reader.destroy();
    await again.writer.destroy();
  });
  test('older data is migrated after a copy', async () => {
    const steps = one.databases.writer.migrations.length;
    for (let step = 0; step < steps; step++)
      await one.databases.writer.undoLastMigration({ transaction: 'each' });
    const again = await openDatabases(one.dataDir, 'before.sqlite');
    expect(again.copyBeforeMigration).toBe(join(one.dataDir, 'backups', 'before.sqlite'));
    expect(
      readFileSync(again.copyBeforeMigration ?? '')
        .subarray(0, 15)
        .toString(),
    ).toBe('SQLite format 3');
    await again.reader.destroy();
    await again.writer.destroy();
  });
});
