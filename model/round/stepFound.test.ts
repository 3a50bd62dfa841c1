import { expect, test } from 'vitest';
import { place } from '../testing/place.ts';
import { Snapshot } from '../snapshot.ts';
import { stepFound } from './stepFound.ts';

test('a step is found as its entry says, corrected or not; without one as it was said in the round', () => {
  const here = place();
  const componentId = here.component('stream-pump', [here.system('Reef', 300)]);
  const jobId = here.job({ componentId }, 'stream-pump', 'scrub');
  const service = (found: 'right' | 'overdue', id?: string): string =>
    here.add(
      'service',
      {
        ...{
          jobId,
          when: { kind: 'day', day: '2026-11-26' },
          whoId: null,
          found,
          shareDone: 1,
          minutes: null,
        },
        ...{ supplies: [], note: '', pictureIds: [] },
      },
      id,
    );
  const [one, two] = [service('overdue'), service('right')];
  const state = (...ids: string[]) => ({
    steps: new Map([['s', { state: 'done' as const, found: 'right' as const, conflict: [], reason: '' }]]),
    services: new Map([['s', ids]]),
  });
  const snapshot = Snapshot.of(here.records);
  expect(stepFound(snapshot, state(one), 's')).toBe('overdue');
  expect(stepFound(snapshot, state(), 's')).toBe('right');
  // two entries: what holds was settled in the round
  expect(stepFound(snapshot, state(one, two), 's')).toBe('right');
  expect(stepFound(snapshot, state(), 'another')).toBeNull();
});
