import { describe, expect, test } from 'vitest';
import { addDays } from '../../core/time/day.ts';
import { blockedJobs, outOfUseNow } from '../../model/facts/outOfUse.ts';
import { instantAtOf, makePlan } from '../plan/plan.ts';
import { PlanState } from '../plan/planState.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { ago, NOW, place } from '../../model/testing/place.ts';
import { changeFacts } from './changeFacts.ts';
import { demandOf } from '../../model/water/demand.ts';
import { incomingWater, sourcesOf } from '../../model/water/incomingWater.ts';
import { leadSteps } from './leads.ts';
import { makeUpView } from './makeUpView.ts';
import { sourceAnswer } from './sourceFacts.ts';

const SALT = { water: 'salt', capacityL: 200, unusableL: 10 } as const;
const FRESH = { water: 'fresh', capacityL: 100, unusableL: 5 } as const;
const TODAY = '2026-11-26';
const never = () => false;

describe('what a change can draw on', () => {
  test('stores with what was last read in them, the usual litres, and what is off meanwhile in its order', () => {
    const here = place();
    const reef = here.system('Reef', 250);
    const drum = here.component('mixing-drum', [reef], { name: 'Drum', holds: SALT });
    here.read({ componentId: drum }, { measure: 'litres-left' }, 9, 20);
    here.read({ componentId: drum }, { measure: 'litres-left' }, 2, 140);
    here.read({ componentId: drum }, { parameter: 'salinity' }, 2, 34.8);
    const change = here.job({ systemId: reef }, 'water-change', 'change');
    for (const [days, litres] of [
      [30, 20],
      [20, 50],
      [10, 24],
    ] as const)
      here.done(change, days, { litres });
    here.done(change, 3);
    here.component('return-pump', [reef], { name: 'Pump' });
    here.component('top-off', [reef], { name: 'Top-off' });
    here.component('heater', [reef], { name: 'Heater' });
    here.component('heater', [reef], { name: 'Spare heater', status: 'standby' });
    here.component('weir', [reef], { name: 'Weir' });
    const facts = changeFacts(here.evidence(), here.siteId, NOW);
    expect(facts.stores).toMatchObject([
      { name: 'Drum', presentL: 140, unusableL: 10, values: { salinity: 34.8 }, outOfUse: null },
    ]);
    expect(facts.systems[0]).toMatchObject({ litres: 250, usualL: 24, proposed: null });
    expect(facts.systems[0]?.off.map((item) => item.what)).toEqual(['Top-off', 'Heater', 'Pump']);
    expect(facts.visits[0]).toBe('2026-11-28');
  });
  test('nitrate over its band: what the tests ask for, and how urgent it is', () => {
    const here = place();
    const reef = here.system('Reef', 250, { programmeId: 'balanced-reef' });
    here.read({ systemId: reef }, { parameter: 'nitrate' }, 1, 30);
    const [facts] = changeFacts(here.evidence(), here.siteId, NOW).systems;
    expect(facts?.urgency).toBeCloseTo(0.5, 9);
    // to 19 (the kit’s error under 20) by dilution, in two changes of no more than 30 %
    expect(facts?.proposed?.times).toBe(2);
    expect(facts?.proposed?.parameter).toBe('nitrate');
  });
  test('new water of a salt system is the drum’s, of a fresh one the container’s; a drum that holds fresh water too', () => {
    const here = place();
    const reef = here.system('Reef', 250);
    const fresh = here.system('Lake', 250, { water: 'fresh' });
    const both = [reef, fresh];
    const drum = here.component('mixing-drum', both, { holds: SALT });
    const container = here.component('product-container', both, { holds: FRESH });
    here.read({ componentId: drum }, { parameter: 'temperature' }, 2, 24);
    here.read({ componentId: container }, { parameter: 'temperature' }, 1, 17);
    const { snapshot, index } = here.evidence();
    const warmth = (systemId: string) =>
      incomingWater(index, sourcesOf(snapshot).get(systemId) ?? [], 'UTC', NOW).get('temperature')?.value;
    expect(warmth(reef)).toBe(24);
    expect(warmth(fresh)).toBe(17);
  });
});

