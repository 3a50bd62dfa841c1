import { describe, expect, test } from 'vitest';
import { dayOf } from '../../core/time/day.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { ago, NOW, place } from '../../model/testing/place.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import { makePlan } from '../plan/plan.ts';
import { meterQuestion } from './meterQuestion.ts';
import { meterChoices, readingsRoundSheet, roundDue, type Meter } from './meters.ts';
import { dueRounds, shiftStood, unreadNotes } from './shift.ts';

/** A sand filter whose drop rises 4 kPa a week from 20, a pump with a meter, a reef. */
function plant() {
  const here = place();
  const systemId = here.system('Ray pool', 4000);
  const filter = here.component('sand-filter', [systemId], { name: 'Sand filter A' });
  const backwash = here.job({ componentId: filter }, 'sand-filter', 'backwash');
  here.done(backwash, 29);
  for (let week = 0; week <= 4; week++)
    here.read({ componentId: filter }, { measure: 'pressure-drop' }, 28 - 7 * week, 20 + 4 * week);
  const pump = here.component('return-pump', [systemId], { name: 'Pump' });
  here.read({ componentId: pump }, { measure: 'hours' }, 2, 4100);
  here.read({ systemId }, { parameter: 'temperature' }, 2, 24.5);
  const snapshot = () => Snapshot.of(here.records);
  const channelOf = (componentId: string): string =>
    snapshot()
      .all('channel')
      .find(({ content }) => content.componentId === componentId)?.id ?? expect.fail('no channel');
  const roundId = here.add('readings-round', {
    ...{ siteId: here.siteId, name: 'Morning', everyHours: 24, note: '' },
    stops: [
      { channelId: channelOf(filter), lo: null, hi: null },
      { channelId: channelOf(pump), lo: null, hi: null },
    ],
  });
  const sheet = () => {
    const all = snapshot();
    const round = all.get('readings-round', roundId) ?? expect.fail('no round');
    return readingsRoundSheet(evidenceOf(all), round, NOW);
  };
  return { ...here, systemId, filter, pump, roundId, sheet, snapshot, channelOf };
}
const first = (meters: readonly Meter[]): Meter => meters[0] ?? expect.fail('no meter');

describe('a readings round', () => {
  test('each meter with its last value, the limit its jobs go by, and where it drifts', () => {
    const here = plant();
    const [drop, hours] = here.sheet().meters;
    expect(drop).toMatchObject({ where: 'Sand filter A', name: 'Pressure drop', lo: null });
    expect(drop?.points.at(-1)).toEqual({ at: Date.parse(ago(0)), value: 36 });
    // the line by hand: (36 − 20) kPa over four weeks
    expect(drop?.driftPerWeek).toBeCloseTo(4, 6);
    // the rule of the backwash counts from the first reading after it
    const rules = evidenceOf(here.snapshot())
      .definitionOf(here.snapshot().all('job')[0]?.content ?? expect.fail('no job'))
      .rules.flatMap((rule) => (rule.kind === 'condition' && rule.measure === 'pressure-drop' ? [rule] : []));
    const [rule] = rules;
    expect(rule).toBeDefined();
    expect(drop?.hi).toBe(rule?.against === 'rise-over-clean' ? 20 + rule.limit : rule?.limit);
    expect(hours).toMatchObject({ where: 'Pump', lo: null, hi: null, driftPerWeek: null });
  });
  test('limits of one’s own stand over those of the rules; what was taken away is left out', () => {
    const here = plant();
    const round = here.snapshot().content('readings-round', here.roundId) ?? expect.fail('no round');
    here.add(
      'readings-round',
      { ...round, stops: round.stops.map((stop) => ({ ...stop, hi: 30 })) },
      here.roundId,
    );
    const [drop] = here.sheet().meters;
    expect(drop?.hi).toBe(30);
    const gone = here.snapshot().content('component', here.filter) ?? expect.fail('no filter');
    here.add('component', { ...gone, status: 'removed' }, here.filter);
    expect(here.sheet().meters.map((one) => one.where)).toEqual(['Pump']);
  });
  test('it is due at its rhythm after the last walk; never walked, at once', () => {
    const here = plant();
    const due = () => {
      const all = here.snapshot();
      return roundDue({ snapshot: all }, all.get('readings-round', here.roundId) ?? expect.fail('none'));
    };
    expect(due()).toEqual({ lastWalk: null, dueAt: 0 });
    expect(dueRounds({ snapshot: here.snapshot() }, here.siteId, NOW)).toHaveLength(1);
    const walk = { readingsRoundId: here.roundId, whoId: null, readingIds: [], skipped: [] };
    here.add('readings-walk', { ...walk, begunAt: ago(0.2), endedAt: ago(0.1) });
    here.add('readings-walk', { ...walk, begunAt: ago(3.2), endedAt: ago(3.1) });
    expect(due().dueAt).toBe(Date.parse(ago(0.1)) + 86_400_000);
    expect(dueRounds({ snapshot: here.snapshot() }, here.siteId, NOW)).toEqual([]);
  });
  test('what can be read there: what has been read, what jobs go by; no rates that nobody reads off a meter', () => {
    const here = plant();
    here.read({ systemId: here.systemId }, { measure: 'feed' }, 1, 12);
    const skimmer = here.component('skimmer', [here.systemId], { name: 'Skimmer' });
    here.job({ componentId: skimmer }, 'skimmer', 'air-intake');
    const choices = meterChoices(evidenceOf(here.snapshot()), here.siteId);
    const said = choices.map((one) => `${one.where}: ${one.name}`);
    expect(said).toContain('Ray pool: temperature');
    expect(said.some((one) => one.startsWith('Ray pool: ') && one.includes('eed'))).toBe(false);
    const air = choices.find((one) => one.componentId === skimmer);
    expect(air).toMatchObject({ measure: 'air-draw', channelId: null });
    expect(new Set(choices.map((one) => one.key)).size).toBe(choices.length);
  });
});

