import { v7 as uuid } from 'uuid';
import { beforeAll, describe, expect, test } from 'vitest';
import { priced } from '../core/planning/levelling/priced.ts';
import { addDays, daysBetween, weekdayOf } from '../core/time/day.ts';
import { awayPlan } from '../usecases/away/awayPlan.ts';
import { farMonths, farPlaces } from '../usecases/levelling/farAhead.ts';
import { FoundBefore } from '../usecases/levelling/foundBefore.ts';
import { levelAll, levelledPlaces, levelPlan, placesOf } from '../usecases/levelling/levelPlan.ts';
import type { LevelledPlace } from '../usecases/levelling/levelledPlace.ts';
import { movesOf } from '../usecases/levelling/moves.ts';
import { visitsFor } from '../usecases/levelling/visitsFor.ts';
import { endOfToday, makePlan, type Plan } from '../usecases/plan/plan.ts';
import type { RecordContent, RecordKind, Stored } from '../contract/records.ts';
import { Snapshot } from '../model/snapshot.ts';
import { evidenceOf, type Evidence } from '../model/water/testedWater.ts';
import { whatIf } from '../usecases/whatIf/answer.ts';
import { changeDays, laterJobs, sumOf } from '../usecases/whatIf/compared.ts';
import { powerCut } from '../usecases/whatIf/powerCut.ts';
import type { Placement } from '../core/planning/levelling/instance.ts';
import { demoRecords } from './records.ts';

// The scenario's plan, levelled: what it keeps to, what people decide, and what an absence or another rhythm would do.

const TODAY = '2026-11-25';
const NOW = Date.parse(`${TODAY}T14:20:00Z`);
let evidence: Evidence;
let plan: Plan;
let places: LevelledPlace[];
beforeAll(() => {
  evidence = evidenceOf(Snapshot.of(demoRecords(TODAY)));
  plan = makePlan(evidence.snapshot, endOfToday(NOW), TODAY);
  places = levelPlan(evidence, plan.jobs, NOW);
}, 120_000);

const siteOf = (name: string): Stored<'site'> =>
  evidence.snapshot.all('site').find((one) => one.content.name === name) ?? expect.fail(name);
const placeOf = (name: string, of = places): LevelledPlace =>
  of.find((one) => one.siteId === siteOf(name).id) ?? expect.fail(name);
const record = <K extends RecordKind>(
  kind: K,
  content: RecordContent<K>,
  id: string = uuid(),
): Stored<K> => ({
  ...{ kind, id, version: 1, deleted: false, content },
});
const withRecords = (...records: Stored[]): Evidence => evidenceOf(evidence.snapshot.with(records));
const searched = (of: Evidence): { placements: Placement[]; places: ReturnType<typeof placesOf> } => {
  const ready = placesOf(of, plan.jobs, NOW);
  const search = levelAll(ready);
  let step = search.next();
  while (!step.done) step = search.next();
  return { placements: step.value, places: ready };
};

