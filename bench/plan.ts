import { performance } from 'node:perf_hooks';
import { addDays, endOfDay } from '../core/time/day.ts';
import { priorGrid } from '../core/wear/wearGrid.ts';
import { normalCdf } from '../core/wear/normal.ts';
import { assembleJobs } from '../contract/facts/jobFacts.ts';
import { instantAtOf, makePlan } from '../contract/plan.ts';
import type { Stored } from '../contract/records.ts';
import { Snapshot } from '../contract/snapshot.ts';
import { demoWrites } from '../demo/build.ts';

// Planning the demo, beside a baseline in the same run: reading the records into facts without planning,
// and as many exact Φ as one cycle of each job would need without the table.

const RUNS = 25;
const TODAY = '2026-11-25';

function snapshotOfDemo(): Snapshot {
  return Snapshot.of(
    demoWrites(TODAY).map((write): Stored => ({
      kind: write.kind,
      id: write.id,
      version: 1,
      deleted: false,
      content: (write as { content: Stored['content'] }).content,
    })),
  );
}

function timed(work: () => unknown): number[] {
  work();
  return Array.from({ length: RUNS }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
}
function line(name: string, ms: number[]): void {
  const middle = ms[Math.floor(ms.length / 2)] ?? 0;
  process.stdout.write(
    `${name.padEnd(52)} median ${middle.toFixed(1).padStart(7)} ms   min ${(ms[0] ?? 0).toFixed(1)}   max ${(ms.at(-1) ?? 0).toFixed(1)}\n`,
  );
}

const snapshot = snapshotOfDemo();
const jobs = snapshot.all('job').length;
const services = snapshot.all('service').length;
process.stdout.write(
  `demo of ${TODAY}: ${jobs} jobs, ${services} services; ${RUNS} runs after one to warm up\n`,
);
line(
  'plan of the demo, as the server makes it',
  timed(() => makePlan(snapshot, instantAtOf(TODAY), TODAY)),
);
line(
  'baseline: records to facts, nothing planned',
  timed(() => assembleJobs(snapshot, (zone) => endOfDay(TODAY, zone))),
);
const grid = priorGrid({ lo: 3, hi: 7 }, []);
line(
  'baseline: two exact Φ a cell for one cycle a job',
  timed(() => {
    let sum = 0;
    for (let job = 0; job < jobs; job++)
      for (let i = 0; i < 2 * grid.weights.length; i++) sum += normalCdf(i / 300 - 1);
    return sum;
  }),
);
line(
  'a plan of another day (12 weeks ahead)',
  timed(() => makePlan(snapshot, instantAtOf(addDays(TODAY, 84)), TODAY)),
);
