import { expect, test } from 'vitest';
import { addDays, noonOf, weekdayOf, type Day } from '../core/time/day.ts';
import { planChange } from '../core/water/change/planChange.ts';
import { endOfToday, makePlan } from '../usecases/plan/plan.ts';
import { Snapshot } from '../model/snapshot.ts';
import { changeFacts } from '../usecases/water/changeFacts.ts';
import { makeUpView } from '../usecases/water/makeUpView.ts';
import { sourceAnswer } from '../usecases/water/sourceFacts.ts';
import { systemWater } from '../usecases/water/systemWater.ts';
import { evidenceOf } from '../model/water/testedWater.ts';
import { demoRecords } from './records.ts';

// The demo is made for whatever day it is asked on. What README and its tour promise of it has to stand on all of them.

const ZONE = 'Europe/Berlin';
/** Both changes of the clock with the days beside them, the leap day, the turn of the year. */
const ODD_DAYS: readonly Day[] = [
  ...['2026-10-24', '2026-10-25', '2026-10-26'],
  ...['2027-03-27', '2027-03-28', '2027-03-29'],
  ...['2028-02-28', '2028-02-29', '2028-03-01'],
  ...['2026-12-31', '2027-01-01'],
];
/** Six days apart over most of a year: each weekday seven times. */
const sweep: readonly Day[] = [
  ...ODD_DAYS,
  ...Array.from({ length: 49 }, (_, i) => addDays('2026-11-30', 6 * i)),
];

test('the sweep has 60 days, each weekday among them', () => {
  expect(sweep).toHaveLength(60);
  expect(new Set(sweep).size).toBe(60);
  expect(new Set(sweep.map(weekdayOf)).size).toBe(7);
});

test.each(sweep)('made on %s, the demo shows what is promised of it', (today) => {
  const snapshot = Snapshot.of(demoRecords(today));
  const now = noonOf(today, ZONE);
  const evidence = evidenceOf(snapshot);
  const { jobs } = makePlan(snapshot, endOfToday(now), today);
  const idOf = (kind: 'site' | 'system', name: string) =>
    snapshot.all(kind).find((one) => one.content.name === name)?.id ?? expect.fail(name);
  const row = (thing: string, action: string) =>
    jobs.find((one) => one.thing === thing && one.action.startsWith(action)) ?? expect.fail(thing);

  // Today starts with what was left off, and has something in every state
  const states = new Set(jobs.map((one) => one.state));
  for (const state of [
    ...(['left-off', 'past-window', 'in-window', 'look-first'] as const),
    ...(['coming-up', 'far-off', 'held', 'paused'] as const),
  ])
    expect(states).toContain(state);
  expect(jobs[0]?.state).toBe('left-off');
  expect(row('Skimmer', 'clear the air intake').state).toBe('past-window');
  expect(row('Phosphate media', 'replace').graded).toBeGreaterThan(2);

  // Water: what is in doubt, and why
  const water = (name: string) =>
    systemWater(evidence, { systemId: idOf('system', name), zone: ZONE, at: now });
  const magnesium = water('Staghorn trough').verdicts.get('magnesium');
  expect(magnesium?.doubtful?.doubt.kind).toBe('kit-expired');
  expect(water('Kelp column').verdicts.get('ph')?.doubtful?.doubt.kind).toBe('disagrees-with-kit');
  expect(water('Axolotl tank').verdicts.get('nitrate')?.verdict).toBe('above');

  // the failing membrane, read on it and found from the log
  expect(row('RO membrane', 'replace').governs?.rule).toBe('condition');
  const chance = new Map(jobs.map((one) => [one.jobId, one.chanceDueNow]));
  const source = sourceAnswer(
    evidence,
    idOf('system', 'Jellyfish cylinder'),
    'phosphate',
    now,
    (id) => chance.get(id) ?? null,
  );
  if (source.kind !== 'found') return expect.fail(source.what);
  expect(source.finding.asks).toBe('rise');
  expect(source.finding.sources[0]?.id).toBe('product-water');
  expect(source.finding.next[0]?.checkId).toBe('test-product');

  // three systems from a drum that is too small, and when to begin its water
  const { systems, stores } = changeFacts(evidence, idOf('site', 'Workshop'), now);
  const wanted: Record<string, number> = {
    'Staghorn trough': 98,
    'Jellyfish cylinder': 27,
    'Quarantine tank': 26,
  };
  const change = planChange({
    systems: systems.flatMap((one) => {
      const wantedL = wanted[one.name];
      return wantedL === undefined
        ? []
        : [{ ...one, litres: one.litres ?? 0, wantedL, way: 'at-once' as const }];
    }),
    stores: stores.map((store) => ({ ...store, presentL: store.presentL ?? 0 })),
    ...{ ifShort: 'scale', matched: true, hose: null, pump: null, heaterW: null, chillerW: null },
  });
  expect(change.systems).toHaveLength(3);
  for (const one of change.systems) expect(one.litres).toBeLessThan(wanted[one.name] ?? 0);
  const view = makeUpView(evidence, idOf('site', 'Workshop'), now, () => false);
  expect(view.units[0]?.next?.batch?.mixL).toBeGreaterThan(0);
  expect((view.units[0]?.state.resin ?? expect.fail('no resin')).outputs.days).toBeGreaterThan(0);
});