describe('out of use', () => {
  test('a leak without an end, a curing that is not over, something switched off; parts with their unit', () => {
    const here = place();
    const reef = here.system('Reef', 250);
    const drum = here.component('mixing-drum', [reef], { name: 'Drum', holds: SALT });
    const container = here.component('product-container', [reef], { name: 'Container', holds: FRESH });
    const unit = here.component('make-up-unit', [reef], {
      name: 'Unit',
      status: 'off',
      statusReason: 'no pressure',
    });
    const membrane = here.component('ro-membrane', [reef], { parentId: unit });
    const change = here.job({ systemId: reef }, 'water-change', 'change');
    expect(outOfUseNow(Snapshot.of(here.records), NOW).get(membrane)).toMatchObject({
      name: 'Unit',
      kind: 'off',
      note: 'no pressure',
    });
    expect(blockedJobs(Snapshot.of(here.records), NOW).size).toBe(0);

    here.happened('leak', { componentId: drum });
    here.happened('curing', { componentId: container, until: { kind: 'instant', at: ago(-2) } });
    const now = Snapshot.of(here.records);
    expect(outOfUseNow(now, NOW).get(drum)).toMatchObject({ kind: 'leak', until: null });
    expect(outOfUseNow(now, NOW).get(container)).toMatchObject({ kind: 'curing' });
    // three days on the sealant has cured, the drum still leaks
    expect(outOfUseNow(now, NOW + 3 * 86_400_000).has(container)).toBe(false);
    // the change waits for its only drum; nothing is drawn from it
    expect(blockedJobs(now, NOW).get(change)).toMatchObject({ name: 'Drum', kind: 'leak' });
    expect(changeFacts(here.evidence(), here.siteId, NOW).stores[0]?.outOfUse?.kind).toBe('leak');
  });
  test('a second drum that is sound, and nothing waits; a refill waits for the unit unless a container has water', () => {
    const here = place();
    const reef = here.system('Reef', 250);
    const leaking = here.component('mixing-drum', [reef], { holds: SALT });
    here.component('mixing-drum', [reef], { holds: SALT });
    here.happened('leak', { componentId: leaking });
    here.job({ systemId: reef }, 'water-change', 'change');
    const topOff = here.component('top-off', [reef]);
    const refill = here.job({ componentId: topOff }, 'top-off', 'refill');
    here.component('make-up-unit', [reef], { name: 'Unit', status: 'off' });
    expect([...blockedJobs(Snapshot.of(here.records), NOW).keys()]).toEqual([refill]);
    here.component('product-container', [reef], { holds: FRESH });
    expect(blockedJobs(Snapshot.of(here.records), NOW).size).toBe(0);
  });
});

/** A unit of known figures whose rejection is read, and whose resin was changed sixty days ago. */
function unitHere() {
  const here = place();
  const reef = here.system('Reef', 250);
  const unit = here.component('make-up-unit', [reef], {
    name: 'Unit',
    makeUp: {
      ratedLph: 8,
      ratedKpa: 400,
      resinL: 1.25,
      resinEqPerL: 0.55,
      carbonRatedL: null,
      mainsChlorineMgL: null,
      litresPerDay: null,
      prices: { sediment: null, carbon: null, membrane: null, resin: 20, mainsPerM3: 4 },
    },
  });
  const resin = here.component('di-resin', [reef], { name: 'Resin', parentId: unit });
  const membrane = here.component('ro-membrane', [reef], { name: 'Membrane', parentId: unit });
  const replace = here.job({ componentId: resin }, 'di-resin', 'replace');
  here.done(replace, 60);
  here.read({ componentId: unit }, { measure: 'tds-in' }, 61, 300);
  for (const [days, total] of [
    [61, 0],
    [31, 300],
    [1, 600],
  ] as const)
    here.read({ componentId: unit }, { measure: 'litres-through' }, days, total);
  here.read({ componentId: membrane }, { measure: 'rejection' }, 61, 97);
  const view = () => makeUpView(here.evidence(), here.siteId, NOW, never).units[0] ?? expect.fail('no unit');
  const row = () =>
    makePlan(Snapshot.of(here.records), instantAtOf(TODAY), TODAY).jobs.find(
      (one) => one.jobId === replace,
    ) ?? expect.fail('no row');
  return { ...here, reef, unit, resin, membrane, replace, view, row };
}