describe('levelled', () => {
  test('no constraint is broken, and levelling takes the peaks down', () => {
    const { placements, places: ready } = searched(evidence);
    for (const [i, place] of ready.entries())
      expect(priced(place.instance, placements[i] ?? []).broken).toEqual([]);
    for (const { before, now } of places) {
      expect(now.fullestMin).toBeLessThanOrEqual(before.fullestMin);
      expect(now.tooFull).toBeLessThanOrEqual(before.tooFull);
    }
    expect(levelledPlaces(evidence.snapshot, ready, placements)).toEqual(places);
  });
  test('asked place by place it is the same plan, and what has not changed is not searched again', () => {
    const ready = placesOf(evidence, plan.jobs, NOW);
    const before = new FoundBefore();
    const one = siteOf('Ferry terminal').id;
    const steps = (search: ReturnType<FoundBefore['search']>) => {
      let count = 0;
      for (;;) {
        const { done, value } = search.next();
        if (done) return { count, ...value };
        count++;
      }
    };
    const first = steps(before.search(ready, new Set([one])));
    expect(first.places.map(({ site }) => site.id)).toEqual([one]);
    expect(levelledPlaces(evidence.snapshot, first.places, first.placements)).toEqual([
      placeOf('Ferry terminal'),
    ]);
    const all = steps(before.search(ready, null));
    expect(levelledPlaces(evidence.snapshot, all.places, all.placements)).toEqual(places);
    expect(steps(before.search(ready, null)).count).toBe(0);
    // one place changes: only it is searched
    const without = plan.jobs.filter((row, i) => row.siteId !== one || i % 2 === 0);
    const after = steps(before.search(placesOf(evidence, without, NOW), null));
    expect(after.count).toBeGreaterThan(0);
    expect(after.count).toBeLessThan(all.count);
  });
  test('every turn says why it stands where it stands; what has no visit says what would make room', () => {
    for (const place of places) {
      for (const visit of place.visits) for (const entry of visit.entries) expect(entry.why).toMatch(/\.$/);
      for (const one of place.unplaced) expect(one.why).toMatch(/\.$/);
    }
    const ferry = placeOf('Ferry terminal');
    expect(ferry.unplaced.map((one) => one.why).join(' ')).toContain('permit for discharge');
  });
  test('two biological jobs of one water stand three days apart, at every visit of every place', () => {
    for (const place of places) {
      const heavy = place.visits.flatMap((visit) =>
        visit.entries.flatMap((entry) => {
          const job = evidence.snapshot.content('job', entry.jobId);
          const row = plan.jobs.find((one) => one.jobId === entry.jobId);
          return job && row && !entry.look && evidence.definitionOf(job).biological
            ? [{ day: visit.day, jobId: entry.jobId, systemIds: row.systemIds }]
            : [];
        }),
      );
      for (const [i, a] of heavy.entries())
        for (const b of heavy.slice(i + 1))
          if (a.jobId !== b.jobId && a.systemIds.some((id) => b.systemIds.includes(id)))
            expect(Math.abs(daysBetween(a.day, b.day))).toBeGreaterThanOrEqual(3);
    }
  });
});

describe('what people decide is kept', () => {
  test('a pin holds, and the turns after it follow', () => {
    const workshop = placeOf('Workshop');
    const from = workshop.visits[0] ?? expect.fail();
    const entry = from.entries.find((one) => one.turn === 0 && !one.look) ?? expect.fail();
    const target = workshop.visits[3]?.day ?? '';
    const pin = record('plan-pin', {
      ...{ jobId: entry.jobId, day: target, from: from.day, whoId: null, note: '' },
    });
    const after = placeOf('Workshop', levelPlan(withRecords(pin), plan.jobs, NOW));
    const there = after.visits.find((visit) => visit.day === target);
    expect(there?.entries.find((one) => one.jobId === entry.jobId)).toMatchObject({
      pinned: true,
      why: 'Wanted at this visit by a person.',
    });
  });
  test('a visit is moved, left out, added; nobody there, none is made', () => {
    const site = siteOf('Botanical conservatory');
    const days = (of: Evidence): string[] =>
      visitsFor(of.snapshot, site, TODAY, 4).visits.map((one) => one.day);
    const [first = '', second = ''] = days(evidence);
    const change = (some: Partial<RecordContent<'visit-change'>>) =>
      record('visit-change', {
        ...{ siteId: site.id, day: first, to: first, minutes: null, whoId: null, reason: 'a feast', ...some },
      });
    expect(days(withRecords(change({ to: addDays(first, 1) })))[0]).toBe(addDays(first, 1));
    expect(days(withRecords(change({ to: null })))[0]).toBe(second);
    const extra = addDays(first, 2);
    expect(days(withRecords(change({ day: extra, to: extra })))).toContain(extra);
    const off = { ...site, content: { ...site.content, holidays: [{ day: first, note: 'midwinter' }] } };
    const held = visitsFor(withRecords(off).snapshot, off, TODAY, 4);
    expect(held.visits.map((one) => one.day)).not.toContain(first);
    expect(held.closed.find((one) => one.day === first)?.why).toBe('midwinter');
    const away = evidence.snapshot.all('person').map((person) => ({
      ...person,
      content: { ...person.content, absences: [{ from: first, to: first, note: '' }] },
    }));
    const { visits, closed } = visitsFor(withRecords(...away).snapshot, site, TODAY, 4);
    expect(visits.map((one) => one.day)).not.toContain(first);
    expect(closed.find((one) => one.day === first)?.why).toMatch(/away$/);
  });
  test('work for two is never planned on a day when one is there', () => {
    const needsTwo = plan.jobs.filter((row) => {
      const job = evidence.snapshot.content('job', row.jobId);
      return job && (evidence.definitionOf(job).hands?.people ?? 1) > 1;
    });
    expect(needsTwo.length).toBeGreaterThan(0);
    const alone = evidence.snapshot.all('person').slice(1);
    const gone = alone.map((person) => ({
      ...person,
      content: { ...person.content, absences: [{ from: '2026-11-01', to: '2027-12-31', note: '' }] },
    }));
    const planned = levelPlan(withRecords(...gone), plan.jobs, NOW).flatMap((place) =>
      place.visits.flatMap((visit) => visit.entries.map((entry) => entry.jobId)),
    );
    for (const row of needsTwo) expect(planned).not.toContain(row.jobId);
  });
});

