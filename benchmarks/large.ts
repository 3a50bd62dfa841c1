import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import Database from 'better-sqlite3';
import { dayOf } from '../core/time/day.ts';
import { Chance } from '../demo/chance.ts';
import { chunks, fillPlant } from './fillPlant.ts';
import { plant, plantOf, probeReadings, serviceOf, type ProbeReading } from './plant.ts';
import { ask, served } from './served.ts';
import { print, spread } from './timings.ts';
import { windowOf } from './window.ts';

// npm run bench:large: a plant of 500 systems, or a share of it (JONDREL_PLANT=0.1), from its making to what a window
// asks, with the server a process of its own. Baseline in the same run: the readings as bare rows by SQLite alone.

const SHARE = Number(process.env.JONDREL_PLANT ?? 1);
const WRITES = 20;
const size = plantOf(SHARE);
const today = dayOf(Date.now(), 'Europe/Berlin');
const chance = new Chance(5);
const dir = mkdtempSync(join(tmpdir(), 'jondrel-large-'));

const made = plant(size, today);
async function fill(): Promise<void> {
  const seconds = await fillPlant(dir, made, size);
  print(
    `made: ${size.systems} systems, ${made.jobIds.length} jobs, ${made.jobIds.length * size.servicesPerJob} services`,
    `${seconds.records.toFixed(1)} s, ${(made.writes.length / seconds.records).toFixed(0)} records a second`,
  );
  const readings = made.channelIds.length * size.readingsPerProbe;
  const perSecond = (taken: number): string =>
    `${taken.toFixed(1)} s, ${(readings / taken).toFixed(0)} a second`;
  print(`${readings} readings taken in`, perSecond(seconds.readings));
  const start = performance.now();
  fillBarely();
  print('baseline: as bare rows, one prepared statement', perSecond((performance.now() - start) / 1000));
}
/** What the disk and SQLite alone need for the same readings, transactions of the same size. */
function fillBarely(): void {
  const raw = new Database(join(dir, 'bare.sqlite'));
  raw.pragma('journal_mode = WAL');
  raw.pragma('synchronous = FULL');
  raw.exec('CREATE TABLE reading (channel TEXT, at TEXT, value REAL, PRIMARY KEY (channel, at))');
  const insert = raw.prepare('INSERT INTO reading VALUES (?, ?, ?)');
  const all = raw.transaction((some: ProbeReading[]) => {
    for (const { channelId, at, value } of some) insert.run(channelId, at, value);
  });
  for (const some of chunks(probeReadings(made.channelIds, size.readingsPerProbe, Date.now()))) all(some);
  raw.close();
}
try {
  await fill();
  let start = performance.now();
  const { address, stop, memoryMb } = await served(dir);
  const asked = async (path: string, body?: unknown): Promise<{ ms: number; text: string }> => {
    const { ok, status, ms, text } = await ask(address, path, body);
    if (!ok) throw new Error(`${path}: ${status} ${text.slice(0, 300)}`);
    return { ms, text };
  };
  const say = async (name: string, path: string): Promise<string> => {
    const { ms, text } = await asked(path);
    print(name, `${ms.toFixed(0)} ms, ${(text.length / 1000).toFixed(0)} kB`);
    return text;
  };
  try {
    print('start until it listens', `${(performance.now() - start).toFixed(0)} ms`);
    start = performance.now();
    await asked('/authentication');
    print('first answer', `${(performance.now() - start).toFixed(0)} ms`);
    start = performance.now();
    const plan = await asked('/plan/changes');
    print('first plan of all', `${plan.ms.toFixed(0)} ms, ${(plan.text.length / 1000).toFixed(0)} kB`);
    print('memory of the server', `${memoryMb().toFixed(0)} MB`);
    await say('the plan again', '/plan/changes');
    await say('all records but readings', '/records');
    const [place = ''] = made.siteIds;
    const records = await say('records of one place', `/records?sites=${place}`);
    const rows = await say('plan of one place', `/plan/changes?sites=${place}`);
    await say('all places with what is to do', '/places');
    await windowOf(address, 'a window that holds one place', [place]);
    await windowOf(address, 'a window that holds ten places', made.siteIds.slice(0, 10));
    if (SHARE <= 0.1) await windowOf(address, 'a window that holds all', null);
    await say('water of a system', `/water?system=${made.systemIds[0] ?? ''}`);
    await say(
      'year of a probe for a chart',
      `/water/series?system=${made.systemIds[0] ?? ''}&parameter=temperature&from=${new Date(Date.now() - 365 * 86_400_000).toISOString()}`,
    );
    await say('week of a place', `/week?site=${made.siteIds[0] ?? ''}`);
    await say('steps ahead at one place', `/leads?sites=${place}`);
    // levelling every place of the whole plant takes a quarter of an hour
    if (SHARE <= 0.1) await say('calendar of all', '/plan.ics');
    const cursors = {
      records: (JSON.parse(records) as { cursor: string }).cursor,
      plan: (JSON.parse(rows) as { cursor: string }).cursor,
    };
    const written: number[] = [];
    const shown: number[] = [];
    let bytes = 0;
    for (let k = 0; k < WRITES; k++) {
      const begun = performance.now();
      const job = chance.pick(made.jobIds);
      await asked('/work', { writes: [serviceOf(job, today, chance)], why: '', who: '' });
      written.push(performance.now() - begun);
      // what another window asks once it has heard of it
      const changed = await asked(`/records?since=${encodeURIComponent(cursors.records)}`);
      let dated = await asked(`/plan/changes?since=${encodeURIComponent(cursors.plan)}`);
      while (!dated.text.includes(job))
        dated = await asked(`/plan/changes?since=${encodeURIComponent(cursors.plan)}`);
      bytes += changed.text.length + dated.text.length;
      cursors.records = (JSON.parse(changed.text) as { cursor: string }).cursor;
      cursors.plan = (JSON.parse(dated.text) as { cursor: string }).cursor;
      shown.push(performance.now() - begun);
    }
    print('a job logged', spread(written));
    print('a job logged until a second window has its new date', spread(shown));
    print('  on the wire for it', `${(bytes / WRITES / 1000).toFixed(1)} kB`);
    print('memory of the server', `${memoryMb().toFixed(0)} MB`);
  } finally {
    stop();
  }
} finally {
  rmSync(dir, { recursive: true, force: true });
}
