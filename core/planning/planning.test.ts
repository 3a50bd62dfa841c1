import { describe, expect, test } from 'vitest';
import { definitionOf } from '../catalogue/index.ts';
import { withOverrides, type JobDefinition } from '../catalogue/types.ts';
import { sentenceFor as sentence } from '../explain/sentence.ts';
import type { JobFacts, ServiceFact } from '../rules/facts.ts';
import { emptyFacts } from '../rules/testing/emptyFacts.ts';
import { addDays, endOfDay, noonOf } from '../time/day.ts';
import type { Found } from '../wear/found.ts';
import { houseCostRatios } from './lateness.ts';
import { byRisk } from './byRisk.ts';
import { planAll } from './planAll.ts';
import type { JobPlan } from './planJob.ts';
import { nextVisitAfter, visitDays } from './visits.ts';

const ZONE = 'Europe/Berlin';
const TODAY = '2026-11-25';
const day = (offset: number) => noonOf(addDays(TODAY, offset), ZONE);
const service = (offset: number, found: Found | null = 'right', shareDone = 1): ServiceFact => ({
  done: { kind: 'exact', at: day(offset) },
  found,
  shareDone,
});
const facts = (definition: JobDefinition, some: Partial<JobFacts> = {}): JobFacts => ({
  ...emptyFacts(definition, ZONE),
  ...some,
});
const sentenceFor = (plan: JobPlan, one: JobFacts) => sentence(plan, one, 'day-month');
const saturdays = { weekdays: [6], everyWeeks: 1, from: '2026-11-07' };
const planOf = (...jobs: JobFacts[]) => {
  const plans = planAll(
    jobs.map((one) => ({ facts: one, visits: saturdays })),
    (zone) => endOfDay(TODAY, zone),
    houseCostRatios,
  );
  return jobs.map((one) => plans.get(one.jobId) ?? expect.fail(one.jobId));
};
const plan = (one: JobFacts) => planOf(one)[0] ?? expect.fail();
const sock = definitionOf('sock-felt', 'swap');
const pump = definitionOf('return-pump', 'strip-soak');
const change = definitionOf('water-change', 'change');

describe('visits', () => {
  test('every other Saturday, counted from its own week', () => {
    expect(visitDays({ weekdays: [6], everyWeeks: 2, from: '2026-11-07' }, TODAY, 2)).toEqual([
      '2026-12-05',
      '2026-12-19',
    ]);
    expect(visitDays({ weekdays: [3, 6], everyWeeks: 1, from: '2026-01-01' }, TODAY, 3)).toEqual([
      '2026-11-25',
      '2026-11-28',
      '2026-12-02',
    ]);
    expect(nextVisitAfter(saturdays, '2026-11-28')).toBe('2026-12-05');
    expect(visitDays(null, TODAY, 3)).toEqual([]);
  });
});

describe('a sock swapped three days ago, nothing known of it', () => {
  const planned = plan(facts(sock, { services: [service(-3, null)] }));
  test('has a window in order, round the catalogue’s range', () => {
    expect(planned.earliest && planned.likely && planned.earliest < planned.likely).toBe(true);
    expect(planned.likely && planned.latest && planned.likely < planned.latest).toBe(true);
    expect(planned.likely).toBe(addDays(TODAY, 2));
  });
  test('class B is recommended where the chance of being due reaches 1 in 5, never before the low end of 3 days', () => {
    expect(planned.jobDay && planned.jobDay >= TODAY).toBe(true);
    expect(planned.jobDay && planned.jobDay <= addDays(TODAY, 1)).toBe(true);
  });
  test('says why, with a unit to every number', () => {
    expect(sentenceFor(planned, facts(sock))).toContain(
      '3 days so far; usually every 3 to 7 days. Nothing learned yet.',
    );
  });
});

describe('found conditions move the date', () => {
  const history = (found: Found) =>
    facts(sock, { services: [service(-13), service(-8, found), service(-3, found)] });
  const likely = (found: Found) => plan(history(found)).likely ?? '';
  test('light is later than right, overdue earlier', () => {
    expect(likely('light') > likely('right')).toBe(true);
    expect(likely('overdue') < likely('right')).toBe(true);
  });
  test('and the sentence names them', () => {
    const one = history('light');
    expect(sentenceFor(plan(one), one)).toBe('3 days so far; found half-way after 5 and 5 days.');
  });
});

