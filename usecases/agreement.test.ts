import fc from 'fast-check';
import { standingOf } from '../core/water/standing.ts';
import { expect, test } from 'vitest';
import { addDays, dayOf, daysBetween, endOfDay, MS_PER_DAY } from '../core/time/day.ts';
import { chanceDue } from '../core/planning/dueCurve.ts';
import type { Found } from '../core/wear/found.ts';
import { foundGrades } from '../core/wear/found.ts';
import { canonicalJson } from '../contract/canonicalJson.ts';
import type { RecordContent, Stored } from '../contract/records.ts';
import { litresOf } from '../model/facts/litres.ts';
import { Snapshot } from '../model/snapshot.ts';
import { place, NOW } from '../model/testing/place.ts';
import { evidenceOf } from '../model/water/testedWater.ts';
import { rateWord } from '../core/explain/rateWord.ts';
import { showMeasure } from '../core/explain/measureWord.ts';
import { calendarVisits } from './calendar.ts';
import { levelPlan } from './levelling/levelPlan.ts';
import { buildRound, proposedJobs } from './round/build.ts';
import { roundReport } from './round/report.ts';
import { makeUpView } from './water/makeUpView.ts';
import { awayPlan } from './away/awayPlan.ts';
import { placeInstance } from './levelling/placeInstance.ts';
import { makePlan, planEntries } from './plan/plan.ts';
import { PlanState } from './plan/planState.ts';
import { changeFacts } from './water/changeFacts.ts';
import { sourceAnswer } from './water/sourceFacts.ts';
import { systemWater } from './water/systemWater.ts';
import { waterAnswer } from './water/waterAnswer.ts';

// One fact, one judgement: whoever asks is told the same. Small plants and histories are made by chance, with own kits,
// censored readings, meters, looks, rests, media charges and water changes, and every place that shows a date, a chance
// or a verdict is asked for it.

const TODAY = dayOf(NOW, 'UTC');
const AT = endOfDay(TODAY, 'UTC');

const equipment = [
  ['phosphate-media', 'replace'],
  ['sock-felt', 'swap'],
  ['return-pump', 'strip-soak'],
  ['sand-filter', 'backwash'],
  ['uv', 'lamp'],
  ['skimmer', 'air-intake'],
] as const;

interface Made {
  kit: { lowest: number; step: number; repeatability: number } | null;
  /** Oldest first: phosphate so many days ago. */
  phosphate: { ago: number; value: number; below: boolean; after: boolean }[];
  nitrate: { ago: number; value: number }[];
  things: {
    kind: number;
    services: { ago: number; found: Found | null; share: number }[];
    looks: number[];
  }[];
  rest: { from: number; days: number } | null;
  hours: number[];
  pressure: number[];
  changes: number[];
  /** Litres in a top-off of 25 L, five days apart, the last one yesterday. */
  levels: number[];
  product: { ago: number; value: number; onPart: boolean } | null;
}
const daysAgo = fc.integer({ min: 1, max: 160 });
const made: fc.Arbitrary<Made> = fc.record({
  kit: fc.option(
    fc.record({
      lowest: fc.constantFrom(0.02, 0.05, 0.1),
      step: fc.constantFrom(0.01, 0.05),
      repeatability: fc.constantFrom(0.005, 0.01, 0.03),
    }),
    { nil: null },
  ),
  phosphate: fc.array(
    fc.record({
      ago: daysAgo,
      value: fc.integer({ min: 0, max: 25 }).map((n) => n / 100),
      below: fc.boolean(),
      after: fc.nat(9).map((n) => n === 0),
    }),
    { maxLength: 8 },
  ),
  nitrate: fc.array(fc.record({ ago: daysAgo, value: fc.integer({ min: 0, max: 40 }) }), { maxLength: 6 }),
  things: fc.array(
    fc.record({
      kind: fc.nat(equipment.length - 1),
      services: fc.array(
        fc.record({
          ago: daysAgo,
          found: fc.option(fc.constantFrom(...foundGrades), { nil: null }),
          share: fc.constantFrom(1, 1, 1, 0.5),
        }),
        { maxLength: 5 },
      ),
      looks: fc.array(fc.integer({ min: 1, max: 40 }), { maxLength: 2 }),
    }),
    { minLength: 1, maxLength: 4 },
  ),
  rest: fc.option(fc.record({ from: daysAgo, days: fc.integer({ min: 1, max: 20 }) }), { nil: null }),
  hours: fc.array(fc.integer({ min: 1, max: 26 }), { maxLength: 5 }),
  pressure: fc.array(fc.integer({ min: 0, max: 30 }), { maxLength: 6 }),
  changes: fc.array(fc.integer({ min: 1, max: 60 }), { maxLength: 4 }),
  levels: fc.array(fc.integer({ min: 4, max: 25 }), { maxLength: 5 }),
  product: fc.option(
    fc.record({
      ago: fc.integer({ min: 1, max: 40 }),
      value: fc.integer({ min: 1, max: 15 }),
      onPart: fc.boolean(),
    }),
    { nil: null },
  ),
});

