import { describe, expect, test } from 'vitest';
import { caseWord } from '../core/explain/caseWord.ts';
import { addDays, dayOf, endOfDay } from '../core/time/day.ts';
import type { Stored } from '../contract/records.ts';
import { Snapshot } from '../model/snapshot.ts';
import { NOW, place } from '../model/testing/place.ts';
import { makePlan } from './plan/plan.ts';
import { makeUpView } from './water/makeUpView.ts';
import { changeFacts } from './water/changeFacts.ts';
import { waterAnswer } from './water/waterAnswer.ts';
import { systemWater } from './water/systemWater.ts';

// What was measured beats what is usual, wherever it was typed.

const TODAY = dayOf(NOW, 'UTC');
const AT = endOfDay(TODAY, 'UTC');
const rowOf = (here: ReturnType<typeof place>, jobId: string) =>
  makePlan(Snapshot.of(here.records), () => AT, TODAY).jobs.find((one) => one.jobId === jobId) ??
  expect.fail('no row');

describe('a make-up unit', () => {
  function unitHere() {
    const here = place();
    const systemId = here.system('Reef', 400);
    const unitId = here.component('make-up-unit', [systemId]);
    const part = (kindId: string) => here.component(kindId, [systemId], { parentId: unitId });
    const [membraneId, blockId] = [part('ro-membrane'), part('carbon-block')];
    const membrane = here.job({ componentId: membraneId }, 'ro-membrane', 'replace');
    const block = here.job({ componentId: blockId }, 'carbon-block', 'replace');
    here.done(membrane, 400);
    here.done(block, 90);
    return { here, systemId, unitId, blockId, membrane, block };
  }
  test('two TDS figures typed on the unit are the rejection of its membrane: 300 to 24 ppm is 92 %', () => {
    const { here, unitId, membrane } = unitHere();
    const usual = rowOf(here, membrane);
    here.read({ componentId: unitId }, { measure: 'tds-in' }, 20, 300);
    here.read({ componentId: unitId }, { measure: 'tds-membrane' }, 20, 9);
    here.read({ componentId: unitId }, { measure: 'tds-membrane' }, 3, 24);
    const row = rowOf(here, membrane);
    expect(usual.chanceDueNow).toBeLessThan(0.2);
    expect(row.chanceDueNow).toBeGreaterThan(0.95);
    expect(row.governs?.rule).toBe('condition');
    expect(row.sentence).toMatch(
      /^Rejection 92 % on .*, under 95 %: more salt passes, and the resin behind is used up early/,
    );
  });
  test('chlorine behind the block leads, with the harm named, since it crossed', () => {
    const { here, blockId, block } = unitHere();
    here.read({ componentId: blockId }, { measure: 'chlorine' }, 30, 0.01);
    here.read({ componentId: blockId }, { measure: 'chlorine' }, 9, 0.12);
    here.read({ componentId: blockId }, { measure: 'chlorine' }, 2, 0.15);
    const row = rowOf(here, block);
    expect(row.sentence).toContain('it destroys the membrane and passes into the water that is made');
    expect(row.chanceDueNow).toBe(1);
    // due since between the last reading inside and the first outside, not since the last one
    expect(row.latest && row.latest <= addDays(TODAY, -9)).toBe(true);
  });
  test('a block nobody knows the age of: what was measured leads all the same', () => {
    const { here, blockId, systemId } = unitHere();
    const other = here.component('carbon-block', [systemId]);
    const unknown = here.job({ componentId: other }, 'carbon-block', 'replace');
    here.read({ componentId: other }, { measure: 'chlorine' }, 2, 0.12);
    expect(blockId).not.toBe(other);
    expect(rowOf(here, unknown).sentence).toMatch(/^Chlorine after the carbon 0\.12 mg\/L/);
  });
  test('a reading from before the last service says nothing of the new block', () => {
    const { here, blockId, block } = unitHere();
    here.read({ componentId: blockId }, { measure: 'chlorine' }, 95, 0.15);
    expect(rowOf(here, block).rules.some((rule) => rule.kind === 'condition')).toBe(false);
  });
});

