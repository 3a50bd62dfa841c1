import { describe, expect, test } from 'vitest';
import type { RecordContent } from '../../contract/records.ts';
import { worksLike } from '../../model/facts/worksLike.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { place } from '../../model/testing/place.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import { buildRound, roundJobOf } from './build.ts';
import { nothingBeside } from '../plan/planRows.ts';
import { plantOf } from './plant.ts';
import { biologicalConflicts } from './spacing.ts';

/** A kind of one's own with a job that cleans it. */
const ownKind = (id: string, like: string | null): RecordContent<'own-kind'> => ({
  ...{ id, name: id, alsoCalled: [], place: 'reactor', target: 'component', about: '' },
  ...(like ? { worksLike: like } : {}),
  jobs: [
    {
      ...{ id: 'own-clean', action: 'clean it', work: 'clean', driver: 'use', foundScale: 'none' },
      rules: [{ kind: 'wear', range: { lo: 30, hi: 90 } }],
      ...{ foundWords: [], dueSigns: '', procedure: [], minutes: 20, supplies: [], leadSteps: [], needs: [] },
      shuts: [{ what: 'its pump', provedBy: 'it runs' }],
      ...{ consequence: 'B', lateness: 'gradual', cautions: [], basis: 'entered by a person' },
    },
  ],
});

function tank(like: string | null) {
  const here = place();
  const systemId = here.system('Reef', 400);
  here.add('own-kind', ownKind('own-thing', like));
  const things = [1, 2].map((n) => {
    const componentId = here.component('own-thing', [systemId], { name: `Thing ${n}` });
    return { componentId, jobId: here.job({ componentId }, 'own-thing', 'own-clean') };
  });
  const snapshot = Snapshot.of(here.records);
  return { things, systemId, snapshot, evidence: evidenceOf(snapshot) };
}

describe('a kind of one’s own has the roles of the kind it works like', () => {
  test('a carrier of life: two of them in one visit are named', () => {
    const { things, evidence } = tank('porous-media');
    const ids = things.map((one) => one.jobId);
    expect(roundJobOf(evidence, ids[0] ?? '')?.biological).toBe(true);
    expect(biologicalConflicts(evidence, ids, '2027-03-01')).toHaveLength(1);
    const plain = tank(null);
    const plainIds = plain.things.map((one) => one.jobId);
    expect(roundJobOf(plain.evidence, plainIds[0] ?? '')?.biological).toBe(false);
    expect(biologicalConflicts(plain.evidence, plainIds, '2027-03-01')).toEqual([]);
  });
  test('a pump: it moves its water, and what is off is known as one', () => {
    const { things, evidence, snapshot, systemId } = tank('stream-pump');
    const [first] = things;
    const steps = buildRound(evidence, [first?.jobId ?? '']);
    expect(steps.find((step) => step.phase === 'shut')?.off?.kindId).toBe('stream-pump');
    const flowOf = (some: Snapshot, id: string) => plantOf(some, [id], nothingBeside).systems[0]?.gives.flow;
    expect(flowOf(snapshot, systemId)?.componentIds).toEqual(things.map((one) => one.componentId));
    const plain = tank(null);
    expect(flowOf(plain.snapshot, plain.systemId)).toBeNull();
  });
  test('kinds of the catalogue are what they are', () => {
    const { snapshot } = tank('stream-pump');
    expect(worksLike(snapshot)('own-thing')).toBe('stream-pump');
    expect(worksLike(snapshot)('heater')).toBe('heater');
  });
});
