import { randomInt } from 'node:crypto';
import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid } from 'uuid';
import type { Shown } from '../contract/access/account.ts';
import type { Stored } from '../contract/records.ts';
import type { WorkResult } from '../contract/work.ts';
import { Client, sentByDevices } from '../server/testing/client.ts';
import { backUp } from '../store/backup.ts';
import { databaseFile, openDatabases, type Databases } from '../store/database.ts';
import { StoreProblem } from '../store/problems.ts';
import { backupsOf, faultOfFile } from '../store/soundness.ts';
import { create, oneSock, swapped, work } from '../store/testing/fixtures.ts';
import { Store } from '../store/store.ts';
import { requireWhole } from '../store/wholeness.ts';
import { Process, served, wait } from './testing/process.ts';

// Killed at any moment: what was acknowledged is there, the rest is there whole or not at all, and the start that follows
// either works or says what to do. 30 kills of each: npm run test:crash.

const KILLS = Number(process.env.JONDREL_KILLS ?? 3);
const SLOW = 60_000 + KILLS * 25_000;

let dir: string;
beforeAll(() => {
  dir = mkdtempSync(join(tmpdir(), 'jondrel-crash-'));
});
afterAll(() => rmSync(dir, { recursive: true, force: true }));

async function within<T>(dataDir: string, work: (databases: Databases) => Promise<T>): Promise<T> {
  const databases = await openDatabases(dataDir, `copy-${uuid()}.sqlite`);
  try {
    return await work(databases);
  } finally {
    await databases.reader.destroy();
    await databases.writer.destroy();
  }
}

