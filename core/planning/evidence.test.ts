import { describe, expect, test } from 'vitest';
import { definitionOf } from '../catalogue/index.ts';
import { withOverrides, type JobDefinition } from '../catalogue/types.ts';
import type { JobFacts, ServiceFact } from '../rules/facts.ts';
import type { IntervalRule } from '../catalogue/rule.ts';
import { emptyFacts, emptySeries } from '../rules/testing/emptyFacts.ts';
import { addDays, endOfDay, instantOfLocal, noonOf } from '../time/day.ts';
import { houseCostRatios } from './lateness.ts';
import { planAll } from './planAll.ts';

// What the evidence of one job comes to: days of the place, limits that were crossed, parts of a life, and one belief on
// which records, looks and readings count once.

const ZONE = 'Europe/Berlin';
const TODAY = '2026-11-25';
const day = (offset: number) => noonOf(addDays(TODAY, offset), ZONE);
const service = (at: number, more: Partial<ServiceFact> = {}): ServiceFact => ({
  ...{ done: { kind: 'exact', at }, found: null, shareDone: 1 },
  ...more,
});
const ruled = (definition: JobDefinition, ...rules: IntervalRule[]) => withOverrides(definition, { rules });
const change = definitionOf('water-change', 'change');
const plansOf = (jobs: JobFacts[], today = TODAY) =>
  planAll(
    jobs.map((facts) => ({ facts, visits: null })),
    (zone) => endOfDay(today, zone),
    houseCostRatios,
  );
const plan = (facts: JobFacts, today = TODAY) => plansOf([facts], today).get(facts.jobId) ?? expect.fail();
const factsOf = (definition: JobDefinition, some: Partial<JobFacts>): JobFacts => ({
  ...emptyFacts(definition, ZONE),
  ...some,
});

describe('days are local days', () => {
  const monthly: IntervalRule = { kind: 'calendar', range: { lo: 30, hi: 30 } };
  test('30 days from 5 October, half past midnight in Berlin, is 4 November, over the change of the clock', () => {
    const { at } = instantOfLocal('2026-10-05T00:30', ZONE);
    const planned = plan(factsOf(ruled(change, monthly), { services: [service(at)] }), '2026-10-20');
    expect(planned.likely).toBe('2026-11-04');
    expect(planned.recommended).toBe('2026-11-04');
  });
  test('while the unit rests the count stands; a limit of the law or the maker runs on', () => {
    const rests = [{ from: day(-15), to: day(-5) }];
    const at = (rule: IntervalRule) =>
      plan(factsOf(ruled(change, rule), { services: [service(day(-20))], rests })).likely;
    expect(at(monthly)).toBe(addDays(TODAY, 20));
    expect(at({ ...monthly, by: 'law' })).toBe(addDays(TODAY, 10));
    expect(at({ ...monthly, by: 'maker' })).toBe(addDays(TODAY, 10));
  });
});

describe('what goes with another job', () => {
  const lamp = definitionOf('uv', 'lamp');
  const seals = ruled(definitionOf('uv', 'seals'), { kind: 'every-nth', ofJob: 'lamp', n: 1 });
  const uv = (lampDone: number[], sealsDone: number[]) => {
    const lampFacts = factsOf(lamp, { services: lampDone.map((offset) => service(day(offset))) });
    const sealsFacts = factsOf(seals, {
      services: sealsDone.map((offset) => service(day(offset))),
      siblings: { lamp: lampFacts.jobId },
    });
    return plansOf([lampFacts, sealsFacts]).get(sealsFacts.jobId) ?? expect.fail('no seals');
  };
  test('left out, it is due since the day of the other one, and past its window', () => {
    const planned = uv([-400, -30], [-400]);
    expect(planned).toMatchObject({ state: 'past-window', likely: addDays(TODAY, -30) });
  });
  test('a lamp from before both were known calls for no seals', () => {
    expect(uv([-100], []).state).not.toBe('past-window');
    expect(uv([-100, -10], []).likely).toBe(addDays(TODAY, -10));
  });
});

test('half a replacement leaves the hours of the other half on the meter', () => {
  const lamp = definitionOf('uv', 'lamp');
  const meter = [-400, -300, -200, -100, 0].map((offset) => ({
    at: day(offset),
    hours: (400 + offset) * 24,
  }));
  const used = (shareDone: number) => {
    const services = [service(day(-400)), service(day(-200), { shareDone })];
    const reason = plan(factsOf(lamp, { meter, services })).governing?.reason;
    return reason?.kind === 'usage' ? reason.usedHours : null;
  };
  // 200 days of 24 h after a whole one; and half of the 200 before on top after a half
  expect(used(1)).toBeCloseTo(4800 + 12, 0);
  expect(used(0.5)).toBeCloseTo(4800 + 2400 + 12, 0);
});

