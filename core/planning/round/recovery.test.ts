import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { pathPlaces } from '../../catalogue/types.ts';
import { recoveryVisits, type RecoveryJob } from './recovery.ts';

const job = (jobId: string, some: Partial<RecoveryJob> = {}): RecoveryJob => ({
  ...{ jobId, kindId: 'sock', catalogueJobId: jobId, place: 'mechanical', work: 'clean', tests: false },
  ...{ biological: false, largeMechanical: false },
  ...some,
});

describe('bringing a neglected system back (handbook, section 7; common practice, value from memory)', () => {
  const visits = recoveryVisits([
    job('trickle', { biological: true }),
    job('pellets', { biological: true }),
    job('cup', { kindId: 'skimmer-cup', place: 'skimmer' }),
    job('air-intake', { kindId: 'skimmer', place: 'skimmer' }),
    job('sock'),
    job('soak', { kindId: 'return-pump', place: 'return' }),
    job('nitrate', { kindId: 'water-test', work: 'test', tests: true }),
    job('heater', { kindId: 'heater', work: 'inspect' }),
    job('change', { kindId: 'water-change', work: 'change water' }),
  ]);
  test('safe and seen first, then tests, pumps, water, skimmer, mechanical, biology last', () => {
    expect(visits.map((visit) => visit.stage.id)).toEqual([
      ...['safe', 'test', 'pumps', 'water', 'skimmer', 'mechanical', 'media', 'media'],
    ]);
  });
  test('the air intake of the skimmer comes before its cup; each biological job has a visit to itself', () => {
    expect(visits.find((visit) => visit.stage.id === 'skimmer')?.jobIds).toEqual(['air-intake', 'cup']);
    expect(visits.slice(-2).map((visit) => visit.jobIds)).toEqual([['trickle'], ['pellets']]);
  });
  test('nothing lost, nothing twice, never two upheavals in one visit', () => {
    const generated = fc.record({
      kindId: fc.constantFrom('sock', 'skimmer', 'return-pump', 'heater', 'carbon'),
      place: fc.constantFrom(...pathPlaces),
      work: fc.constantFrom('clean', 'replace', 'change water', 'inspect', 'test', 'calibrate'),
      biological: fc.boolean(),
      largeMechanical: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(generated, { maxLength: 30 }), (all) => {
        const jobs = all.map((some, i) => job(`j${i}`, { ...some, tests: some.work === 'test' }));
        const planned = recoveryVisits(jobs);
        expect(planned.flatMap((visit) => visit.jobIds).sort()).toEqual(jobs.map((one) => one.jobId).sort());
        for (const { jobIds } of planned) {
          const heavy = jobs.filter(
            (one) => jobIds.includes(one.jobId) && !one.tests && (one.biological || one.largeMechanical),
          );
          expect(
            heavy.filter((one) => one.work !== 'calibrate' && one.work !== 'change water').length,
          ).toBeLessThan(2);
        }
      }),
    );
  });
});