describe('what is asked before a meter', () => {
  test('inside its limits and near the last: nothing', () => {
    const drop = first(plant().sheet().meters);
    expect(meterQuestion({ ...drop, hi: 60 }, 37, NOW)).toBeNull();
  });
  test('beyond a limit, by how much; far from where it was going, whatever the limit', () => {
    const drop = { ...first(plant().sheet().meters), hi: 60 };
    expect(meterQuestion(drop, 68, NOW)).toMatchObject({
      ...{ beyondLimit: { side: 'over', by: 8 }, jump: { side: 'over', by: 32 } },
    });
    // six times its step of 4 from week to week
    expect(meterQuestion(drop, 11, NOW)).toMatchObject({
      beyondLimit: null,
      jump: { side: 'under', by: 25 },
    });
    expect(meterQuestion({ ...drop, lo: 30 }, 29, NOW)?.beyondLimit).toEqual({ side: 'under', by: 1 });
  });
  test('a counter that shows less than before; far more is no jump for a counter', () => {
    const [, hours] = plant().sheet().meters;
    const meter = hours ?? expect.fail('no meter');
    expect(meterQuestion(meter, 4000, NOW)).toEqual({ beyondLimit: null, jump: null, wentBack: true });
    expect(meterQuestion(meter, 9000, NOW)).toBeNull();
  });
});

describe('what a shift leaves to the next', () => {
  test('what is off, out of its band and late stands in the note by itself', () => {
    const here = plant();
    const all = here.snapshot();
    const today = dayOf(NOW, 'UTC');
    const plan = makePlan(all, () => NOW, today);
    const [row] = plan.jobs;
    const late = { ...(row ?? expect.fail('no row')), state: 'past-window' as const };
    const band = { lo: 24, hi: 26 };
    const out = {
      ...{ systemId: here.systemId, systemName: 'Ray pool', parameter: 'temperature' as const },
      ...{ verdict: 'above' as const, value: 27.1, below: false, band, day: today },
    };
    const stood = shiftStood(
      evidenceOf(all),
      { jobs: [late], dangers: [], outOfBand: [out] },
      here.siteId,
      NOW,
    );
    expect(stood).toEqual([
      'Ray pool: Temperature 27.1 °C, band 24 to 26 °C.',
      `${late.thing}, ${late.action}: likely overdue.`,
      'Readings “Morning” are due.',
    ]);
    const none = shiftStood(evidenceOf(all), { jobs: [], dangers: [], outOfBand: [] }, 'elsewhere', NOW);
    expect(none).toEqual([]);
  });
  test('it is read by whom it is for, once; not by whoever wrote it, and not for ever', () => {
    const here = place();
    const [ada, ben] = ['Ada', 'Ben'].map((name) => here.add('person', { name }));
    const note = { siteId: here.siteId, whoId: ada ?? null, toId: null, text: 'Pump hums.', stood: [] };
    const id = here.add('shift-note', { ...note, at: ago(0.5), seen: [] });
    here.add('shift-note', { ...note, at: ago(9), seen: [] });
    const unread = (who: string | undefined) =>
      unreadNotes({ snapshot: Snapshot.of(here.records) }, who ?? null, NOW).map((one) => one.id);
    expect(unread(ben)).toEqual([id]);
    expect(unread(ada)).toEqual([]);
    here.add('shift-note', { ...note, at: ago(0.5), seen: [{ whoId: ben ?? null, at: ago(0.4) }] }, id);
    expect(unread(ben)).toEqual([]);
  });
});