test('moving a turn says what it costs: later is likelier due, and what it would break', () => {
  const { placements, places: ready } = searched(evidence);
  const at = ready.findIndex((place) => place.site.content.name === 'Botanical conservatory');
  const place = ready[at] ?? expect.fail();
  const placement = placements[at] ?? [];
  const j = placement.findIndex((path, i) => path.length > 0 && (place.jobs[i]?.row.costRatio ?? 0) >= 5);
  const moves = movesOf(place, placement, j, 0);
  expect(moves.filter((move) => move.isHere)).toHaveLength(1);
  const chances = moves.map((move) => move.chanceDue);
  expect(chances).toEqual([...chances].sort((a, b) => a - b));
  const big = place.instance.jobs.findIndex((job) => job.minutes > 300);
  expect(movesOf(place, placement, big, 0).some((move) => move.breaks?.kind === 'full')).toBe(true);
});

test('a year and three: every long job that comes due has its month, none is fuller than its visits', () => {
  for (const months of [12, 36]) {
    const far = farPlaces(evidence, plan.jobs, NOW, months);
    const search = levelAll(far.map(({ place }) => place));
    let step = search.next();
    while (!step.done) step = search.next();
    for (const [i, one] of far.entries()) {
      const all = farMonths(one, step.value[i] ?? []);
      expect(all).toHaveLength(months);
      const named = new Set(all.flatMap((month) => month.jobs.map((job) => job.row.jobId)));
      const due = one.place.jobs.filter(
        (job) =>
          !job.look && (job.row.jobDay ?? '9999') < addDays(TODAY, 30 * (months - 1)) && job.stands === null,
      );
      const missing = due.filter((job) => !named.has(job.row.jobId) && job.row.state !== 'held');
      // what costs more now than it saves may come later, and is little
      expect(missing.length).toBeLessThanOrEqual(due.length / 4);
    }
  }
});

describe('an absence of 16 days', () => {
  const asked = { from: '2026-12-01', to: '2026-12-16' };
  test('everything that comes due has an answer; stores are asked whether they last', () => {
    const siteId = siteOf('Workshop').id;
    const helper = { everyDays: 2, minutes: 15 };
    const away = awayPlan(evidence, plan.jobs, { siteId, ...asked, helper });
    expect(away.lastDay).toBe('2026-11-28');
    expect(away.days).toBe(daysBetween('2026-11-28', '2026-12-17'));
    for (const one of away.jobs)
      if (one.answer === 'wait') expect(one.atReturn).toBeLessThanOrEqual(one.accepted);
      else expect(one.atReturn).toBeGreaterThan(one.accepted);
    expect(away.stores.length).toBeGreaterThan(0);
    // what lasts as it stands, and a quarter more, is not filled; the minutes before leaving leave it out
    expect(away.stores.some((one) => one.fill)).toBe(true);
    expect(away.stores.some((one) => !one.fill)).toBe(true);
    for (const one of away.stores)
      if (!one.fill && one.gapDays === away.days)
        expect(one.emptyAtReturn).toBeLessThanOrEqual(1 / one.row.costRatio);
    const done = [
      ...away.jobs.filter((one) => one.answer === 'before'),
      ...away.stores.filter((one) => one.fill),
    ];
    expect(away.beforeMin).toBe(done.reduce((sum, one) => sum + one.row.minutes, 0));
    const alone = awayPlan(evidence, plan.jobs, { siteId, ...asked, helper: null });
    expect(alone.jobs.every((one) => one.answer !== 'helper')).toBe(true);
    expect(alone.jobs).toHaveLength(away.jobs.length);
  });
});