function plantOf(one: Made) {
  const here = place();
  const methodId = one.kit
    ? here.add('method', {
        ...{ name: 'Own kit', kind: 'kit', parameter: 'phosphate', ...one.kit },
        ...{ expires: null, batch: '', componentId: null, note: '' },
      } as unknown as RecordContent<'method'>)
    : null;
  const systemId = here.system('Reef', 400, {
    bands: { phosphate: { lo: 0.03, hi: 0.1 }, nitrate: { lo: 2, hi: 20 } },
  });
  const oldestFirst = <T extends { ago: number }>(list: readonly T[]) =>
    [...list].sort((a, b) => b.ago - a.ago);
  for (const { ago, value, below, after } of oldestFirst(one.phosphate))
    here.read({ systemId }, { parameter: 'phosphate' }, ago, below ? (one.kit?.lowest ?? 0.02) : value, {
      ...{ below, timing: after ? 'after' : 'before' },
      ...(methodId ? { methodId } : {}),
    });
  for (const { ago, value } of oldestFirst(one.nitrate))
    here.read({ systemId }, { parameter: 'nitrate' }, ago, value, { timing: 'before' });
  for (const [i, thing] of one.things.entries()) {
    const [kindId, jobId] = equipment[thing.kind] ?? equipment[0];
    const componentId = here.component(kindId, [systemId], { name: `${kindId} ${i}` });
    const job = here.job({ componentId }, kindId, jobId);
    for (const { ago, found, share } of thing.services) here.done(job, ago, { found, shareDone: share });
    for (const look of thing.looks)
      here.add('look', {
        ...{ jobId: job, when: { kind: 'instant', at: new Date(NOW - look * MS_PER_DAY).toISOString() } },
        ...{ found: 'light', whoId: null, note: '', pictureIds: [] },
      } as unknown as RecordContent<'look'>);
    if (kindId === 'sand-filter')
      one.pressure.forEach((rise, i) =>
        here.read({ componentId }, { measure: 'pressure-drop' }, 30 - 4 * i, 20 + rise),
      );
    if (kindId === 'uv') {
      let sum = 0;
      one.hours.forEach((daily, i) => {
        sum += 8 * daily;
        here.read({ componentId }, { measure: 'hours' }, 60 - 8 * i, sum);
      });
    }
    if (one.rest)
      here.happened('rest', {
        componentId,
        when: { kind: 'instant', at: new Date(NOW - one.rest.from * MS_PER_DAY).toISOString() },
        until: {
          kind: 'instant',
          at: new Date(NOW - Math.max(0, one.rest.from - one.rest.days) * MS_PER_DAY).toISOString(),
        },
      });
  }
  const change = here.job({ systemId }, 'water-change', 'change');
  for (const ago of one.changes) here.done(change, ago, { litres: 40 });
  const topOffId = here.component('top-off', [systemId]);
  const refill = here.job({ componentId: topOffId }, 'top-off', 'refill', {
    store: { capacity: 25, unusable: 2, usePerDay: 1.5 },
  });
  here.done(refill, 24);
  one.levels.forEach((litres, i) =>
    here.read(
      { componentId: topOffId },
      { measure: 'litres-left' },
      5 * (one.levels.length - 1 - i) + 1,
      litres,
    ),
  );
  const unitId = here.component('make-up-unit', [systemId]);
  const resinId = here.component('di-resin', [systemId], { parentId: unitId });
  here.component('mixing-drum', [systemId], { holds: { water: 'salt', capacityL: 200, unusableL: 10 } });
  if (one.product)
    here.read(
      { componentId: one.product.onPart ? resinId : unitId },
      { parameter: 'nitrate' },
      one.product.ago,
      one.product.value,
    );
  return { ...here, systemId, refill };
}

