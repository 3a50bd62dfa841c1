import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { v7 as uuid } from 'uuid';
import type { Stored } from '../contract/records.ts';
import { dayOf } from '../core/time/day.ts';
import { Chance } from '../demo/chance.ts';
import { makeDemo } from '../demo/make.ts';
import { fillPlant } from './fillPlant.ts';
import { plant, plantOf } from './plant.ts';
import { ask, served } from './served.ts';
import { print, spread } from './timings.ts';

// Many people at once, on the demonstration or on a plant of 500 systems (JONDREL_PLANT=1, or a share of it), where each
// holds the place they work at: each reads what a screen reads, thinks, and logs a job now and then. The server is a
// process of its own. Baseline in the same run: one person alone.

const PEOPLE = 50;
const SECONDS = Number(process.env.JONDREL_LOAD_SECONDS ?? 60);
const ALONE_SECONDS = 10;
/** Between one thing and the next, ms. */
const THINKS = { least: 500, most: 1500 };

const dir = mkdtempSync(join(tmpdir(), 'jondrel-load-'));
const today = dayOf(Date.now(), 'Europe/Berlin');
const share = process.env.JONDREL_PLANT;
if (share === undefined) await makeDemo(dir, today);
else {
  const size = plantOf(Number(share));
  await fillPlant(dir, plant(size, today), size);
}
const server = await served(dir);

const records = JSON.parse((await ask(server.address, '/snapshot')).text) as Stored[];
// dates first, as after any start but the very first
await ask(server.address, '/plan/changes');
const idsOf = (kind: string): string[] => records.filter((one) => one.kind === kind).map((one) => one.id);
const [sites, systems, jobs] = [idsOf('site'), idsOf('system'), idsOf('job')];
const faults: string[] = [];

async function person(seed: number, until: number, taken: Map<string, number[]>): Promise<void> {
  const chance = new Chance(seed);
  const measure = async (what: string, path: string, body?: unknown): Promise<string> => {
    const { ok, status, ms, text } = await ask(server.address, path, body);
    if (!ok) faults.push(`${path}: ${status} ${text.slice(0, 200)}`);
    const times = taken.get(what);
    if (times) times.push(ms);
    else taken.set(what, [ms]);
    return text;
  };
  const since = { records: '', plan: '' };
  const held = share === undefined ? '' : `sites=${chance.pick(sites)}`;
  while (performance.now() < until) {
    const doing = chance.even();
    if (doing < 0.4) {
      // a window follows what changed
      const after = (cursor: string): string =>
        `?${[held, cursor && `since=${encodeURIComponent(cursor)}`].filter((one) => one !== '').join('&')}`;
      const cursorOf = (text: string): string => (JSON.parse(text) as { cursor: string }).cursor;
      since.records = cursorOf(await measure('what changed', `/records${after(since.records)}`));
      since.plan = cursorOf(await measure('plan, what changed', `/plan/changes${after(since.plan)}`));
    } else if (doing < 0.55) await measure('water of a system', `/water?system=${chance.pick(systems)}`);
    else if (doing < 0.65) await measure('week of a place', `/week?site=${chance.pick(sites)}`);
    else if (doing < 0.75) await measure('steps ahead', `/leads?${held}`);
    else if (doing < 0.85) await measure('plan held', held ? `/plan/changes?${held}` : '/plan');
    else
      await measure('log a job', '/work', {
        writes: [
          {
            ...{ op: 'create', kind: 'service', id: uuid(), revisionId: uuid() },
            content: {
              ...{ jobId: chance.pick(jobs), when: { kind: 'day', day: today }, whoId: null, found: 'right' },
              ...{ shareDone: 1, minutes: null, supplies: [], note: '', pictureIds: [] },
            },
          },
        ],
        ...{ why: '', who: '' },
      });
    await new Promise((resolve) =>
      setTimeout(resolve, THINKS.least + (THINKS.most - THINKS.least) * chance.even()),
    );
  }
}
async function together(people: number, seconds: number, name: string): Promise<void> {
  const taken = new Map<string, number[]>();
  const begun = performance.now();
  const minutes: number[] = [];
  const minute = setInterval(() => minutes.push(server.memoryMb()), 60_000);
  await Promise.all(Array.from({ length: people }, (_, i) => person(i + 1, begun + seconds * 1000, taken)));
  clearInterval(minute);
  const all = [...taken.values()].flat().sort((a, b) => a - b);
  print(
    `${name}, ${seconds} s: ${all.length} answers, ${(all.length / seconds).toFixed(0)} a second`,
    `${spread(all)}   99 % ${(all[Math.floor(0.99 * (all.length - 1))] ?? 0).toFixed(0)}`,
  );
  for (const [what, times] of [...taken].sort(([a], [b]) => a.localeCompare(b)))
    print(`  ${what}`, spread(times));
  if (minutes.length > 1)
    print('  memory of the server, minute by minute', `${minutes.map((mb) => mb.toFixed(0)).join(' ')} MB`);
}

try {
  const before = server.memoryMb();
  await together(1, ALONE_SECONDS, 'one person alone');
  await together(PEOPLE, SECONDS, `${PEOPLE} people`);
  print('faults', String(faults.length));
  for (const fault of new Set(faults)) print('  ', fault);
  print(
    'memory of the server, before and after',
    `${before.toFixed(0)} MB, ${server.memoryMb().toFixed(0)} MB`,
  );
} finally {
  server.stop();
  rmSync(dir, { recursive: true, force: true });
}