describe('the make-up view', () => {
  test('resin by hand: 10 L a day by the meter at 9 ppm since it was changed; the plan says the same', () => {
    const one = unitHere();
    const unit = one.view();
    expect(unit.litresPerDay).toEqual({ value: 10, from: 'meter' });
    // 60 days and the 11 hours that are left of today: the meter goes on as it did
    expect(unit.facts.resinPassed?.litres).toBeCloseTo(604.6, 1);
    expect(unit.facts.resinPassed?.meanTds).toBeCloseTo(9, 9);
    // 34.405 g − 604.6 L × 9 mg/L = 29.0 g, at 90 mg a day
    const days = (unit.state.resin ?? expect.fail('none')).outputs.days;
    expect(days).toBeCloseTo((34.4048 - 0.6046 * 9) / 0.09, 0);
    const depletion = one.row().rules.find((rule) => rule.kind === 'depletion');
    // the plan asks at the end of the day, the view counts from now
    expect([Math.floor(days), Math.floor(days) + 1].map((ahead) => addDays(TODAY, ahead))).toContain(
      depletion?.likely,
    );
    expect(depletion?.sentence).toMatch(/^About 84 % left to use; 0\.3 % a day by use\.$/);
  });
  test('a rejection that falls moves the date of the resin nearer', () => {
    const one = unitHere();
    const before = one.row().rules.find((rule) => rule.kind === 'depletion')?.likely ?? '';
    one.read({ componentId: one.membrane }, { measure: 'rejection' }, 2, 91);
    const after = one.row().rules.find((rule) => rule.kind === 'depletion')?.likely ?? '';
    expect(after < before).toBe(true);
    // three times as much passes: 27 ppm instead of 9
    expect(one.view().facts.behindMembrane?.from).toBe('rejection');
    expect(one.view().facts.behindMembrane?.value).toBeCloseTo(27, 9);
  });
  test('a plan kept up to date says the same: a reading on the membrane, the meter, the figures of the unit', () => {
    const one = unitHere();
    const state = new PlanState(Snapshot.of(one.records), instantAtOf(TODAY));
    const known = one.records.length;
    one.read({ componentId: one.unit }, { measure: 'litres-through' }, 0.5, 700);
    one.read({ componentId: one.membrane }, { measure: 'rejection' }, 2, 60);
    for (const record of one.records.slice(known)) state.apply([record]);
    expect(state.plan(TODAY).jobs).toEqual(
      makePlan(Snapshot.of(one.records), instantAtOf(TODAY), TODAY).jobs,
    );
  });
  test('without its figures nothing is worked out; the flush after a change stays open until it is logged', () => {
    const one = unitHere();
    const flush = one.job({ componentId: one.unit }, 'make-up-unit', 'flush');
    expect(one.view()).toMatchObject({ flushJobId: flush, cost: { missing: ['Membrane'] } });
    expect(one.view().flushOpenSince).toBe(Date.parse(ago(60)));
    one.done(flush, 59.9);
    expect(one.view().flushOpenSince).toBeNull();
    one.done(one.replace, 0.5);
    expect(one.view().flushOpenSince).toBe(Date.parse(ago(0.5)));
    const bare = place();
    bare.component('make-up-unit', [bare.system('Reef', 250)]);
    const [unit] = makeUpView(bare.evidence(), bare.siteId, NOW, never).units;
    expect(unit?.state).toMatchObject({
      productLph: null,
      resin: null,
      carbon: 'not-tested',
    });
    expect(unit?.facts.rejection).toBeNull();
    expect(unit?.next?.batch).toBeNull();
  });
  test('litres are split by changes said and by what evaporates, measured or usual', () => {
    const one = unitHere();
    const change = one.job({ systemId: one.reef }, 'water-change', 'change');
    for (const days of [7, 21, 35, 49]) one.done(change, days, { litres: 26 });
    const demand = demandOf(one.evidence(), one.reef, 'UTC', NOW);
    expect(demand.changesPerDay).toBeCloseTo((4 * 26) / 91, 9);
    // 0.25 m² at 2 to 5 L a square metre: common practice, value from memory
    expect(demand).toMatchObject({ evaporationPerDay: 0.875, evaporationFrom: 'usual' });
    const topOff = one.component('top-off', [one.reef]);
    for (const [days, litres] of [
      [20, 30],
      [15, 25],
      [10, 20],
      [5, 15],
      [1, 11],
    ] as const)
      one.read({ componentId: topOff }, { measure: 'litres-left' }, days, litres);
    expect(demandOf(one.evidence(), one.reef, 'UTC', NOW)).toMatchObject({ evaporationFrom: 'measured' });
    expect(demandOf(one.evidence(), one.reef, 'UTC', NOW).evaporationPerDay).toBeCloseTo(1, 6);
    const [view] = makeUpView(one.evidence(), one.siteId, NOW, never).topOffs;
    // 11 L a day ago, 1 L a day: 10 by now, and nothing is known of what is out of reach
    expect(view?.leftL).toBeCloseTo(10, 0);
    expect(view?.loss.verdict).toBe('as-usual');
  });
});