const rounded = (chance: number): number => Math.round(chance * 10_000) / 10_000;

test('a date, its window and its chance are the same in rows, explanation, plan, absence, command line, and after an archive', () => {
  fc.assert(
    fc.property(made, (one) => {
      const { records, siteId } = plantOf(one);
      const snapshot = Snapshot.of(records);
      const evidence = evidenceOf(snapshot);
      const state = new PlanState(snapshot, () => AT);
      const plan = state.plan(TODAY);
      const site = snapshot.get('site', siteId) ?? expect.fail('no site');
      const { jobs: placed } = placeInstance(evidence, site, plan.jobs, NOW, 12);
      const back = addDays(TODAY, 15);
      const away = awayPlan(evidence, plan.jobs, {
        ...{ siteId, from: addDays(TODAY, 1), to: addDays(back, -1), helper: null },
      });
      const printed = planEntries(
        makePlan(Snapshot.of(records), () => AT, TODAY),
        null,
      );
      // what was written down and read again, in another order
      const again = JSON.parse(canonicalJson([...records].reverse())) as Stored[];
      const read = new PlanState(Snapshot.of(again), () => AT).plan(TODAY);

      const roundId = 'a round';
      const steps = buildRound(
        evidence,
        plan.jobs.map((row) => row.jobId),
      );
      const inRound = snapshot.with([
        {
          ...{ kind: 'round', id: roundId, version: 1, deleted: false },
          content: { siteId, day: TODAY, jobIds: plan.jobs.map((row) => row.jobId), steps, dropped: [] },
        } as unknown as Stored,
      ]);
      const report = roundReport(evidenceOf(inRound), plan.jobs, roundId, null);

      for (const row of plan.jobs) {
        // the report of a round says the window of the row
        const reported = report?.jobs.find((other) => other.jobId === row.jobId);
        expect(reported?.after).toEqual({
          ...{ recommended: row.recommended, earliest: row.earliest, latest: row.latest },
        });
        const offered = proposedJobs(plan.jobs, siteId, back).includes(row);
        if (row.recommended !== null && row.state !== 'paused' && row.state !== 'held')
          expect(offered).toBe(row.recommended < back);
        const due = row.due && chanceDue(row.due);
        if (row.chanceDueNow !== null) expect(rounded(due?.(0) ?? 0)).toBe(row.chanceDueNow);
        const explained = state.explain(row.jobId) ?? expect.fail('not explained');
        for (const { day, chance } of explained.chances) expect(chance).toBe(due?.(daysBetween(TODAY, day)));
        const inPlan = placed.find((other) => other.row.jobId === row.jobId && !other.look);
        if (inPlan && due) for (const day of [0, 3, 17, 80]) expect(inPlan.dueBy(day)).toBe(due(day));
        const whileAway = away.jobs.find((other) => other.row.jobId === row.jobId);
        if (whileAway && due) expect(whileAway.atReturn).toBe(due(daysBetween(TODAY, back)));
        const entry = printed.find((other) => other.jobId === row.jobId) ?? expect.fail('not printed');
        expect(row).toMatchObject(entry);
        expect(read.jobs.find((other) => other.jobId === row.jobId)).toEqual(row);
      }
      expect(read.outOfBand).toEqual(plan.outOfBand);
    }),
    { numRuns: 120, seed: 30 },
  );
});

