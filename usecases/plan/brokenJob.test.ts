import { describe, expect, test } from 'vitest';
import { endOfDay } from '../../core/time/day.ts';
import type { RecordContent } from '../../contract/records.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { place } from '../../model/testing/place.ts';
import { makePlan } from './plan.ts';

const TODAY = '2026-11-26';
const FAR = '9999-12-31';

/** Two pumps that are scrubbed, and what breaks the planning of the first. */
function pumps(
  breaks: (
    here: ReturnType<typeof place>,
    jobId: string,
    ids: { systemId: string; componentId: string },
  ) => void,
) {
  const here = place();
  const systemId = here.system('Reef', 300);
  const [first, second] = [1, 2].map(() => {
    const componentId = here.component('stream-pump', [systemId]);
    const jobId = here.job({ componentId }, 'stream-pump', 'scrub');
    here.done(jobId, 40);
    return { componentId, jobId };
  });
  if (!first || !second) throw new Error('two pumps');
  breaks(here, first.jobId, { systemId, componentId: first.componentId });
  const plan = makePlan(Snapshot.of(here.records), (zone) => endOfDay(TODAY, zone), TODAY);
  return { plan, first, second };
}
// as an older version let them be stored: the doors refuse them today
describe('one bad record stops one line, never the plan', () => {
  test.each<[string, Parameters<typeof pumps>[0]]>([
    [
      'put off until the end of time',
      (here, jobId) =>
        here.add('skip', { jobId, when: { kind: 'day', day: TODAY }, until: FAR, reason: 'x', whoId: null }),
    ],
    [
      'done in a span that ends at the end of time',
      (here, jobId) =>
        here.add('service', {
          ...{ jobId, when: { kind: 'rough', from: '2026-01-01', to: FAR }, whoId: null, found: null },
          ...{ shareDone: 1, minutes: null, supplies: [], note: '', pictureIds: [] },
        }),
    ],
    [
      'a season that begins at the end of time',
      (here, jobId) => {
        const content = here.records.find((one) => one.id === jobId)?.content as RecordContent<'job'>;
        const rules = [{ kind: 'season', recurrence: 'FREQ=YEARLY', from: FAR }];
        here.add('job', { ...content, overrides: { rules } } as RecordContent<'job'>, jobId);
      },
    ],
  ])('%s', (_what, breaks) => {
    const { plan, first, second } = pumps(breaks);
    expect(plan.jobs.map((row) => row.jobId)).toContain(second.jobId);
    const isPlanned = plan.jobs.some((row) => row.jobId === first.jobId);
    const broken = plan.broken.map((one) => one.jobId);
    // planned, or named with why: never gone without a word
    expect([isPlanned, broken]).toEqual([!broken.includes(first.jobId), broken]);
  });
});
