import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { endOfToday, makePlan } from '../../usecases/plan/plan.ts';
import { daysOf } from '../../usecases/plan/planState.ts';
import { KeptPlans } from '../../store/keptPlans.ts';
import {
  create,
  NOW,
  oneSock,
  openTestStore,
  swapped,
  work,
  type TestStore,
} from '../../store/testing/fixtures.ts';
import { Planner } from './planner.ts';

let one: TestStore;
let planner: Planner;
let now = NOW;
const errors: unknown[] = [];
const open = () =>
  new Planner(
    { store: one.store, kept: new KeptPlans(one.databases, one.store), file: one.databases.file },
    () => now,
    (error) => errors.push(error),
  );
beforeEach(async () => {
  now = NOW;
  errors.length = 0;
  one = await openTestStore();
  planner = open();
});
afterEach(async () => {
  await planner.stop();
  await one.close();
  expect(errors).toEqual([]);
});
const fresh = async () => makePlan(await one.store.snapshot(), endOfToday(now), 'now').jobs;

describe('plans from the thread', () => {
  test('say what a plan made at once says, before and after a write, and the next day', async () => {
    const { ids, writes } = oneSock();
    await one.store.apply(work(...writes));
    expect((await planner.plan()).jobs).toEqual(await fresh());
    await one.store.apply(work(create('service', swapped(ids.job, '2026-11-24'))));
    expect((await planner.plan()).jobs).toEqual(await fresh());
    expect((await planner.plan()).jobs[0]?.lastDone).toBe('2026-11-24');
    now += 86_400_000;
    expect((await planner.plan()).jobs).toEqual(await fresh());
  });
  test('are kept: a new start has them at once, unless something was written in between', async () => {
    const { ids, writes } = oneSock();
    await one.store.apply(work(...writes));
    const before = await planner.plan();
    await planner.stored();
    const kept = new KeptPlans(one.databases, one.store);
    expect((await kept.load())?.rows).toEqual(before.jobs);
    await planner.stop();
    await one.store.apply(work(create('service', swapped(ids.job, '2026-11-24'))));
    expect(await kept.load()).toBeNull();
    planner = open();
    expect((await planner.plan()).jobs[0]?.lastDone).toBe('2026-11-24');
    await planner.stored();
    expect((await kept.load())?.rows[0]?.lastDone).toBe('2026-11-24');
  });
  test('are kept too where it is another day at another site', async () => {
    const { writes } = oneSock();
    const auckland = { name: 'Away', timeZone: 'Pacific/Auckland', visits: null };
    await one.store.apply(work(...writes, create('site', auckland)));
    const before = await planner.plan();
    await planner.stored();
    const kept = await new KeptPlans(one.databases, one.store).load();
    expect(kept?.rows).toEqual(before.jobs);
    expect(kept?.days).toBe(daysOf(await one.store.snapshot(), () => now));
    expect(kept?.days).toContain('2026-11-26');
  });
  test('a question beside the plan knows what was written before it', async () => {
    const { ids, writes } = oneSock();
    await one.store.apply(work(...writes));
    const lastDone = async () => (await planner.planAt('2026-12-24')).jobs[0]?.lastDone ?? null;
    const before = await lastDone();
    await one.store.apply(work(create('service', swapped(ids.job, '2026-11-24'))));
    expect(before).not.toBe('2026-11-24');
    expect(await lastDone()).toBe('2026-11-24');
    one.store.forget();
    expect(await lastDone()).toBe('2026-11-24');
  });
  test('a whole import is read anew', async () => {
    const { writes } = oneSock();
    await planner.plan();
    await one.store.apply(work(...writes));
    one.store.forget();
    expect((await planner.plan()).jobs).toHaveLength(1);
  });
});
