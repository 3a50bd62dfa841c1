import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { v7 as uuid } from 'uuid';
import type { RecordContent, RecordKind } from '../contract/records.ts';
import type { Write } from '../contract/work.ts';
import { addDays } from '../core/time/day.ts';
import { foundGrades } from '../core/wear/found.ts';
import { Chance } from '../demo/chance.ts';
import { Planner } from '../server/planning/planner.ts';
import { openDatabases } from '../store/database.ts';
import { KeptPlans } from '../store/keptPlans.ts';
import { Store } from '../store/store.ts';
import { print, spread } from './timings.ts';

// One service in an installation of 10,000 jobs with ten services each: from the write until its new date is stored.
// Baseline in the same run: the write alone, and planning everything anew.

const SYSTEMS = 400;
const PER_SYSTEM = 25;
const CYCLES = 10;
const SERVICES = 60;
const CHUNK = 4000;
const NOW = Date.parse('2026-11-25T14:00:00Z');
const TODAY = '2026-11-25';
const jobsOfTheTrade = [
  ['sock-felt', 'swap', 5],
  ['phosphate-media', 'replace', 40],
  ['skimmer-cup', 'empty', 4],
  ['skimmer', 'air-intake', 20],
  ['sponge', 'rinse', 6],
] as const;

const chance = new Chance(17);
const make = <K extends RecordKind>(kind: K, content: RecordContent<K>): Write => ({
  op: 'create',
  kind,
  id: uuid(),
  revisionId: uuid(),
  content,
});
const serviceOf = (jobId: string, day: string): Write =>
  make('service', {
    jobId,
    when: { kind: 'day', day },
    whoId: null,
    found: chance.pick(foundGrades),
    shareDone: 1,
    minutes: null,
    supplies: [],
    note: '',
    pictureIds: [],
  });

function installation(): { writes: Write[]; jobIds: string[] } {
  const writes: Write[] = [];
  const jobIds: string[] = [];
  const site = make('site', { name: 'Building', timeZone: 'Europe/Berlin', visits: null });
  writes.push(site);
  for (let s = 0; s < SYSTEMS; s++) {
    const system = make('system', {
      siteId: site.id,
      name: `System ${s}`,
      water: 'salt',
      believedVolumeL: 500,
      note: '',
    });
    writes.push(system);
    for (let c = 0; c < PER_SYSTEM; c++) {
      const [kindId, jobId, days] = chance.pick(jobsOfTheTrade);
      const component = make('component', {
        siteId: site.id,
        systemIds: [system.id],
        parentId: null,
        stationId: null,
        kindId,
        name: `Unit ${s}.${c}`,
        status: 'running',
        statusSince: null,
        statusReason: '',
        dutyHoursPerDay: 24,
        facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
      });
      const job = make('job', {
        componentId: component.id,
        systemId: null,
        vesselId: null,
        kindId,
        jobId,
        overrides: {},
        own: null,
      });
      writes.push(component, job);
      jobIds.push(job.id);
      let ago = 1;
      for (let k = 0; k < CYCLES; k++) {
        writes.push(serviceOf(job.id, addDays(TODAY, -Math.round(ago))));
        ago += days * Math.exp(0.3 * chance.normal());
      }
    }
  }
  return { writes, jobIds };
}

const dataDir = mkdtempSync(join(tmpdir(), 'jondrel-bench-'));
const databases = await openDatabases(dataDir, 'copy.sqlite');
const store = new Store(databases, () => NOW);
const planner = new Planner(
  { store, kept: new KeptPlans(databases, store), file: databases.file },
  () => NOW,
  (error) => process.stderr.write(`${String(error)}\n`),
);
try {
  const { writes, jobIds } = installation();
  for (let from = 0; from < writes.length; from += CHUNK)
    await store.apply({ writes: writes.slice(from, from + CHUNK), who: 'bench', why: '' });
  print(`made: ${jobIds.length} jobs, ${jobIds.length * CYCLES} services`, '');
  let start = performance.now();
  await planner.plan();
  await planner.stored();
  print('baseline: everything read, planned and stored anew', `${(performance.now() - start).toFixed(0)} ms`);
  const alone: number[] = [];
  const stored: number[] = [];
  for (let k = 0; k < SERVICES; k++) {
    const unit = { writes: [serviceOf(chance.pick(jobIds), TODAY)], who: 'bench', why: '' };
    start = performance.now();
    await store.apply(unit);
    alone.push(performance.now() - start);
    await planner.stored();
    stored.push(performance.now() - start);
  }
  print('baseline: the service written, nothing planned', spread(alone));
  print('a service written until its new date is stored', spread(stored));
} finally {
  await planner.stop();
  await databases.reader.destroy();
  await databases.writer.destroy();
  rmSync(dataDir, { recursive: true });
}
