import { describe, expect, test } from 'vitest';
import { isLookAtJob } from '../../core/planning/round/step.ts';
import { LOOK_MINUTES } from '../../core/planning/visitList.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import { foldRound } from '../../model/round/fold.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { NOW, place } from '../../model/testing/place.ts';
import { endOfDay } from '../../core/time/day.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import { makePlan } from '../plan/plan.ts';
import { roundAhead } from './ahead.ts';
import { roundReport } from './report.ts';
import { offeredVisit } from './offered.ts';
import { withJob } from './withJob.ts';

const TODAY = '2026-11-26';

/** A tank with a canister that nobody knows anything of, and a skimmer cup that is long due. */
function unknownTank() {
  const here = place();
  const systemId = here.system('Fern tank', 120, { water: 'fresh' });
  const canister = here.job(
    { componentId: here.component('canister', [systemId]) },
    'canister',
    'rinse-pads',
  );
  const pump = here.job({ componentId: here.component('stream-pump', [systemId]) }, 'stream-pump', 'scrub');
  here.done(pump, 400);
  const snapshot = Snapshot.of(here.records);
  const evidence = evidenceOf(snapshot);
  const plan = makePlan(snapshot, () => endOfDay(TODAY, 'UTC'), TODAY);
  const site = snapshot.get('site', here.siteId) ?? expect.fail('no place');
  const round =
    roundAhead(evidence, plan.jobs, site, { today: TODAY, day: '2026-11-28', personId: null }) ??
    expect.fail('nothing due');
  return { here, canister, pump, evidence, plan, site, round };
}

type Round = RecordContent<'round'>;
type What = RecordContent<'round-action'>['what'];
const stateOf = (round: Round, ...what: What[]) =>
  foldRound(
    round,
    what.map((one, i): Stored<'round-action'> => ({
      ...{ kind: 'round-action', id: `action ${i}`, version: 1, deleted: false },
      content: {
        ...{ roundId: 'round', version: 1, device: 'phone', sequence: i + 1, whoId: null, what: one },
        at: new Date(NOW + i * 60_000).toISOString(),
      },
    })),
  );
const done = (stepId: string): What => ({ do: 'done', stepId, found: null, minutes: null, note: '' });

describe('a job that nobody knows the age of', () => {
  test('is a look in the round as on Today: two minutes, nothing switched off for it', () => {
    const { canister, plan, round } = unknownTank();
    expect(plan.jobs.find((row) => row.jobId === canister)?.state).toBe('look-first');
    const mine = round.steps.filter((step) => step.forJobs.includes(canister));
    expect(mine.map((step) => [step.phase, step.handsMin, step.off])).toEqual([['look', LOOK_MINUTES, null]]);
    expect(round.looks).toEqual([canister]);
    expect(round.steps.filter(isLookAtJob)).toHaveLength(1);
  });
  test('found due, it is built into the round under way: what was done stays where it is, the rest is in its order', () => {
    const { canister, evidence, round } = unknownTank();
    const [first] = round.steps;
    const state = stateOf(round, { do: 'begin' }, done(first?.id ?? ''), done(`${canister} look`));
    const grown = withJob(evidence, round, state, canister);
    expect(grown.looks).toEqual([]);
    expect(grown.steps[0]).toEqual(first);
    const ids = grown.steps.map((step) => step.id);
    expect(new Set(ids).size).toBe(ids.length);
    // nothing of what it had is lost
    expect(ids).toEqual(expect.arrayContaining(round.steps.map((step) => step.id)));
    const at = (id: string): number => ids.indexOf(id);
    expect(at(`${canister} look`)).toBeLessThan(at(`${canister} shut 0`));
    expect(at(`${canister} shut 0`)).toBeLessThan(at(`${canister} do`));
    expect(grown.steps.at(-1)?.phase).toBe('record');
  });
  test('the look that is being answered with it stays a step of the round', () => {
    const { canister, evidence, round } = unknownTank();
    const [first] = round.steps;
    const state = stateOf(round, { do: 'begin' }, done(first?.id ?? ''));
    const lookId = `${canister} look`;
    const ids = withJob(evidence, round, state, canister, lookId).steps.map((step) => step.id);
    expect(ids.indexOf(lookId)).toBeGreaterThanOrEqual(0);
    expect(ids.indexOf(lookId)).toBeLessThan(ids.indexOf(`${canister} do`));
  });
  test('with something off already, it comes behind what was begun and before the wiping down', () => {
    const { canister, pump, evidence, round } = unknownTank();
    const shut = round.steps.find((step) => step.phase === 'shut') ?? expect.fail('nothing goes off');
    const off = shut.off ?? expect.fail('nothing goes off');
    const state = stateOf(round, { do: 'switched-off', stepId: shut.id, off, systemIds: shut.systemIds });
    const grown = withJob(evidence, round, state, canister);
    const phases = grown.steps.map((step) => `${step.phase} ${step.forJobs.includes(canister) ? 'new' : ''}`);
    const ownDone = grown.steps.findLastIndex((step) => step.forJobs.includes(pump));
    const firstNew = grown.steps.findIndex(
      (step) => step.phase === 'shut' && step.forJobs.includes(canister),
    );
    expect(firstNew).toBeGreaterThan(ownDone);
    expect(firstNew).toBeLessThan(phases.findIndex((one) => one.startsWith('wipe')));
  });
});

test('what is looked at takes nothing off the life of a water: two unknown carriers are both looked at', () => {
  const here = place();
  const systemId = here.system('Reef', 400);
  const jobs = ['canister', 'canister'].map((kind) =>
    here.job({ componentId: here.component(kind, [systemId]) }, kind, 'rinse-pads'),
  );
  const snapshot = Snapshot.of(here.records);
  const plan = makePlan(snapshot, () => endOfDay(TODAY, 'UTC'), TODAY);
  const site = snapshot.get('site', here.siteId) ?? expect.fail('no place');
  const { jobIds, waits } = offeredVisit(evidenceOf(snapshot), plan.jobs, site, { today: TODAY });
  expect([...jobIds].sort()).toEqual([...jobs].sort());
  expect(waits).toEqual([]);
});

test('a look that called for its job is not the job: undone, the report does not say done', () => {
  const { here, canister, evidence, plan, round } = unknownTank();
  const [first] = round.steps;
  const state = stateOf(round, { do: 'begin' }, done(first?.id ?? ''));
  const grown = withJob(evidence, round, state, canister, `${canister} look`);
  const roundId = here.add('round', grown);
  const what: What[] = [{ do: 'begin' }, done(`${canister} look`), { do: 'closed' }];
  what.forEach((one, i) =>
    here.add('round-action', {
      ...{ roundId, version: 2, device: 'phone', sequence: i + 1, whoId: null, what: one },
      at: new Date(NOW + i * 60_000).toISOString(),
    }),
  );
  const report = roundReport(evidenceOf(Snapshot.of(here.records)), plan.jobs, roundId, null);
  expect(report?.jobs.find((one) => one.jobId === canister)?.state).toBe('open');
});