describe('killed in a storm of writes', () => {
  const PASSWORD = 'four quiet words here';
  const ROWS = 60;

  interface Acknowledged {
    records: { kind: string; id: string }[];
    pictures: string[];
    readings: number[];
    files: number;
  }
  async function storm(
    address: string,
    client: Client,
    token: string,
    ids: Base,
    done: Acknowledged,
  ): Promise<void> {
    const device = new Client(address);
    const cookie = () => [...client.cookies].map((one) => one.join('=')).join('; ');
    const form = async (path: string, parts: Record<string, string | Blob>): Promise<Response> => {
      const body = new FormData();
      for (const [name, part] of Object.entries(parts))
        if (typeof part === 'string') body.append(name, part);
        else body.append(name, part, `${uuid()}.csv`);
      return fetch(`${address}/api${path}`, {
        method: 'POST',
        body,
        headers: { Cookie: cookie(), Origin: address },
      });
    };
    let minute = done.readings.length + randomInt(1_000_000);
    const writers = [
      async () => {
        const id = uuid();
        const sent = await client.post<WorkResult>(
          '/work',
          work(create('service', swapped(ids.job, '2026-11-20', 'right'), id)),
        );
        if (sent.status === 200) done.records.push({ kind: 'service', id });
      },
      async () => {
        // two that go together
        const [one, two] = [uuid(), uuid()];
        const sent = await client.post(
          '/work',
          work(
            create('service', swapped(ids.job, '2026-11-21'), one),
            create('service', swapped(ids.job, '2026-11-22'), two),
          ),
        );
        if (sent.status === 200)
          done.records.push({ kind: 'service', id: one }, { kind: 'service', id: two });
      },
      async () => {
        const at = Date.parse('2026-01-01T00:00:00Z') + ++minute * 1000;
        const reading = { channelId: ids.channel, at: new Date(at).toISOString(), value: 25 };
        const headers = { Authorization: `Bearer ${token}` };
        const sent = await device.post<{ taken: number }>(
          '/device/readings',
          { readings: [reading] },
          headers,
        );
        if (sent.status === 201 && sent.json.taken === 1) done.readings.push(at);
      },
      async () => {
        const colour = { r: randomInt(255), g: randomInt(255), b: randomInt(255) };
        const bytes = await sharp({ create: { width: 8, height: 8, channels: 3, background: colour } })
          .png()
          .toBuffer();
        const kept = await form('/pictures', { picture: new Blob([new Uint8Array(bytes)]) });
        if (kept.status !== 201) return;
        const id = uuid();
        const content = (await kept.json()) as never;
        if ((await client.post('/work', work(create('picture', content, id)))).status === 200)
          done.pictures.push(id);
      },
      async () => {
        const rows = Array.from({ length: ROWS }, (_, i) => {
          const day = new Date(Date.parse('2020-01-01') + ((randomInt(2000) * ROWS + i) * 86_400_000) / ROWS);
          return `${day.toISOString().slice(0, 16).replace('T', ' ')},${(i % 40) + 1}`;
        });
        const file = new Blob([['date,nitrate (mg/L)', ...rows].join('\n')]);
        const read = await form('/import-csv', { systemId: ids.system, file });
        if (read.status !== 201) return;
        done.files++;
      },
    ];
    const failures: unknown[] = [];
    await Promise.all(
      [...writers, ...writers].map(async (write) => {
        for (;;)
          try {
            await write();
          } catch (error) {
            // the line broke: it was killed
            failures.push(error);
            return;
          }
      }),
    );
    expect(failures.length).toBe(2 * writers.length);
  }

  type Base = { system: string; job: string; channel: string };

  test(
    `${KILLS} times: nothing that was acknowledged is lost, and all of it is whole`,
    async () => {
      const data = join(dir, 'storm');
      const { ids, writes } = oneSock();
      const base: Base = { system: ids.system, job: ids.job, channel: uuid() };
      const done: Acknowledged = { records: [], pictures: [], readings: [], files: 0 };
      let token = '';
      for (let kill = 0; kill <= KILLS; kill++) {
        const { address, process: server } = await served(data);
        const client = new Client(address);
        if (kill === 0) {
          await client.post('/access/first-owner', { name: 'Marit', signIn: 'marit', password: PASSWORD });
          const channel = {
            componentId: null,
            systemId: ids.system,
            name: 'Temperature',
            quantity: 'temperature',
          } as const;
          expect(
            (await client.post('/work', work(...writes, create('channel', channel, base.channel)))).status,
          ).toBe(200);
          const invite = {
            id: uuid(),
            personId: null,
            name: 'probe',
            signIn: 'probe',
            mail: null,
            role: 'device',
          };
          token = (await client.post<Shown>('/accounts', { ...invite, siteIds: [ids.site], systemIds: [] }))
            .json.token;
        } else
          expect((await client.post('/access/sign-in', { signIn: 'marit', password: PASSWORD })).status).toBe(
            200,
          );

        const there = async (kind: string) =>
          new Map((await client.get<Stored[]>(`/records/${kind}`)).json.map((one) => [one.id, one]));
        const services = await there('service');
        for (const { id } of done.records) expect(services.has(id), `service ${id}`).toBe(true);
        const readings = [...(await there('reading')).values()] as Stored<'reading'>[];
        const moments = new Set((await sentByDevices(client)).map(({ at }) => at));
        for (const at of done.readings) expect(moments.has(at), new Date(at).toISOString()).toBe(true);
        const pictures = await there('picture');
        for (const id of done.pictures) {
          expect(pictures.has(id), `picture ${id}`).toBe(true);
          expect((await client.get(`/pictures/${id}`)).status).toBe(200);
        }
        // a file is read in whole or not at all
        const files = [...(await there('import')).values()] as Stored<'import'>[];
        expect(files.length).toBeGreaterThanOrEqual(done.files);
        const ofFiles = readings.filter(({ content }) => content.source === 'imported').length;
        expect(ofFiles).toBe(files.reduce((sum, { content }) => sum + content.added, 0));
        expect((await client.get('/plan')).status).toBe(200);
        if (kill === KILLS) {
          await server.stop();
          break;
        }
        const raging = storm(address, client, token, base, done);
        await wait(200 + randomInt(1200));
        await server.kill();
        await raging;
      }
      expect(done.records.length).toBeGreaterThan(KILLS);
      await within(data, requireWhole);
      // nobody’s half is left
      expect(readdirSync(join(data, 'pictures')).every((name) => /^[0-9a-f]{64}$/.test(name))).toBe(true);
    },
    SLOW,
  );
});