describe('ahead of a visit', () => {
  const planned = (one: ReturnType<typeof unitHere>, litres: number, day = '2026-11-28') =>
    one.add('change-plan', {
      siteId: one.siteId,
      day,
      ifShort: 'scale',
      matched: true,
      systems: [
        {
          systemId: one.reef,
          wantedL: litres,
          way: 'at-once',
          litres,
          stages: { count: 1, daysApart: 0 },
          draws: [],
          off: [],
        },
      ],
      serviceIds: [],
      note: '',
    });
  test('what is missing is made and mixed; begin in time; what is begun says so', () => {
    const one = unitHere();
    const change = one.job({ systemId: one.reef }, 'water-change', 'change');
    const drum = one.component('mixing-drum', [one.reef], { holds: SALT });
    one.read({ componentId: drum }, { measure: 'litres-left' }, 1, 40);
    one.read({ componentId: one.unit }, { measure: 'flow' }, 1, 5);
    planned(one, 90);
    const steps = () => leadSteps(one.evidence(), [], NOW);
    // 90 L less the 30 that can be used: 12 h at 5 L/h and 12 h to mix, before Sat 28 Nov 09:00
    expect(steps()).toMatchObject([
      { jobId: change, forDay: '2026-11-28', startBy: Date.parse('2026-11-27T09:00:00Z'), started: null },
    ]);
    expect(steps()[0]?.water?.next.batch).toMatchObject({ litres: 60, mixL: 60, hours: 12 });
    one.add('lead', {
      jobId: change,
      forDay: '2026-11-28',
      what: 'make and mix the water',
      startedAt: ago(0.1),
      whoId: null,
    });
    expect(steps()[0]?.started?.at).toBe(Date.parse(ago(0.1)));
    // enough in the drum: nothing to begin
    one.read({ componentId: drum }, { measure: 'litres-left' }, 0.2, 150);
    expect(steps()).toEqual([]);
  });
  test('a visit far off, or one whose plan was carried out, asks for nothing yet', () => {
    const one = unitHere();
    one.job({ systemId: one.reef }, 'water-change', 'change');
    one.read({ componentId: one.unit }, { measure: 'flow' }, 1, 5);
    planned(one, 20, '2026-12-05');
    expect(leadSteps(one.evidence(), [], NOW)).toEqual([]);
  });
});