test('a water is judged the same on its screen, on Today, by the dates that wait for it, by the change planner and the source finder', () => {
  fc.assert(
    fc.property(made, (one) => {
      const { records, siteId, systemId, refill } = plantOf(one);
      const snapshot = Snapshot.of(records);
      const evidence = evidenceOf(snapshot);
      const plan = makePlan(snapshot, () => AT, TODAY);
      const water = systemWater(evidence, { systemId, zone: 'UTC', at: AT });
      const screen = waterAnswer(evidence, systemId, NOW);
      expect(screen.litres).toBe(litresOf(snapshot, systemId));
      const planner = changeFacts(evidence, siteId, NOW).systems.find((other) => other.name === 'Reef');
      expect(planner?.litres).toBe(screen.litres);
      for (const [parameter, verdict] of water.verdicts) {
        const shown = screen.verdicts.find((other) => other.parameter === parameter);
        expect(shown).toEqual(verdict);
        const said = plan.outOfBand.find((other) => other.parameter === parameter);
        const isOut = ['above', 'below', 'stripped'].includes(verdict.verdict);
        expect(said?.verdict).toBe(isOut ? verdict.verdict : undefined);
        if (said) expect(said).toMatchObject({ value: verdict.latest?.value, below: verdict.latest?.below });
        // a date speaks of a trend only where the water has one, and the same one
        for (const row of plan.jobs)
          for (const rule of row.rules) {
            if (
              rule.kind !== 'water-test' ||
              parameter !== 'phosphate' ||
              !rule.sentence.startsWith('Phosphate')
            )
              continue;
            if (!/ (rises|falls) /.test(rule.sentence)) continue;
            expect(verdict.trend.kind).toBe(rule.sentence.includes(' rises ') ? 'rising' : 'falling');
          }
      }
      // "nothing by the last tests" is said on Today, in the week and on Water of the same tests
      const known = plan.waters.find((other) => other.systemId === systemId);
      expect(known).toMatchObject(standingOf([...water.verdicts.values()]));
      // the water that comes in
      const brings = one.product?.value;
      expect(screen.incoming.find((other) => other.parameter === 'nitrate')?.value).toBe(brings);
      const [drum] = changeFacts(evidence, siteId, NOW).stores;
      expect(drum?.values.nitrate).toBe(brings);
      const view = makeUpView(evidence, siteId, NOW, () => false);
      // and what is lost a day: on the view, in its demand, and in the sentence of its refill
      const [topOff] = view.topOffs;
      const loss = topOff?.rate ?? expect.fail('no loss');
      const refilling = plan.jobs
        .find((row) => row.jobId === refill)
        ?.rules.find((rule) => rule.kind === 'depletion');
      expect(refilling?.sentence).toContain(
        `${showMeasure('litres-left', loss.perDay, 1)} a day ${rateWord[loss.by]}`,
      );
      if (loss.by === 'readings')
        expect(view.units[0]?.systems[0]?.evaporationPerDay).toBeCloseTo(loss.perDay, 9);
      const source = sourceAnswer(evidence, systemId, 'phosphate', NOW, () => null);
      const latest = water.verdicts.get('phosphate')?.latest;
      if (source.kind === 'found' && latest)
        expect(source.facts.level).toBe(latest.below ? latest.value / 2 : latest.value);
    }),
    { numRuns: 150, seed: 31 },
  );
});

test('the visits of the plan and the calendar file say the window and the sentence of the row', () => {
  fc.assert(
    fc.property(made, (one) => {
      const { records } = plantOf(one);
      const snapshot = Snapshot.of(records);
      const plan = makePlan(snapshot, () => AT, TODAY);
      const [levelled] = levelPlan(evidenceOf(snapshot), plan.jobs, NOW);
      const dated = calendarVisits(snapshot, plan.jobs, levelled ? [levelled] : [], {
        ...{ scope: null, siteId: null, systemId: null, personId: null },
      }).flatMap((visit) => visit.jobs);
      for (const told of dated.filter((other) => other.sentence !== '')) {
        const row = plan.jobs.find((other) => other.thing === told.thing && other.action === told.action);
        expect(told).toMatchObject({
          ...{ earliest: row?.earliest, latest: row?.latest, sentence: row?.sentence },
        });
      }
      const first = levelled?.visits.flatMap((visit) => visit.entries).filter((entry) => entry.turn === 0);
      for (const { jobId } of first ?? [])
        expect(plan.jobs.find((row) => row.jobId === jobId)?.recommended).not.toBeNull();
    }),
    { numRuns: 15, seed: 32 },
  );
});