describe('the floor before two graded cycles', () => {
  const new3Days = facts(pump, { services: [service(-3)] });
  const planned = plan(new3Days);
  test('class C waits for the low end of its range (91 days) and a look comes first', () => {
    expect(planned.state).toBe('look-first');
    expect(planned.jobDay).toBe(addDays(TODAY, 88));
    expect(planned.recommended && planned.recommended < (planned.jobDay ?? '')).toBe(true);
    expect(sentenceFor(planned, new3Days)).toContain('Look first, it may keep longer.');
  });
  test('a look that found it light moves the next look on, narrows the window, and the job is not asked for sooner', () => {
    const looked = plan(facts(pump, { services: [service(-70)], looks: [{ at: day(0), found: 'light' }] }));
    const unlooked = plan(facts(pump, { services: [service(-70)] }));
    expect((looked.recommended ?? '') > (unlooked.recommended ?? '')).toBe(true);
    // half used after 70 days: it does not last 220
    expect((looked.earliest ?? '') > (unlooked.earliest ?? '')).toBe(true);
    expect((looked.latest ?? '') < (unlooked.latest ?? '')).toBe(true);
    expect((looked.jobDay ?? '') >= (unlooked.jobDay ?? '')).toBe(true);
  });
  test('two graded cycles lift it', () => {
    const known = plan(facts(pump, { services: [service(-233), service(-118), service(-3)] }));
    expect(known.graded).toBe(2);
    expect(known.state).not.toBe('look-first');
    expect((known.jobDay ?? '') < (known.earliest ?? '')).toBe(true);
    // weeks ahead, nothing need be said of why it comes early
    expect(known.state).toBe('far-off');
    expect(sentenceFor(known, facts(pump))).not.toContain('Early');
  });
  test('and once the window has begun, why its day was before it is still said', () => {
    const late = facts(pump, { services: [service(-340), service(-225), service(-110)] });
    const known = plan(late);
    expect((known.jobDay ?? '') < (known.earliest ?? '')).toBe(true);
    expect(known.earliest && known.earliest <= TODAY).toBe(true);
    expect(sentenceFor(known, late)).toContain('Early: being late risks livestock.');
  });
});

describe('ages that nobody knows', () => {
  test('unknown: a look at the next visit, and what is usual', () => {
    const one = facts(pump);
    const planned = plan(one);
    expect(planned.state).toBe('look-first');
    expect(planned.recommended).toBe('2026-11-28');
    expect(planned.lastDone).toBeNull();
    expect(planned.chanceDueNow).toBeGreaterThan(0.02);
    expect(sentenceFor(planned, one)).toBe(
      'Last done: not known; usually every 3 to 6 months. Look, and log what you find.',
    );
  });
  test('unknown and looked at: what was seen, and no look at the visit after', () => {
    const one = facts(pump, { looks: [{ at: day(-1), found: 'light' }] });
    const planned = plan(one);
    expect((planned.recommended ?? '') > '2026-11-28').toBe(true);
    expect(sentenceFor(planned, one)).toMatch(
      /^Found half-way on .* 24 Nov; usually every 3 to 6 months\. Last done: not known\.$/,
    );
  });
  test('rough: wider than exact', () => {
    const rough = plan(
      facts(pump, {
        services: [{ done: { kind: 'rough', from: day(-80), to: day(-20) }, found: null, shareDone: 1 }],
      }),
    );
    const exact = plan(facts(pump, { services: [service(-50, null)] }));
    expect(rough.state).toBe('look-first');
    expect((rough.latest ?? '') >= (exact.latest ?? '')).toBe(true);
    expect((rough.earliest ?? '') <= (exact.earliest ?? '')).toBe(true);
  });
  test('unknown and nothing to look at: do it at the next visit', () => {
    const planned = plan(facts(change));
    expect(planned.recommended).toBe('2026-11-28');
    expect(sentenceFor(planned, facts(change))).toBe(
      'Last done: not known; usually every 7 to 14 days. Log it once to start the count.',
    );
  });
});