test('flow on a reactor calls its clean-out', () => {
  const here = place();
  const systemId = here.system('Reef', 400);
  const componentId = here.component('calcium-reactor', [systemId]);
  const jobId = here.job({ componentId }, 'calcium-reactor', 'pump-sponges');
  here.done(jobId, 30);
  const before = rowOf(here, jobId);
  for (const [ago, flow] of [
    [29, 1200],
    [15, 1050],
    [3, 780],
  ] as const)
    here.read({ componentId }, { measure: 'flow' }, ago, flow);
  const row = rowOf(here, jobId);
  expect(before.chanceDueNow).toBeLessThan(0.2);
  expect(row.chanceDueNow).toBeGreaterThan(0.95);
  expect(row.sentence).toContain('under 960 L/h (1,200 L/h when clean)');
});

describe('a skimmer that draws less air', () => {
  function skimmer() {
    const here = place();
    const systemId = here.system('Reef', 400);
    const componentId = here.component('skimmer', [systemId]);
    const intake = here.job({ componentId }, 'skimmer', 'air-intake');
    const soak = here.job({ componentId }, 'skimmer', 'body-soak');
    here.done(soak, 55);
    here.done(intake, 20);
    const air = (ago: number, value: number) =>
      here.read({ componentId }, { measure: 'air-draw' }, ago, value);
    air(54.5, 600);
    return { here, intake, soak, air };
  }
  test('the intake first: the body is not stripped for it', () => {
    const { here, intake, soak, air } = skimmer();
    const usual = rowOf(here, soak);
    air(2, 400);
    expect(rowOf(here, intake).sentence).toMatch(/^Air draw 400 L\/h/);
    expect(rowOf(here, intake).chanceDueNow).toBeGreaterThan(0.95);
    expect(rowOf(here, soak).recommended).toBe(usual.recommended);
  });
  test('once the air is back the strip-down is less urgent than before', () => {
    const { here, intake, soak, air } = skimmer();
    const usual = rowOf(here, soak);
    air(2, 400);
    here.done(intake, 1);
    air(0.9, 595);
    const row = rowOf(here, soak);
    expect(row.chanceDueNow ?? 1).toBeLessThan(usual.chanceDueNow ?? 0);
    expect((row.likely ?? '') > (usual.likely ?? '')).toBe(true);
  });
  test('it stays low after the intake was cleared: now the body is due', () => {
    const { here, intake, soak, air } = skimmer();
    air(2, 400);
    here.done(intake, 1);
    air(0.9, 410);
    expect(rowOf(here, soak).sentence).toMatch(/^Air draw 410 L\/h on .* after “clear the air intake”/);
    expect(rowOf(here, soak).chanceDueNow).toBeGreaterThan(0.95);
  });
});

describe('what was tested of the made water', () => {
  const SALT = { water: 'salt', capacityL: 200, unusableL: 10 } as const;
  function plant() {
    const here = place();
    const systemId = here.system('Reef', 400);
    const unitId = here.component('make-up-unit', [systemId]);
    const resinId = here.component('di-resin', [systemId], { parentId: unitId });
    const drumId = here.component('mixing-drum', [systemId], { holds: SALT });
    const brings = () => {
      const { incoming } = systemWater(here.evidence(), { systemId, zone: 'UTC', at: AT }).now;
      const [drum] = changeFacts(here.evidence(), here.siteId, NOW).stores;
      return { water: incoming, planner: drum?.values ?? expect.fail('no drum') };
    };
    return { here, unitId, resinId, drumId, brings };
  }
  test('typed on the unit or behind its last stage, it is what a change brings, on Water and in the planner', () => {
    const { here, unitId, resinId, brings } = plant();
    here.read({ componentId: unitId }, { parameter: 'nitrate' }, 30, 12);
    expect(brings()).toMatchObject({ water: { nitrate: 12 }, planner: { nitrate: 12 } });
    here.read({ componentId: resinId }, { parameter: 'nitrate' }, 3, 8);
    expect(brings()).toMatchObject({ water: { nitrate: 8 }, planner: { nitrate: 8 } });
  });
  test('a newer test of the drum stands over it; below 0.02 counts as half of it', () => {
    const { here, unitId, drumId, brings } = plant();
    here.read({ componentId: unitId }, { parameter: 'phosphate' }, 30, 0.3);
    here.read({ componentId: drumId }, { parameter: 'phosphate' }, 2, 0.02, { below: true });
    expect(brings()).toMatchObject({ water: { phosphate: 0.01 }, planner: { phosphate: 0.01 } });
  });
  test('what salt sets anew is not the unit’s: its alkalinity is not the drum’s', () => {
    const { here, unitId, brings } = plant();
    here.read({ componentId: unitId }, { parameter: 'alkalinity' }, 3, 1);
    expect(brings().water.alkalinity).toBeUndefined();
    expect(brings().planner.alkalinity).toBeUndefined();
  });
});

