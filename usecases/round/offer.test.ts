import { describe, expect, test } from 'vitest';
import { timingOf } from '../../core/planning/round/timing.ts';
import { endOfDay } from '../../core/time/day.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { NOW, place } from '../../model/testing/place.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import { nothingBeside } from '../plan/planRows.ts';
import { makePlan } from '../plan/plan.ts';
import { waitsFor } from '../plan/waitsFor.ts';
import { wishesOf } from '../levelling/wishes.ts';
import { buildRound, roundJobOf } from './build.ts';
import { offeredVisit } from './offered.ts';
import { offerOf, played } from './offer.ts';
import { stillWaterOf } from './mayStand.ts';
import { plantOf } from './plant.ts';
import { proposalOf } from './proposal.ts';
import { biologicalConflicts } from './spacing.ts';
import { whileOpen } from './whileOpen.ts';

const TODAY = '2026-11-26';

function tank() {
  const here = place();
  const systemId = here.system('Reef', 400);
  /** A unit with a job that was last done so many days ago. */
  const unit = (kindId: string, jobId: string, daysAgo: number) => {
    const componentId = here.component(kindId, [systemId]);
    const id = here.job({ componentId }, kindId, jobId);
    here.done(id, daysAgo);
    return { componentId, jobId: id };
  };
  const offered = (minutes: number | null) => {
    const snapshot = Snapshot.of(here.records);
    const evidence = evidenceOf(snapshot);
    const plan = makePlan(snapshot, () => endOfDay(TODAY, 'UTC'), TODAY);
    const proposal = proposalOf(evidence, plan.jobs, here.siteId, TODAY);
    const offer = offerOf(evidence, proposal, {
      ...{ minutes, wishes: wishesOf(evidence) },
      waitFor: waitsFor(evidence, NOW),
    });
    return { evidence, proposal, offer };
  };
  return { ...here, systemId, unit, offered };
}

describe('a round holds what the day allows', () => {
  test('what does not fit the minutes waits until the visit after, with its chance', () => {
    const here = tank();
    for (let i = 0; i < 6; i++) here.unit('stream-pump', 'scrub', 400 + i);
    const all = here.offered(null).offer;
    expect([all.jobIds.length, all.waits]).toEqual([6, []]);
    const { offer, proposal, evidence } = here.offered(60);
    expect(offer.jobIds.length).toBeLessThan(6);
    expect(offer.jobIds.length + offer.waits.length).toBe(6);
    for (const one of offer.waits) {
      expect(one).toMatchObject({ why: 'minutes', until: proposal.before });
      expect(one.chance).toBeGreaterThan(0.5);
    }
    const hands = played(evidence.snapshot, buildRound(evidence, offer.jobIds), nothingBeside, new Set())
      .timing.handsMin;
    expect(hands).toBeLessThanOrEqual(60);
  });
  test('two carriers of one water: the graver one is taken, the other waits for the life of the water', () => {
    const here = tank();
    here.unit('canister', 'rinse-pads', 400);
    here.unit('porous-media', 'swish', 4000);
    const { offer } = here.offered(null);
    expect(offer.jobIds).toHaveLength(1);
    expect(offer.waits.map((one) => one.why)).toEqual(['life']);
  });
  test('acid and bleach: one of them waits', () => {
    const here = tank();
    here.unit('sock-felt', 'swap', 60);
    here.unit('return-pump', 'strip-soak', 900);
    const { offer } = here.offered(null);
    expect(offer.jobIds).toHaveLength(1);
    expect(offer.waits.map((one) => one.why)).toEqual(['apart']);
  });
});

test('what waits for something out of use is not offered, and says what: a change whose only drum leaks', () => {
  const here = tank();
  const holds = { water: 'salt' as const, capacityL: 200, unusableL: 10 };
  const drum = here.component('mixing-drum', [here.systemId], { name: 'Drum', holds });
  const change = here.job({ systemId: here.systemId }, 'water-change', 'change');
  here.done(change, 60);
  expect(here.offered(null).offer.jobIds).toContain(change);
  here.happened('leak', { componentId: drum });
  const { offer } = here.offered(null);
  expect(offer.jobIds).not.toContain(change);
  expect(offer.waits).toMatchObject([{ why: 'out', out: 'Drum leaks' }]);
  // chosen all the same, by hand
  here.add('plan-pin', { jobId: change, day: TODAY, from: null, whoId: null, note: '' });
  expect(here.offered(null).offer.jobIds).toContain(change);
});

describe('by role, not by name', () => {
  test('a sponge beside other carriers is mechanical; the only carrier holds the life of the water', () => {
    const here = tank();
    const sponge = here.unit('sponge', 'rinse', 30);
    const isBiological = () => roundJobOf(evidenceOf(Snapshot.of(here.records)), sponge.jobId)?.biological;
    expect(isBiological()).toBe(true);
    here.component('porous-media', [here.systemId]);
    expect(isBiological()).toBe(false);
  });
  test('all that takes nutrients out at once is named; half of it is not', () => {
    const here = tank();
    const units = [here.unit('phosphate-media', 'replace', 90), here.unit('algae-screen', 'scrape', 30)];
    const evidence = evidenceOf(Snapshot.of(here.records));
    const [both, one] = [units, units.slice(0, 1)].map((some) =>
      biologicalConflicts(
        evidence,
        some.map((unit) => unit.jobId),
        '2027-03-01',
      ),
    );
    expect(both).toHaveLength(1);
    expect(both?.[0]?.text).toContain('all that takes nutrients out');
    expect(one).toEqual([]);
  });
});