describe('what if', () => {
  const ofPlan = (of: readonly LevelledPlace[]) =>
    sumOf(of, {
      ...{ snapshot: evidence.snapshot, definitionOf: evidence.definitionOf, prices: undefined, days: 84 },
    });
  test('fortnightly: fewer visits, later jobs, changes further apart; nothing is written', () => {
    const siteId = siteOf('Botanical conservatory').id;
    const answer = whatIf(evidence, { kind: 'rhythm', siteId, everyWeeks: 2 }, NOW);
    const then = levelPlan(withRecords(...answer.records), answer.rows, NOW);
    expect(ofPlan(then).visits).toBeLessThan(ofPlan(places).visits);
    expect(ofPlan(then).lateTurns).toBeGreaterThan(ofPlan(places).lateTurns);
    expect(laterJobs(places, then, answer.rows).length).toBeGreaterThan(0);
    const pool = evidence.snapshot.all('system').find((one) => one.content.name === 'Ray pool')?.id ?? '';
    const [was, is] = [places, then].map((of) => changeDays(of, answer.rows, pool, 84) ?? expect.fail());
    expect(is ?? 0).toBeGreaterThan(was ?? 0);
    expect(evidence.snapshot.content('site', siteId)?.visits?.everyWeeks).toBe(1);
  });
  test('twice the feed: what counts by it comes sooner, and where it is not entered that is said', () => {
    const siteId = siteOf('Workshop').id;
    const answer = whatIf(evidence, { kind: 'feed', siteId, factor: 2 }, NOW);
    const moved = answer.rows.filter((row) => {
      const before = plan.jobs.find((one) => one.jobId === row.jobId);
      return before?.recommended && row.recommended && row.recommended < before.recommended;
    });
    expect(answer.records.length + answer.notKnown.length).toBeGreaterThan(0);
    expect(moved.length > 0 || answer.records.length === 0).toBe(true);
  });
  test('one person less: what only they may do has no visit', () => {
    const people = evidence.snapshot.all('person');
    const answers = people.map((person) =>
      whatIf(evidence, { kind: 'person-less', personId: person.id }, NOW),
    );
    const idsOf = (of: readonly LevelledPlace[]) =>
      of.flatMap((one) => one.unplaced.map(({ jobId }) => jobId));
    const unplaced = answers.flatMap((answer) =>
      idsOf(levelPlan(withRecords(...answer.records), answer.rows, NOW)),
    );
    const now = new Set(idsOf(places));
    const lost = unplaced
      .filter((id) => !now.has(id))
      .flatMap((id) => evidence.snapshot.content('job', id) ?? []);
    expect(lost.some((job) => evidence.definitionOf(job).hands !== undefined)).toBe(true);
  });
  test('another programme: its tests by its own days', () => {
    const system = evidence.snapshot.all('system').find((one) => one.content.name === 'Staghorn trough');
    if (!system) expect.fail();
    const rows = whatIf(
      evidence,
      { kind: 'programme', systemId: system.id, programmeId: 'balanced-reef' },
      NOW,
    ).rows;
    expect(rows).toHaveLength(plan.jobs.length);
    expect(evidence.snapshot.content('system', system.id)?.programmeId).toBe(system.content.programmeId);
  });
  test('a power cut: oxygen only falls, what is not known is not guessed, circulation comes back first', () => {
    for (const site of evidence.snapshot.all('site'))
      for (const system of powerCut(evidence, site.id, 6, NOW)) {
        expect(system.oxygenMgL).toHaveLength(7);
        const known = system.oxygenMgL.filter((one) => one !== null);
        expect(known).toEqual([...known].sort((a, b) => b - a));
        if (system.flow.kind === 'not-known') expect(known).toEqual([]);
      }
    const trough = powerCut(evidence, siteOf('Workshop').id, 6, NOW).find(
      (one) => one.name === 'Staghorn trough',
    );
    expect(trough?.restart[0]).toMatch(/Return pump/);
    expect(trough?.restart.findIndex((one) => /Skimmer/.test(one))).toBeGreaterThan(0);
  });
});

test('days, leap day and clock changes: visits fall on their weekday, whatever the time zone', () => {
  const site = siteOf('Workshop');
  for (const zone of ['Pacific/Auckland', 'America/St_Johns', 'Pacific/Apia', 'Europe/Berlin'])
    for (const day of ['2028-02-27', '2027-03-26', '2026-10-23']) {
      const there = { ...site, content: { ...site.content, timeZone: zone } };
      const { visits } = visitsFor(evidence.snapshot, there, day, 4);
      expect(visits.length).toBeGreaterThan(6);
      for (const visit of visits) expect([3, 6]).toContain(weekdayOf(visit.day));
      expect(new Set(visits.map((one) => one.day)).size).toBe(visits.length);
    }
});
