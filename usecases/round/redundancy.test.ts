import { describe, expect, test } from 'vitest';
import { brokenBy } from '../../core/planning/round/order.ts';
import type { Step } from '../../core/planning/round/step.ts';
import { endOfDay } from '../../core/time/day.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { NOW, place } from '../../model/testing/place.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import { levelPlan } from '../levelling/levelPlan.ts';
import { wishesOf } from '../levelling/wishes.ts';
import { makePlan } from '../plan/plan.ts';
import { waitsFor } from '../plan/waitsFor.ts';
import { buildRound } from './build.ts';
import { namedOf } from './named.ts';
import { offerOf } from './offer.ts';
import { proposalOf } from './proposal.ts';

const TODAY = '2026-11-26';

function water() {
  const here = place();
  const systemId = here.system('Shoal', 9000);
  const unit = (kindId: string, jobId: string, name: string, status: 'running' | 'paused' = 'running') => {
    const componentId = here.component(kindId, [systemId], { name, status });
    const id = here.job({ componentId }, kindId, jobId);
    here.done(id, 2000);
    return id;
  };
  const evidence = () => evidenceOf(Snapshot.of(here.records));
  const plan = () => makePlan(Snapshot.of(here.records), () => endOfDay(TODAY, 'UTC'), TODAY);
  const offered = () => {
    const of = evidence();
    const proposal = proposalOf(of, plan().jobs, here.siteId, TODAY);
    return offerOf(of, proposal, { minutes: null, wishes: wishesOf(of), waitFor: waitsFor(of, NOW) });
  };
  const named = (...jobIds: string[]) =>
    namedOf(evidence(), {
      ...{ steps: buildRound(evidence(), jobIds), jobIds, looks: new Set(), breaches: [] },
      ...{ siteId: here.siteId, day: TODAY, leftOff: new Set() },
    });
  return {
    ...here,
    systemId,
    unit,
    evidence,
    offered,
    named,
    levelled: () => levelPlan(evidence(), plan().jobs, NOW),
  };
}

/** The most of some units that are off at once. */
function mostOff(steps: readonly Step[], units: readonly (string | null)[]): number {
  const off = new Set<string>();
  let most = 0;
  for (const { phase, off: one } of steps) {
    if (!one?.componentId || !units.includes(one.componentId)) continue;
    if (phase === 'shut') off.add(one.componentId);
    if (phase === 'restart') off.delete(one.componentId);
    most = Math.max(most, off.size);
  }
  return most;
}

describe('basins of one store: one at a time is out of service (common practice, no published source)', () => {
  test('a visit offers one, the other waits; both asked for are named, with a reason to go on', () => {
    const here = water();
    const jobs = [1, 2].map((n) => here.unit('storage-basin', 'clean', `Basin ${n}`));
    const { jobIds, waits } = here.offered();
    expect(jobIds).toHaveLength(1);
    expect(waits).toMatchObject([{ why: 'apart' }]);
    expect(here.named(...jobs)).toMatchObject([
      {
        ...{ rule: 'standby', harm: false, leave: { jobId: jobs[1] } },
        text: 'Shoal: of Basin 1 and Basin 2 one at a time is out of service. Leave all but one for another visit.',
      },
    ]);
    expect(here.named(jobs[0] ?? '')).toEqual([]);
  });
  test('over the weeks they stand on different days', () => {
    const here = water();
    const jobs = [1, 2, 3].map((n) => here.unit('storage-basin', 'clean', `Basin ${n}`));
    const visits = (here.levelled()[0]?.visits ?? []).map(
      ({ entries }) => entries.filter((one) => jobs.includes(one.jobId)).length,
    );
    expect(visits.filter((n) => n > 0).length).toBeGreaterThanOrEqual(3);
    expect(Math.max(...visits)).toBe(1);
  });
  test('while one is out of service the others wait, with that reason', () => {
    const here = water();
    const job = here.unit('storage-basin', 'clean', 'Basin 1');
    here.unit('storage-basin', 'clean', 'Basin 2', 'paused');
    expect(here.named(job)).toMatchObject([
      {
        harm: false,
        text: 'Shoal: Basin 2 is out of service; of these one at a time. Leave Basin 1 until then.',
      },
    ]);
    const { jobIds, waits } = here.offered();
    expect(jobIds).not.toContain(job);
    expect(waits).toMatchObject([
      { why: 'out', out: 'Basin 2 is out of service, and of these one at a time' },
    ]);
    expect(here.levelled()[0]?.unplaced).toMatchObject([
      { jobId: job, why: 'It waits: Basin 2 is out of service, and of these one at a time.' },
    ]);
    // somebody says otherwise
    here.add('plan-pin', {
      ...{ jobId: job, day: '2026-11-28', from: null, whoId: null, note: 'one wall only' },
    });
    expect(here.levelled()[0]?.unplaced).toEqual([]);
  });
});

describe('pumps of one water: in turn, of three or more as many together as leave half of the flow', () => {
  const soaked = (returns: number, streams: number) => {
    const here = water();
    const jobs = Array.from({ length: returns }, (_, i) =>
      here.unit('return-pump', 'strip-soak', `Return ${i}`),
    );
    for (let i = 0; i < streams; i++) here.unit('stream-pump', 'scrub', `Stream ${i}`);
    const of = here.evidence();
    const steps = buildRound(of, jobs);
    const units = jobs.map((id) => of.snapshot.content('job', id)?.componentId ?? null);
    return { most: mostOff(steps, units), broken: brokenBy(steps) };
  };
  test.each([
    [2, 2, 1],
    [3, 0, 1],
    [3, 1, 2],
    [5, 3, 4],
  ])('%i to soak, %i beside them: at most %i off', (returns, streams, most) => {
    expect(soaked(returns, streams)).toEqual({ most, broken: [] });
  });
});
