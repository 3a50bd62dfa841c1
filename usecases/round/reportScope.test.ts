import { describe, expect, test } from 'vitest';
import type { RecordContent } from '../../contract/records.ts';
import type { Step } from '../../core/planning/round/step.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { NOW, place } from '../../model/testing/place.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import type { Scope } from '../access/scope.ts';
import { buildRound } from './build.ts';
import { roundReport } from './report.ts';
import { asContent } from './withJob.ts';

type What = RecordContent<'round-action'>['what'];
const SECRET = 'SECRET of the other tenant';

/** Two waters on one return pump; a round that worked on the pump and on each water's own sock. */
function shared() {
  const here = place();
  const [mine, theirs] = [here.system('Mine', 300), here.system('Theirs', 300)];
  const pump = here.component('return-pump', [mine, theirs], { name: 'Pump' });
  const sock = here.component('sock-felt', [mine], { name: 'My sock' });
  const jobs = [
    here.job({ componentId: pump }, 'return-pump', 'strip-soak'),
    here.job({ componentId: sock }, 'sock-felt', 'swap'),
  ] as const;
  const steps = buildRound(evidenceOf(Snapshot.of(here.records)), [...jobs]);
  const roundId = here.add('round', {
    ...{ siteId: here.siteId, day: '2026-11-26', personId: null, jobIds: [...jobs], before: [] },
    ...{ changePlanId: null, steps: asContent(steps) },
    overrides: jobs.map((id, i) => ({
      ...{ rule: 'standby', text: i === 0 ? SECRET : 'Of the sock', jobIds: [id] },
      reason: i === 0 ? SECRET : 'no time',
    })),
    letter: { remark: SECRET, hours: true, price: 40, signature: null },
  });
  const shut = steps.find(({ phase, off }) => phase === 'shut' && off?.componentId === pump);
  const stepOf = (jobId: string): Step =>
    steps.find((step) => step.jobId === jobId && step.id.endsWith(' do')) ?? expect.fail('no step');
  const what: What[] = [
    { do: 'begin' },
    { do: 'skipped', stepId: stepOf(jobs[0]).id, reason: SECRET },
    { do: 'skipped', stepId: stepOf(jobs[1]).id, reason: 'no new sock' },
  ];
  let sequence = 0;
  const act = (one: What): string =>
    here.add('round-action', {
      ...{ roundId, version: 2, device: 'phone', sequence: ++sequence, whoId: null, what: one },
      at: new Date(NOW + sequence * 60_000).toISOString(),
    });
  what.forEach(act);
  const offActionId = act({
    ...{ do: 'switched-off', stepId: shut?.id ?? '', systemIds: [mine, theirs] },
    off: shut?.off ?? expect.fail('the pump goes off'),
  });
  act({ do: 'left-off', offActionId, reason: SECRET });
  act({ do: 'closed' });
  here.done(jobs[0], 0, { note: SECRET, pictureIds: [] });
  const report = (scope: Scope) => roundReport(evidenceOf(Snapshot.of(here.records)), [], roundId, scope);
  return { mine, theirs, report };
}

describe('the report of a round for whoever may know of one of its waters', () => {
  test('what was typed of shared equipment, and of the place as a whole, is not theirs', () => {
    const { mine, report } = shared();
    const mineOnly = report({ siteIds: [], systemIds: [mine] });
    expect(JSON.stringify(mineOnly)).not.toContain('SECRET');
    // the job itself is there, and what is theirs alone is whole
    expect(mineOnly?.jobs.map((job) => [job.thing, job.reason])).toEqual([
      ['Pump', ''],
      ['My sock', 'no new sock'],
    ]);
    expect(mineOnly?.overrides).toEqual([{ text: 'Of the sock', reason: 'no time' }]);
    expect(mineOnly?.letter).toBeNull();
  });
  test('whoever may know of all its waters reads all of it', () => {
    const { mine, theirs, report } = shared();
    const whole = report({ siteIds: [], systemIds: [mine, theirs] });
    expect(whole).toEqual(report(null));
    expect(JSON.stringify(whole).match(/SECRET/g)?.length).toBeGreaterThanOrEqual(5);
  });
});