describe('the store of a top-off', () => {
  const said = { capacity: 25, unusable: 3, usePerDay: 2 };
  function topOff(store: typeof said | null = said) {
    const here = place();
    const systemId = here.system('Reef', 400);
    const componentId = here.component('top-off', [systemId]);
    const jobId = here.job({ componentId }, 'top-off', 'refill', store ? { store } : {});
    const view = () =>
      makeUpView(here.evidence(), here.siteId, NOW, () => false).topOffs[0] ?? expect.fail('no view');
    return { here, componentId, jobId, view };
  }
  test('its life is its litres by what a day takes: 25 − 3 L at 2 L a day is 11 days, however often it is filled', () => {
    const often = topOff();
    for (const ago of [16, 13, 10, 7, 4, 1]) often.here.done(often.jobId, ago);
    const seldom = topOff();
    for (const ago of [21, 11, 1]) seldom.here.done(seldom.jobId, ago);
    expect(rowOf(often.here, often.jobId).likely).toBe(addDays(TODAY, 10));
    expect(rowOf(seldom.here, seldom.jobId).likely).toBe(addDays(TODAY, 10));
    expect(rowOf(often.here, often.jobId).intervalDays).toBeCloseTo(
      rowOf(seldom.here, seldom.jobId).intervalDays ?? 0,
      6,
    );
  });
  test('declared governs until measured, then both are shown; Today and the view say the same', () => {
    const { here, componentId, jobId, view } = topOff();
    here.done(jobId, 3);
    expect(rowOf(here, jobId).sentence).toMatch(/; 2 L a day as you entered\./);
    expect(view().rate).toEqual({ perDay: 2, by: 'declared' });
    // 25 L when it was filled, 2 a day for three days and the hours left of today
    expect(view().leftL).toBeCloseTo(25 - 2 * (3 + 11 / 24), 1);
    for (const [ago, litres] of [
      [2.9, 25],
      [0.9, 18],
    ] as const)
      here.read({ componentId }, { measure: 'litres-left' }, ago, litres);
    // 25 L when it was filled, 18 L after 2.1 days
    expect(view().rate).toMatchObject({ perDay: expect.closeTo(7 / 2.1, 6) as unknown, by: 'readings' });
    expect(rowOf(here, jobId).sentence).toMatch(/3\.3 L a day as read, 2 L as you entered\./);
  });
  test('nothing read or said of the loss: what is usual for its surface, and it says so', () => {
    const { here, jobId, view } = topOff();
    const job = here.records.find((one) => one.id === jobId) as Stored<'job'>;
    here.records.push({
      ...job,
      content: { ...job.content, store: { capacity: 25, unusable: 3, usePerDay: null } },
    });
    here.done(jobId, 1);
    // 0.25 m² at 2 to 5 L a square metre: common practice, value from memory
    expect(view().rate).toEqual({ perDay: 0.875, by: 'usual' });
    expect(rowOf(here, jobId).sentence).toMatch(/0\.9 L a day as is usual for its surface\./);
  });
});

test('a carbon block good for 3,200 L: what has passed of it makes its date, until chlorine is tested behind it', () => {
  const here = place();
  const systemId = here.system('Reef', 400);
  const figures = { ratedLph: null, ratedKpa: null, resinL: null, resinEqPerL: null, mainsChlorineMgL: null };
  const prices = { sediment: null, carbon: null, membrane: null, resin: null, mainsPerM3: null };
  const unitId = here.component('make-up-unit', [systemId], {
    makeUp: { ...figures, carbonRatedL: 3200, litresPerDay: 20, prices },
  });
  const blockId = here.component('carbon-block', [systemId], { parentId: unitId });
  const jobId = here.job({ componentId: blockId }, 'carbon-block', 'replace');
  here.done(jobId, 30);
  // 20 L made and 60 wasted a day pass it: 40 days from 27 October, 13:00
  const rule = () => rowOf(here, jobId).rules.find((one) => one.kind === 'depletion');
  expect(rule()?.likely).toBe(addDays(TODAY, 10));
  expect(rule()?.sentence).toMatch(/^About 763 L left to use; 80 L a day by use\.$/);
  expect(rowOf(here, jobId).governs?.rule).toBe('depletion');
  here.read({ componentId: blockId }, { measure: 'chlorine' }, 1, 0.2);
  expect(rowOf(here, jobId).sentence).toMatch(/^Chlorine after the carbon 0\.20? mg\/L/);
});