describe('rules', () => {
  test('calendar range: the chance of being due rises evenly from lo to hi', () => {
    const planned = plan(facts(change, { services: [service(-7, null)] }));
    expect(planned.earliest).toBe(addDays(TODAY, 1)); // 7.7 days after noon seven days ago is 04:48 tomorrow
    expect(planned.likely).toBe(addDays(TODAY, 3)); // 10.5 days, the midnight that ends day three
    expect(planned.jobDay).toBe(addDays(TODAY, 1)); // class B: 1 in 5 at 8.4 days
  });
  test('usage: lamp hours at 24 h a day, rated 8,000 to 9,000 h', () => {
    const lamp = facts(definitionOf('uv', 'lamp'), { services: [service(-330, null)] });
    const planned = plan(lamp);
    expect(planned.governs).toEqual({ rule: 'usage', chance: 1 });
    expect(planned.jobDay).toBe(addDays(TODAY, 5)); // 1 in 20 at 8,050 h, 335.4 days
    expect(sentenceFor(planned, lamp)).toContain('h so far; rated 8,000 to 9,000 h.');
  });
  test('usage by meter: half the hours, twice the days', () => {
    const meter = [
      { at: day(-40), hours: 3600 },
      { at: day(-20), hours: 3840 },
      { at: day(0), hours: 4080 },
    ];
    const lamp = facts(definitionOf('uv', 'lamp'), {
      services: [{ done: { kind: 'exact', at: day(-340) }, found: null, shareDone: 1 }],
      meter: [{ at: day(-340), hours: 0 }, ...meter],
    });
    expect(plan(lamp).likely).toBe(addDays(TODAY, Math.floor((8500 - 4080) / 12) + 1));
  });
  test('every Nth: the seals follow the lamp, and are due when it was changed without them', () => {
    const lamp = facts(definitionOf('uv', 'lamp'), { jobId: 'lamp', services: [service(-100, null)] });
    const seals = facts(definitionOf('uv', 'seals'), {
      jobId: 'seals',
      siblings: { lamp: 'lamp' },
      services: [service(-100, null)],
    });
    const [lampPlan, sealsPlan] = planOf(lamp, seals);
    expect(sealsPlan?.jobDay).toBe(lampPlan?.jobDay);
    const forgotten = planOf({ ...lamp, services: [service(-100, null), service(-2, null)] }, seals)[1];
    expect(forgotten?.governs?.rule).toBe('every-nth');
    expect(forgotten?.chanceDueNow).toBe(1);
    expect(sentenceFor(forgotten ?? expect.fail(), seals)).toBe('Missed when “replace the lamp” was done.');
  });
  test('two rules: the earlier governs, both chances add up', () => {
    const both = withOverrides(sock, {
      rules: [
        { kind: 'wear', range: { lo: 3, hi: 7 } },
        { kind: 'calendar', range: { lo: 4, hi: 4 } },
      ],
    });
    const planned = plan(facts(both, { services: [service(-1, null)] }));
    expect((planned.latest ?? '') <= addDays(TODAY, 3)).toBe(true);
    expect((planned.governs?.chance ?? 0) + (planned.runnerUp?.chance ?? 0)).toBeCloseTo(1, 6);
  });
});

describe('states', () => {
  test('past its window, in it, paused, off, held', () => {
    const past = plan(facts(sock, { services: [service(-30), service(-25), service(-20)] }));
    expect(past.state).toBe('past-window');
    expect(plan(facts(sock, { services: [service(-10), service(-5)] })).state).toBe('in-window');
    expect(plan(facts(sock, { services: [service(-9)], status: 'paused' })).state).toBe('paused');
    expect(plan(facts(sock, { services: [service(-9)], status: 'off' })).state).toBe('left-off');
    const held = facts(sock, {
      services: [service(-9)],
      held: { until: day(2), reason: 'new socks are coming' },
    });
    expect(plan(held).state).toBe('held');
    expect(sentenceFor(plan(held), held)).toBe('Put off until Fri 27 Nov: new socks are coming.');
  });
  test('a look that found it due asks for it now', () => {
    const one = facts(pump, { services: [service(-60)], looks: [{ at: day(-1), found: 'overdue' }] });
    const planned = plan(one);
    expect(planned.chanceDueNow).toBe(1);
    expect(planned.state).toBe('in-window');
    expect(sentenceFor(planned, one)).toBe('Due now: found overdue on Tue 24 Nov.');
  });
  test('while a unit rests its clock stands', () => {
    const rested = plan(facts(sock, { services: [service(-20)], rests: [{ from: day(-19), to: day(-1) }] }));
    expect(rested.ageDays).toBeCloseTo(2 + 12 / 24, 1);
    expect((rested.likely ?? '') > TODAY).toBe(true);
  });
  test('a job done by half keeps half its age', () => {
    const whole = plan(facts(pump, { services: [service(-160), service(-40, 'right', 1)] }));
    const half = plan(facts(pump, { services: [service(-160), service(-40, 'right', 0.5)] }));
    expect(half.ageDays).toBeCloseTo((whole.ageDays ?? 0) + 60, 6);
    expect((half.likely ?? '') < (whole.likely ?? '')).toBe(true);
  });
  test('the order of risk', () => {
    const jobs = [
      facts(sock, { jobId: 'far', services: [service(0)] }),
      facts(sock, { jobId: 'off', status: 'off' }),
      facts(sock, { jobId: 'past', services: [service(-30), service(-20)] }),
    ];
    expect(
      planOf(...jobs)
        .sort(byRisk)
        .map((one) => one.jobId),
    ).toEqual(['off', 'past', 'far']);
  });
});
