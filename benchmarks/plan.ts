import { addDays, endOfDay } from '../core/time/day.ts';
import { priorGrid } from '../core/wear/wearGrid.ts';
import { normalCdf } from '../core/statistics/normal.ts';
import { assembleJobs } from '../model/facts/jobFacts.ts';
import { instantAtOf, makePlan } from '../usecases/plan/plan.ts';
import { Snapshot } from '../model/snapshot.ts';
import { demoRecords } from '../demo/records.ts';
import { print, runsOf, spread } from './timings.ts';

// Planning the demo, beside a baseline in the same run: reading the records into facts without planning,
// and as many exact Φ as one cycle of each job would need without the table.

const RUNS = 25;
const TODAY = '2026-11-25';

const line = (name: string, work: () => unknown): void => print(name, spread(runsOf(RUNS, work)));

const snapshot = Snapshot.of(demoRecords(TODAY));
const jobs = snapshot.all('job').length;
const services = snapshot.all('service').length;
print(`demo of ${TODAY}: ${jobs} jobs, ${services} services; ${RUNS} runs after one to warm up`, '');
line('plan of the demo, as the server makes it', () => makePlan(snapshot, instantAtOf(TODAY), TODAY));
line('baseline: records to facts, nothing planned', () =>
  assembleJobs(snapshot, (zone) => endOfDay(TODAY, zone)),
);
const grid = priorGrid({ lo: 3, hi: 7 }, []);
line('baseline: two exact Φ a cell for one cycle a job', () => {
  let sum = 0;
  for (let job = 0; job < jobs; job++)
    for (let i = 0; i < 2 * grid.weights.length; i++) sum += normalCdf(i / 300 - 1);
  return sum;
});
line('a plan of another day (12 weeks ahead)', () =>
  makePlan(snapshot, instantAtOf(addDays(TODAY, 84)), TODAY),
);
