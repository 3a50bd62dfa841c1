import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { Chance } from '../demo/chance.ts';
import { Planner } from '../server/planning/planner.ts';
import { openDatabases } from '../store/database.ts';
import { KeptPlans } from '../store/keptPlans.ts';
import { Store } from '../store/store.ts';
import { plant, serviceOf, type PlantSize } from './plant.ts';
import { print, spread } from './timings.ts';

// One service in an installation of 10,000 jobs with ten services each: from the write until its new date is stored.
// Baseline in the same run: the write alone, and planning everything anew.

const SIZE: PlantSize = {
  ...{ systems: 400, componentsPerSystem: 25, jobsPerComponent: 1, servicesPerJob: 10 },
  ...{ probesPerSystem: 0, readingsPerProbe: 0 },
};
const SERVICES = 60;
const CHUNK = 4000;
const NOW = Date.parse('2026-11-25T14:00:00Z');
const TODAY = '2026-11-25';
const chance = new Chance(17);

const dataDir = mkdtempSync(join(tmpdir(), 'jondrel-bench-'));
const databases = await openDatabases(dataDir, 'copy.sqlite');
const store = new Store(databases, () => NOW);
const planner = new Planner(
  { store, kept: new KeptPlans(databases, store), file: databases.file },
  () => NOW,
  (error) => process.stderr.write(`${String(error)}\n`),
);
try {
  const { writes, jobIds } = plant(SIZE, TODAY);
  for (let from = 0; from < writes.length; from += CHUNK)
    await store.apply({ writes: writes.slice(from, from + CHUNK), who: 'bench', why: '' });
  print(`made: ${jobIds.length} jobs, ${jobIds.length * SIZE.servicesPerJob} services`, '');
  let start = performance.now();
  await planner.plan();
  await planner.stored();
  print('baseline: everything read, planned and stored anew', `${(performance.now() - start).toFixed(0)} ms`);
  const alone: number[] = [];
  const stored: number[] = [];
  for (let k = 0; k < SERVICES; k++) {
    const unit = { writes: [serviceOf(chance.pick(jobIds), TODAY, chance)], who: 'bench', why: '' };
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