describe('what a water may be without', () => {
  test('stocking by what is fed, the heavy side where nobody said', () => {
    const here = tank();
    here.component('return-pump', [here.systemId]);
    const limit = () => {
      const snapshot = Snapshot.of(here.records);
      const plan = makePlan(snapshot, () => NOW, TODAY);
      const [system] = plantOf(snapshot, [here.systemId], plan).systems;
      return system?.gives.flow?.limitMin;
    };
    // fish-only sea of 25 °C, 100 L/kg
    expect(limit()).toBe(10);
    // 4 g a day feed 0.4 kg: 400 L for 0.4 kg is 1,000 L/kg
    here.read({ systemId: here.systemId }, { measure: 'feed' }, 20, 4);
    expect(limit()).toBe(70);
    // and the keeper’s own word before both
    const system = here.records.find((one) => one.id === here.systemId);
    if (!system) throw new Error('the system is not there');
    system.content = {
      ...system.content,
      mayStand: { flowMin: 25, heatMin: null, airMin: null },
    };
    expect(limit()).toBe(25);
  });
  test('which water it is: quarantine, cold, reef by its programme, large fresh', () => {
    const base = { siteId: 's', name: 'x', water: 'salt' as const, believedVolumeL: null, note: '' };
    const of = (
      some: Partial<Parameters<typeof stillWaterOf>[0]>,
      litres = 200,
      temperatureC: number | null = null,
    ) => stillWaterOf({ ...base, ...some }, litres, temperatureC).id;
    expect(of({})).toBe('fish-only');
    expect(of({ standing: 'quarantine' })).toBe('quarantine');
    expect(of({ programmeId: 'balanced-reef' })).toBe('reef');
    expect(of({}, 200, 11)).toBe('cold-marine');
    expect(of({ water: 'fresh' })).toBe('community');
    expect(of({ water: 'fresh' }, 38_000)).toBe('large-fresh');
  });
});

test('what is due soon on a unit that is opened anyway is offered, what is far off or done is not', () => {
  const here = tank();
  const skimmer = here.unit('skimmer', 'body-soak', 900);
  const cup = here.component('skimmer-cup', [here.systemId], { parentId: skimmer.componentId });
  const neck = here.job({ componentId: cup }, 'skimmer-cup', 'wipe-neck');
  here.done(neck, 1);
  here.unit('stream-pump', 'scrub', 3);
  const { evidence } = here.offered(null);
  const plan = makePlan(evidence.snapshot, () => endOfDay(TODAY, 'UTC'), TODAY);
  const offered = (jobIds: string[]) =>
    whileOpen(evidence.snapshot, plan.jobs, buildRound(evidence, jobIds), '2026-12-05').map(
      (row) => row.jobId,
    );
  expect(offered([skimmer.jobId])).toEqual([neck]);
  expect(offered([skimmer.jobId, neck])).toEqual([]);
  expect(offered([])).toEqual([]);
});

test('a sock for the stirring-up comes with what stirs, and waits where nothing is stirred', () => {
  const here = tank();
  const sock = here.unit('sock-cleaning', 'fit-remove', 400);
  expect(here.offered(null).offer).toMatchObject({ jobIds: [], waits: [{ row: { jobId: sock.jobId } }] });
  const deep = here.job({ systemId: here.systemId }, 'deep-clean', 'deep');
  here.done(deep, 400);
  expect([...here.offered(null).offer.jobIds].sort()).toEqual([deep, sock.jobId].sort());
  // too short for both: neither the sock alone
  expect(here.offered(20).offer.jobIds).toEqual([]);
});

describe('a visit’s minutes are each person’s', () => {
  const withPeople = (people: number | null, jobs: (here: ReturnType<typeof tank>) => void) => {
    const here = tank();
    jobs(here);
    const visits = { weekdays: [4], everyWeeks: 1, from: '2026-01-01', minutes: 60, people };
    here.add('site', { name: 'Home', timeZone: 'UTC', visits }, here.siteId);
    const snapshot = Snapshot.of(here.records);
    const evidence = evidenceOf(snapshot);
    const plan = makePlan(snapshot, () => endOfDay(TODAY, 'UTC'), TODAY);
    const record = snapshot.get('site', here.siteId) ?? expect.fail();
    return { evidence, ...offeredVisit(evidence, plan.jobs, record, { today: TODAY }) };
  };
  test('two people do about twice as much as one', () => {
    const scrubs = (here: ReturnType<typeof tank>): void => {
      for (let i = 0; i < 8; i++) here.unit('stream-pump', 'scrub', 400 + i);
    };
    const [one, two] = [withPeople(null, scrubs), withPeople(2, scrubs)];
    expect([one.minutes, two.minutes]).toEqual([60, 120]);
    expect(two.jobIds.length).toBeGreaterThanOrEqual(2 * one.jobIds.length - 1);
  });
  test('a job for two takes both', () => {
    const pair = (here: ReturnType<typeof tank>): void => {
      const componentId = here.component('stream-pump', [here.systemId]);
      const id = here.job({ componentId }, 'stream-pump', 'scrub', { overrides: { hands: { people: 2 } } });
      here.done(id, 400);
    };
    const hands = ({ evidence, jobIds }: ReturnType<typeof withPeople>) =>
      timingOf(buildRound(evidence, jobIds)).handsMin;
    const [one, two] = [withPeople(null, pair), withPeople(2, pair)];
    const minutes = one.evidence.definitionOf(
      one.evidence.snapshot.content('job', one.jobIds[0] ?? '') ?? expect.fail(),
    ).minutes;
    expect(hands(two) - hands(one)).toBe(minutes);
  });
});