describe('finding a source', () => {
  function rising() {
    const here = place();
    const reef = here.system('Reef', 250);
    const change = here.job({ systemId: reef }, 'water-change', 'change');
    for (let days = 105; days > 0; days -= 7) {
      // level until five weeks ago, then 0.01 mg/L a day
      here.read({ systemId: reef }, { parameter: 'phosphate' }, days, 0.1 + 0.01 * Math.max(0, 35 - days), {
        timing: 'before',
      });
      here.done(change, days - 0.2, { litres: 25 });
    }
    const answer = () => sourceAnswer(here.evidence(), reef, 'phosphate', NOW, () => 0.1);
    const first = () => {
      const one = answer();
      return one.kind === 'found' ? one.finding.sources[0]?.id : one.what;
    };
    return { ...here, reef, answer, first };
  }
  test('the balance by hand; what is missing is said', () => {
    const one = rising();
    const found = one.answer();
    if (found.kind !== 'found') return expect.fail(found.what);
    expect(found.finding.asks).toBe('rise');
    // 0.01 mg/L a day in 250 L stay; four changes of 25 L carry out what was then in them
    expect(found.facts.supply.stays).toBeCloseTo(2.5, 1);
    expect(found.facts.supply.byChanges).toBeGreaterThan(0.6);
    const bare = place();
    const untested = bare.system('Reef', 100);
    expect(sourceAnswer(bare.evidence(), untested, 'nitrate', NOW, () => null)).toEqual({
      kind: 'missing',
      what: 'tests',
    });
    const none = bare.add('system', {
      siteId: bare.siteId,
      name: 'X',
      water: 'salt',
      believedVolumeL: null,
      note: '',
    });
    expect(sourceAnswer(bare.evidence(), none, 'nitrate', NOW, () => null)).toEqual({
      kind: 'missing',
      what: 'litres',
    });
  });
  test('what the log says moves the first place: feed, a death, a test of the product, a check', () => {
    const fed = rising();
    fed.read({ systemId: fed.reef }, { measure: 'feed' }, 100, 2);
    fed.read({ systemId: fed.reef }, { measure: 'feed' }, 34, 5);
    expect(fed.first()).toBe('food');
    const dead = rising();
    dead.happened('death', { systemId: dead.reef, when: { kind: 'instant', at: ago(12) } });
    expect(dead.first()).toBe('dead-animal');
    const product = rising();
    const unit = product.component('make-up-unit', [product.reef]);
    product.read({ componentId: unit }, { parameter: 'phosphate' }, 3, 0.6);
    expect(product.first()).toBe('product-water');
    const checked = rising();
    for (const [checkId, answerId] of [
      ['look-for-piles', 'deep'],
      ['weigh-feed', 'same'],
      ['count-animals', 'all'],
      ['test-product', 'none'],
    ] as const)
      checked.add('check', {
        systemId: checked.reef,
        finds: 'phosphate',
        checkId,
        answerId,
        when: { kind: 'instant', at: ago(1) },
        whoId: null,
        note: '',
      });
    expect(checked.first()).toBe('detritus');
    // a check of three weeks ago tells of another time
    const old = rising();
    old.add('check', {
      systemId: old.reef,
      finds: 'phosphate',
      checkId: 'look-for-piles',
      answerId: 'deep',
      when: { kind: 'instant', at: ago(30) },
      whoId: null,
      note: '',
    });
    const answer = old.answer();
    expect(answer.kind === 'found' && answer.made).toEqual([]);
  });
});
