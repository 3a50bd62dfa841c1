import { beforeAll, expect, test } from 'vitest';
import { endOfToday, makePlan, type Plan } from '../usecases/plan/plan.ts';
import { bringFor } from '../usecases/round/bring.ts';
import { buildRound, proposedJobs, roundJobOf } from '../usecases/round/build.ts';
import { biologicalConflicts } from '../usecases/round/spacing.ts';
import { Snapshot } from '../model/snapshot.ts';
import { evidenceOf, type Evidence } from '../model/water/testedWater.ts';
import { brokenBy } from '../core/planning/round/order.ts';
import { timingOf } from '../core/planning/round/timing.ts';
import type { Stored } from '../contract/records.ts';
import { demoRecords } from './records.ts';

// The visits of the scenario, built as a round.

const TODAY = '2026-11-25';
const NOW = Date.parse(`${TODAY}T14:20:00Z`);
let snapshot: Snapshot;
let evidence: Evidence;
let plan: Plan;
beforeAll(() => {
  snapshot = Snapshot.of(demoRecords(TODAY));
  evidence = evidenceOf(snapshot);
  plan = makePlan(snapshot, endOfToday(NOW), TODAY);
}, 60_000);

test('every place: a workable order, everything that goes off comes back, each supply named once', () => {
  for (const site of snapshot.all('site')) {
    const jobs = proposedJobs(plan.jobs, site.id, '2026-12-03');
    expect(jobs.length).toBeGreaterThan(0);
    expect(jobs.every((row) => row.siteId === site.id && (row.recommended ?? '') < '2026-12-03')).toBe(true);
    const ids = jobs.map((row) => row.jobId);
    const steps = buildRound(evidence, ids);
    expect([site.content.name, brokenBy(steps)]).toEqual([site.content.name, []]);
    const count = (phase: string) => steps.filter((step) => step.phase === phase).length;
    expect(count('prove')).toBe(count('shut'));
    expect(count('restart')).toBe(count('shut'));
    const { supplies } = bringFor(evidence, ids);
    expect(new Set(supplies.map((one) => one.name)).size).toBe(supplies.length);
    const timing = timingOf(steps);
    expect(timing.lengthMin).toBe(timing.handsMin + timing.idleMin);
  }
});

test('two biological jobs on one water are said, also against the log; on different waters they are not', () => {
  const heavy = snapshot
    .all('job')
    .flatMap((job) => roundJobOf(evidence, job.id) ?? [])
    .filter((job) => job.biological || job.largeMechanical);
  const bySystem = (id: string) => heavy.filter((job) => job.systemIds.includes(id));
  const system = snapshot.all('system').find((one) => {
    const here = bySystem(one.id);
    return here.length > 1 && here.some((job) => job.biological);
  });
  if (!system) throw new Error('the scenario has no system with two biological jobs');
  const [first, second] = bySystem(system.id).sort((a, b) => Number(b.biological) - Number(a.biological));
  const jobIds = [first?.jobId ?? '', second?.jobId ?? ''];
  const quiet = Snapshot.of(demoRecords(TODAY).filter((record) => record.kind !== 'service'));
  const [said] = biologicalConflicts(evidenceOf(quiet), jobIds, TODAY);
  expect(said?.text).toMatch(
    new RegExp(`^${system.content.name}: .* within 3 days take too much of the life`),
  );
  expect(biologicalConflicts(evidenceOf(quiet), jobIds.slice(0, 1), TODAY)).toEqual([]);
  // one of them was done two days ago
  const service = {
    ...{ kind: 'service', id: 's', version: 1, deleted: false },
    content: {
      ...{
        jobId: jobIds[1],
        when: { kind: 'day', day: '2026-11-23' },
        whoId: null,
        found: null,
        shareDone: 1,
      },
      ...{ minutes: null, supplies: [], note: '', pictureIds: [] },
    },
  } as Stored<'service'>;
  const logged = quiet.with([service]);
  const [recent] = biologicalConflicts(evidenceOf(logged), jobIds.slice(0, 1), TODAY);
  expect(recent?.text).toContain('was done 2 days ago');
  expect(biologicalConflicts(evidenceOf(logged), jobIds.slice(0, 1), '2026-11-26')).toEqual([]);
});
