import { expect, test } from 'vitest';
import { timingOf } from '../../core/planning/round/timing.ts';
import type { Step } from '../../core/planning/round/step.ts';
import { endOfDay } from '../../core/time/day.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { place } from '../../model/testing/place.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import { makePlan } from '../plan/plan.ts';
import { roundAhead } from './ahead.ts';
import { routeDay, usualTravelMin } from './route.ts';

const TODAY = '2026-11-26';

test('the minutes of a day on the way: ways and visits one after the other, what to load once', () => {
  const here = place();
  const systemId = here.system('Reef', 400);
  const socks = [1, 2].map((n) => {
    const componentId = here.component('sock-felt', [systemId], { name: `Sock ${n}` });
    const id = here.job({ componentId }, 'sock-felt', 'swap');
    here.done(id, 60);
    return id;
  });
  const empty = here.add('site', { name: 'Empty', timeZone: 'UTC', visits: null });
  const snapshot = Snapshot.of(here.records);
  const evidence = evidenceOf(snapshot);
  const plan = makePlan(snapshot, () => endOfDay(TODAY, 'UTC'), TODAY);
  const made = (id: string) => {
    const site = snapshot.get('site', id) ?? expect.fail('no place');
    return roundAhead(evidence, plan.jobs, site, { today: TODAY, day: '2026-11-28', personId: null });
  };
  const round = made(here.siteId) ?? expect.fail('nothing due');
  expect(round.jobIds).toEqual(expect.arrayContaining(socks));
  expect(made(empty)).toBeNull();
  const stops = [
    { siteId: here.siteId, roundId: null, travelMin: 25, round },
    { siteId: empty, roundId: null, travelMin: 40, round: null },
  ];
  const day = routeDay(evidence, stops);
  const { lengthMin, handsMin } = timingOf(round.steps as readonly Step[]);
  expect(lengthMin).toBeGreaterThan(0);
  expect(day.stops).toMatchObject([
    { name: 'Home', arrivesMin: 25, lengthMin, handsMin, state: 'ahead' },
    { name: 'Empty', arrivesMin: 25 + lengthMin + 40, lengthMin: 0, state: 'nothing-due' },
  ]);
  expect([day.minutes, day.travelMin]).toEqual([65 + lengthMin, 65]);
  // one line for both socks, with the amounts of each
  expect(day.bring.supplies.find(({ name }) => name.includes('sock'))?.amounts).toHaveLength(2);
  // the other way round the first way is longer, the day as long
  expect(routeDay(evidence, [...stops].reverse()).minutes).toBe(day.minutes);
});

test('a route that arrives outside the hours of a place says so, with when to begin there', () => {
  const here = place();
  const systemId = here.system('Reef', 400);
  here.done(here.job({ systemId }, 'water-change', 'change'), 60);
  const site = Snapshot.of(here.records).content('site', here.siteId) ?? expect.fail('no place');
  const spans = [{ what: 'water' as const, from: '10:00', to: '16:00' }];
  here.records.forEach((record) => {
    if (record.id === here.siteId) record.content = { ...site, allowed: { begins: '10:00', spans } };
  });
  const snapshot = Snapshot.of(here.records);
  const evidence = evidenceOf(snapshot);
  const { jobs } = makePlan(snapshot, () => endOfDay(TODAY, 'UTC'), TODAY);
  const stored = snapshot.get('site', here.siteId) ?? expect.fail('no place');
  const round = roundAhead(evidence, jobs, stored, { today: TODAY, day: '2026-11-28', personId: null });
  const stops = [{ siteId: here.siteId, roundId: null, travelMin: 30, round }];
  const outside = (setOutMin: number | null) => routeDay(evidence, stops, setOutMin).stops[0]?.outsideHours;
  expect(outside(7 * 60)).toMatch(
    /^Begun at 07:30, “.*” comes at .*; water is allowed 10:00 to 16:00 here\. Begin between/,
  );
  expect(outside(11 * 60)).toBeNull();
  expect(outside(null)).toBeNull();
});

test('the way that was said, or the house’s guess', () => {
  const site = { name: 'Home', timeZone: 'UTC' };
  const visits = { weekdays: [6], everyWeeks: 1, from: '2026-11-07', minutes: null };
  expect(usualTravelMin({ ...site, visits: { ...visits, travelMin: 35 } })).toBe(35);
  expect(usualTravelMin({ ...site, visits })).toBe(20);
  expect(usualTravelMin({ ...site, visits: null })).toBe(20);
});
