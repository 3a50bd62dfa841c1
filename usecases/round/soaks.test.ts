import { expect, test } from 'vitest';
import type { Step } from '../../core/planning/round/step.ts';
import { soaksOf, waitedMinutes } from './soaks.ts';

const MIN = 60_000;
const step = (id: string, jobId: string, some: Partial<Step> = {}): Step => ({
  ...{
    id,
    phase: 'clean',
    jobId,
    forJobs: [jobId],
    systemIds: [],
    unitId: null,
    kindId: null,
    work: 'clean',
  },
  ...{ title: id, handsMin: 5, waitMin: 0, off: null, tests: [], litres: null, biological: false },
  ...{ largeMechanical: false, dry: false, standing: null, cautions: [] },
  ...some,
});
const steps = [
  step('pump soak', 'pump', { phase: 'soak', waitMin: 20 }),
  step('pump do', 'pump'),
  step('cup do', 'cup'),
  step('sock fit', 'sock', { phase: 'fit', waitMin: 240 }),
];

test('a bath and a pump put to soak run side by side, each on its own clock', () => {
  const doneAt = new Map([
    ['pump soak', 10 * MIN],
    ['sock fit', 1 * MIN],
  ]);
  const soaks = soaksOf(steps, { doneAt, soaks: new Map([['cup do', { at: 12 * MIN, minutes: 45 }]]) });
  // a fitting stays in for hours: it is no soak
  expect(soaks.map(({ step: { id }, ends }) => [id, ends / MIN])).toEqual([
    ['pump soak', 30],
    ['cup do', 57],
  ]);
  // past its twenty minutes the bath is counted on, not cut off
  expect(waitedMinutes(soaks, 'pump', 42 * MIN)).toBe(32);
  expect(waitedMinutes(soaks, 'cup', 42 * MIN)).toBe(30);
  expect(waitedMinutes(soaks, 'sock', 42 * MIN)).toBeNull();
});

test('a job that is done soaks no longer', () => {
  const doneAt = new Map([
    ['pump soak', 10 * MIN],
    ['pump do', 40 * MIN],
  ]);
  expect(soaksOf(steps, { doneAt, soaks: new Map() })).toEqual([]);
});
