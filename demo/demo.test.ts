import { describe, expect, test } from 'vitest';
import { addDays } from '../core/time/day.ts';
import { instantAtOf, makePlan } from '../usecases/plan/plan.ts';
import type { RecordContent } from '../contract/records.ts';
import { catalogue } from '../core/catalogue/index.ts';
import { Snapshot } from '../model/snapshot.ts';
import { canonicalJson } from '../contract/canonicalJson.ts';
import { openTestStore } from '../store/testing/fixtures.ts';
import { demoWrites } from './build.ts';
import { demoRecords } from './records.ts';
import { scenario } from './scenario.ts';

const TODAY = '2026-11-25';
const snapshotOf = (today: string) => Snapshot.of(demoRecords(today));
const plan = makePlan(snapshotOf(TODAY), instantAtOf(TODAY), TODAY).jobs;
const row = (thing: string, action: string) =>
  plan.find((one) => one.thing === thing && one.action.startsWith(action)) ??
  expect.fail(`${thing}: ${action}`);

test('the same day makes the same demo, and the store takes all of it', async () => {
  expect(canonicalJson(demoWrites(TODAY))).toBe(canonicalJson(demoWrites(TODAY)));
  const one = await openTestStore();
  try {
    const writes = demoWrites('2026-11-20');
    for (let i = 0; i < writes.length; i += 5000)
      await one.store.apply({ writes: writes.slice(i, i + 5000), who: 'demo', why: '' });
    expect((await one.store.snapshot()).all('system')).toHaveLength(7);
  } finally {
    await one.close();
  }
});

test('it shows what it promises: left off, past its window, resting, held, looked at, rough and unknown ages', () => {
  const states = new Set(plan.map((one) => one.state));
  for (const state of [
    'left-off',
    'past-window',
    'in-window',
    'coming-up',
    'far-off',
    'held',
    'paused',
    'look-first',
  ] as const)
    expect(states).toContain(state);
  expect(row('RO membrane', 'replace').lastDoneSpan).not.toBeNull();
  expect(row('Intake strainer', 'brush').lastDone).toBeNull();
  expect(row('Skimmer', 'clear').skips).toBe(2);
});

test('at least one of everything: every kind and every job of the catalogue is there, done or looked after', () => {
  const content = <K extends 'job' | 'component'>(kind: K): RecordContent<K>[] =>
    demoWrites(TODAY).flatMap((write) =>
      write.op === 'create' && write.kind === kind ? [write.content as RecordContent<K>] : [],
    );
  const jobs = new Set(content('job').map((job) => `${job.kindId}/${job.jobId}`));
  const missing = catalogue
    .filter((kind) => kind.id !== 'water-test')
    .flatMap((kind) => kind.jobs.map((job) => `${kind.id}/${job.id}`))
    .filter((job) => !jobs.has(job));
  expect(missing).toEqual([]);
  expect(content('component').length).toBeGreaterThanOrEqual(90);
});

test('the failing membrane and the drifted probe are called by what is read on them', () => {
  expect(row('RO membrane', 'replace')).toMatchObject({ governs: { rule: 'condition' } });
  expect(row('RO membrane', 'replace').sentence).toContain('; down ');
  expect(row('pH probe of the reactor', 'replace').sentence).toContain('under 85 %');
  expect(row('Fleece roll', 'replace').governs?.rule).toBe('depletion');
});

describe('what was learned against what is true', () => {
  // The truths stand in scenario.ts. A window of 10 to 90 % round one life should hold the typical life.
  test.each([
    ['Filter socks', 'hot-water jet', 6.5],
    ['Skimmer cup', 'empty', 4.2],
    ['Return pump 1', 'strip', 112],
    ['Stream pump, left', 'scrub', 38],
    ['Canister filter', 'rinse', 62],
    ['Overflow weir', 'brush', 44],
  ])('%s, %s: typical life %d days lies in the window', (thing, action, typicalDays) => {
    const one = row(thing, action);
    const due = addDays(one.lastDone ?? expect.fail(), Math.round(typicalDays));
    expect(due >= (one.earliest ?? '')).toBe(true);
    expect(due <= (one.latest ?? '')).toBe(true);
  });
  test('phosphate media: shorter lives since more is fed, and the window has followed', () => {
    const one = row('Phosphate media', 'replace');
    const truth = scenario[0]?.systems[0]?.components.find(
      (component) => component.name === 'Phosphate media',
    )?.jobs.replace;
    const now = (truth?.typicalDays ?? 0) * (truth?.change?.factor ?? 1);
    const likelyDays = (Date.parse(one.likely ?? '') - Date.parse(one.lastDone ?? '')) / 86_400_000;
    expect(Math.abs(Math.log(likelyDays / now))).toBeLessThan(0.25);
  });
});