describe('alkalinity that falls beside a calcium reactor', () => {
  function reef(last: number) {
    const here = place();
    const systemId = here.system('Reef', 400, { bands: { alkalinity: { lo: 7.5, hi: 9 } } });
    const componentId = here.component('calcium-reactor', [systemId], { name: 'Calcium reactor' });
    const refill = here.job({ componentId }, 'calcium-reactor', 'refill');
    here.done(refill, 30);
    [28, 21, 14, 7, 0.5].forEach((ago, i) =>
      here.read({ systemId }, { parameter: 'alkalinity' }, ago, last + 0.35 * (4 - i)),
    );
    const { remedies } = systemWater(here.evidence(), { systemId, zone: 'UTC', at: AT });
    return { row: rowOf(here, refill), options: remedies[0]?.options ?? [] };
  }
  test('in its band still: more delivery is proposed, by what it falls', () => {
    const { options } = reef(7.8);
    expect(options[0]).toMatchObject({ kind: 'more-delivery', names: ['Calcium reactor'] });
    expect(options[0]?.kind === 'more-delivery' && options[0].perDay).toBeCloseTo(0.05, 2);
  });
  test('under its band: delivery first, then what is weighed out once; the media are not called by it', () => {
    const { row, options } = reef(6.8);
    expect(options.map((one) => one.kind).slice(0, 2)).toEqual(['more-delivery', 'dose']);
    expect(row.rules.map((rule) => rule.kind)).toEqual(['wear']);
  });
});

describe('whether it worked', () => {
  function overBand(after: readonly (readonly [number, number])[]) {
    const here = place();
    const systemId = here.system('Reef', 400, { bands: { phosphate: { lo: 0.03, hi: 0.1 } } });
    const mediaId = here.component('phosphate-media', [systemId], { name: 'Phosphate reactor' });
    const jobId = here.job({ componentId: mediaId }, 'phosphate-media', 'replace');
    for (const [ago, value] of [[22, 0.14], [16, 0.16], ...after] as const)
      here.read({ systemId }, { parameter: 'phosphate' }, ago, value, { timing: 'before' });
    here.done(jobId, 15, { minutes: 25 });
    const told = waterAnswer(here.evidence(), systemId, NOW).cases[0]?.told ?? expect.fail('no case');
    const style = {
      show: (_: string, value: number) => `${value.toFixed(2)} mg/L`,
      difference: (_: string, value: number) => `${value.toFixed(3)} mg/L`,
      ...{ today: TODAY, date: 'day-month' as const },
    };
    return caseWord('phosphate', told, style);
  }
  test('a new charge that brought it back: the case is closed, with its error and the work it took', () =>
    expect(
      overBand([
        [8, 0.08],
        [1, 0.06],
      ]),
    ).toMatch(
      /^Back in its band since .*: 0\.15 mg\/L \(2 tests\) before, 0\.07 mg\/L \(2 tests\) after \(± 0\.01\d mg\/L\)\. Done for it: Phosphate reactor, replace the charge \(.*\); 25 minutes of work\. Closed\.$/,
    ));
  test('one that brought nothing sends to the cause', () =>
    expect(
      overBand([
        [8, 0.16],
        [1, 0.15],
      ]),
    ).toMatch(/^No clear change: .* Look for the cause/));
  test('out again later: what ended it last time is said', () =>
    expect(
      overBand([
        [10, 0.07],
        [1, 0.15],
      ]),
    ).toMatch(
      /^Out of its band since .*; nothing was done for it yet\. Last time it was back .*, after Phosphate reactor, replace the charge\.$/,
    ));
  test('no test since: too early to say', () =>
    expect(overBand([])).toMatch(/^Too early to say whether it helped/));
});