test('a standby that hardly runs has no date in 2079', () => {
  const lamp = definitionOf('uv', 'lamp');
  const planned = plan(factsOf(lamp, { dutyHoursPerDay: 0.4, services: [service(day(-30))] }));
  expect([planned.likely, planned.recommended]).toEqual([null, null]);
});

describe('a limit that was crossed', () => {
  const rule: IntervalRule = { kind: 'condition', measure: 'rejection', limit: 95, against: 'as-read' };
  const membrane = ruled(definitionOf('ro-membrane', 'replace'), rule);
  const read = (offset: number, value: number) => ({
    ...{ measure: 'rejection' as const, at: day(offset), value, timing: null },
  });
  test('is due since its course crossed it, between the last reading inside and the first outside', () => {
    const planned = plan(
      factsOf(membrane, {
        services: [service(day(-700))],
        unitReadings: [read(-60, 97), read(-20, 96), read(-10, 92)],
      }),
    );
    expect(planned.earliest && planned.earliest >= addDays(TODAY, -20)).toBe(true);
    expect(planned).toMatchObject({ state: 'past-window', latest: addDays(TODAY, -11) });
    expect(planned.governing?.reason).toMatchObject({ crossed: { after: day(-20), by: day(-10) } });
  });
  test('a reading from before the last service says nothing of the new part', () => {
    const planned = plan(
      factsOf(membrane, { services: [service(day(-5))], unitReadings: [read(-20, 96), read(-10, 92)] }),
    );
    expect(planned.state).not.toBe('past-window');
  });
});

describe('one belief on one life', () => {
  test('a look at the part does not move what the water tests say', () => {
    const definition = ruled(
      definitionOf('phosphate-media', 'replace'),
      { kind: 'wear', range: { lo: 30, hi: 60 } },
      { kind: 'water-test', parameter: 'phosphate' },
    );
    const points = [-29, -22, -15, -8, -1].map((days, i) => ({
      ...{
        at: day(days),
        days,
        value: 0.04 + 0.012 * i,
        below: false,
        timing: 'before' as const,
        doubt: null,
      },
    }));
    const water = [{ ...emptySeries, band: { lo: 0.03, hi: 0.1 }, points }];
    const some = { services: [service(day(-30))], water };
    const rule = (facts: JobFacts) => plan(facts).rules.find((one) => one.kind === 'water-test');
    const looked = { ...some, looks: [{ at: day(0), found: 'light' as const }] };
    const [without, withLook] = [some, looked].map((one) => {
      const found = rule(factsOf(definition, one)) ?? expect.fail('silent');
      // how likely it comes first is another question: that does move with the look
      return { ...found, chance: null };
    });
    expect(withLook).toEqual(without);
  });
});

describe('what nobody knows the age of is looked at once', () => {
  const strip = definitionOf('return-pump', 'strip-soak');
  const weekly = { weekdays: [6], everyWeeks: 1, from: '2026-11-07', minutes: null };
  const planned = (looks: JobFacts['looks']) => {
    const facts = factsOf(strip, { looks });
    return (
      planAll([{ facts, visits: weekly }], (zone) => endOfDay(TODAY, zone), houseCostRatios).get(
        facts.jobId,
      ) ?? expect.fail()
    );
  };
  test('before it, at the next visit', () => {
    const { state, recommended } = planned([]);
    expect([state, recommended]).toEqual(['look-first', '2026-11-28']);
  });
  test.each(['as-new', 'light'] as const)('found %s, it does not come up at the visit after', (found) => {
    const after = planned([{ at: day(0), found }]);
    expect(after.chanceDueNow).toBeLessThan(0.02);
    // three to six months are usual: it is asked about again when it may be due, not in three days
    expect((after.recommended ?? '') > '2026-12-05').toBe(true);
    expect((after.recommended ?? '') <= (after.likely ?? '')).toBe(true);
  });
  test('found due, it is due', () => {
    const due = planned([{ at: day(0), found: 'overdue' }]);
    expect(due.state).not.toBe('look-first');
    expect((due.recommended ?? '9999') <= '2026-11-28').toBe(true);
  });
});