describe('killed while it looks after the data', () => {
  /** A folder with enough in it to be caught in the middle. */
  async function folder(name: string): Promise<string> {
    const data = join(dir, name);
    await within(data, async (databases) => {
      const store = new Store(databases, () => Date.parse('2026-11-25T14:20:00Z'));
      const { ids, writes } = oneSock();
      await store.apply(work(...writes));
      for (let i = 0; i < 4; i++)
        await store.apply(
          work(
            ...Array.from({ length: 500 }, () =>
              create('service', { ...swapped(ids.job, '2026-11-20'), note: 'x'.repeat(900) }),
            ),
          ),
        );
    });
    return data;
  }
  const count = (data: string): Promise<number> => within(data, requireWhole);

  test(
    `a migration, ${KILLS} times: the next start ends it, nothing is gone`,
    async () => {
      const whole = await folder('migration');
      const records = await count(whole);
      // the two last versions of the program ago
      await within(whole, async ({ writer }) => {
        await writer.undoLastMigration();
        await writer.undoLastMigration();
      });
      for (let kill = 0; kill < KILLS; kill++) {
        const data = join(dir, `migration-${kill}`);
        cpSync(whole, data, { recursive: true });
        const server = new Process('serve', '--data', data, '--port', '0');
        await wait(500 + randomInt(2500));
        await server.kill();
        expect(await count(data)).toBe(records);
        // copies that were made before it are whole too, or not there
        for (const name of readdirSync(join(data, 'backups')).filter((one) => one.endsWith('.sqlite')))
          expect(faultOfFile(join(data, 'backups', name))).toBeNull();
        rmSync(data, { recursive: true });
      }
    },
    SLOW,
  );
  test(
    `a backup, ${KILLS} times: what is called a backup is one`,
    async () => {
      const data = await folder('backup');
      for (let kill = 0; kill < KILLS; kill++) {
        const making = new Process('backup', '--data', data);
        await wait(1000 + randomInt(1500));
        await making.kill();
        for (const backup of backupsOf(data)) expect(faultOfFile(databaseFile(backup))).toBeNull();
      }
      await count(data);
    },
    SLOW,
  );
  test(
    `a restore, ${KILLS} times: it works, or the start says what is wrong with the command that mends it`,
    async () => {
      const whole = await folder('restore');
      const records = await count(whole);
      const name = '2026-11-25T14-20-05Z';
      await within(whole, ({ reader }) => backUp(reader, whole, name));
      for (let kill = 0; kill < KILLS; kill++) {
        const data = join(dir, `restore-${kill}`);
        cpSync(whole, data, { recursive: true });
        const backup = join(data, 'backups', name);
        const restoring = new Process('restore', '--data', data, backup);
        await wait(600 + randomInt(1800));
        await restoring.kill();
        try {
          expect(await count(data)).toBe(records);
        } catch (error) {
          if (!(error instanceof StoreProblem)) throw error;
          expect(error.message).toContain(`./jondrel restore --data ${data} ${backup}`);
          expect(await new Process('restore', '--data', data, backup).ended).toBe(0);
          expect(await count(data)).toBe(records);
        }
        rmSync(data, { recursive: true });
      }
    },
    SLOW,
  );
});

describe('damage', () => {
  const SPOTS = 10 * KILLS;
  test(
    `${SPOTS} spots at random: found, or without consequence; always in words`,
    async () => {
      const whole = join(dir, 'spots');
      const { ids, writes } = oneSock();
      await within(whole, async (databases) => {
        const store = new Store(databases, () => Date.parse('2026-11-25T14:20:00Z'));
        await store.apply(work(...writes));
        await store.apply(
          work(...Array.from({ length: 200 }, () => create('service', swapped(ids.job, '2026-11-20')))),
        );
      });
      const bytes = readFileSync(databaseFile(whole));
      let found = 0;
      for (let spot = 0; spot < SPOTS; spot++) {
        const data = join(dir, `spot-${spot}`);
        cpSync(whole, data, { recursive: true });
        const damaged = Buffer.from(bytes);
        const at = randomInt(bytes.length - 64);
        for (let i = 0; i < 64; i++) damaged[at + i] = randomInt(256);
        writeFileSync(databaseFile(data), damaged);
        try {
          await within(data, requireWhole);
        } catch (error) {
          expect(error, `at byte ${at}: ${String(error)}`).toBeInstanceOf(StoreProblem);
          expect((error as StoreProblem).message).toMatch(/^[A-Z/].{20,}\.$|backup/);
          found++;
        }
        rmSync(data, { recursive: true });
      }
      // pages that are not used yet hold nothing
      expect(found).toBeGreaterThan(SPOTS / 10);
    },
    SLOW,
  );
  test.each<[string, (data: string) => void, RegExp]>([
    ['the folder is a file', (data) => writeFileSync(data, ''), /is no folder\. Name a folder with --data\./],
    [
      'the database is a folder',
      (data) => cpSync(tmpFolder(), join(data, 'jondrel.sqlite'), { recursive: true }),
      /jondrel\.sqlite .+\./,
    ],
  ])('%s: one sentence and what to do', async (_what, make, sentence) => {
    const data = join(dir, uuid());
    make(data);
    const start = new Process('serve', '--data', data, '--port', '0');
    expect(await start.ended).toBeGreaterThan(0);
    expect(start.err).toMatch(sentence);
    expect(start.err).not.toMatch(/\n\s+at /);
    expect(existsSync(data)).toBe(true);
  });
});
const tmpFolder = (): string => {
  const folder = join(dir, uuid());
  cpSync(import.meta.dirname, folder, { recursive: true, filter: (name) => !name.endsWith('.ts') });
  return folder;
};
