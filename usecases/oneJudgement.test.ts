import { describe, expect, test } from 'vitest';
import { withOverrides } from '../core/catalogue/types.ts';
import { definitionOf } from '../core/catalogue/index.ts';
import { dayOf, endOfDay } from '../core/time/day.ts';
import type { RecordContent } from '../contract/records.ts';
import { Snapshot } from '../model/snapshot.ts';
import { NOW, place } from '../model/testing/place.ts';
import { evidenceOf } from '../model/water/testedWater.ts';
import { makePlan } from './plan/plan.ts';
import { systemWater } from './water/systemWater.ts';

// Small inputs on which two places once said two things.

const TODAY = dayOf(NOW, 'UTC');
const AT = endOfDay(TODAY, 'UTC');
const kit = (lowest: number, step: number, repeatability: number) =>
  ({
    ...{ name: 'Own kit', kind: 'kit', parameter: 'phosphate', lowest, step, repeatability },
    ...{ expires: null, batch: '', componentId: null, note: '' },
  }) as unknown as RecordContent<'method'>;

function media(limits: [lowest: number, step: number, repeatability: number] | null) {
  const here = place();
  const systemId = here.system('Reef', 400, { bands: { phosphate: { lo: 0.03, hi: 0.15 } } });
  const componentId = here.component('phosphate-media', [systemId]);
  const jobId = here.job({ componentId }, 'phosphate-media', 'replace');
  const methodId = limits ? here.add('method', kit(...limits)) : null;
  const tested = (daysAgo: number, value: number, more: Partial<RecordContent<'reading'>> = {}) =>
    here.read({ systemId }, { parameter: 'phosphate' }, daysAgo, value, {
      ...{ timing: 'before', ...more },
      ...(methodId ? { methodId } : {}),
    });
  const judged = () => {
    const snapshot = Snapshot.of(here.records);
    const row = makePlan(snapshot, () => AT, TODAY).jobs.find((one) => one.jobId === jobId);
    const water = systemWater(evidenceOf(snapshot), { systemId, zone: 'UTC', at: AT });
    return { row: row ?? expect.fail('no row'), verdict: water.verdicts.get('phosphate') };
  };
  return { ...here, systemId, jobId, tested, judged };
}

describe('one history of a channel', () => {
  test('an own kit that shows no less than 0.1: what is noise to it is no date', () => {
    const here = media([0.1, 0.05, 0.03]);
    here.done(here.jobId, 30);
    here.tested(24, 0.1, { below: true });
    here.tested(17, 0.1, { below: true });
    here.tested(10, 0.1);
    here.tested(3, 0.11);
    const { row, verdict } = here.judged();
    expect(verdict?.trend.kind).toBe('steady');
    const rule = row.rules.find((one) => one.kind === 'water-test');
    expect(rule?.sentence).toMatch(/; steady within test error\.$/);
    // more often than not such a course stays within
    expect(rule?.likely).toBeNull();
  });
  test('0.00 from a kit whose lowest is 0.05 is below 0.05, on Today and on Water', () => {
    const here = media([0.05, 0.05, 0.02]);
    here.tested(3, 0);
    const { verdict } = here.judged();
    expect(verdict?.latest).toMatchObject({ value: 0.05, below: true });
  });
  test('a test taken before a new charge says nothing of it', () => {
    const here = media(null);
    for (const [daysAgo, value] of [
      [40, 0.05],
      [33, 0.08],
      [26, 0.11],
      [19, 0.14],
    ] as const)
      here.tested(daysAgo, value);
    here.done(here.jobId, 10);
    const { row, verdict } = here.judged();
    expect(verdict?.trend).toMatchObject({ kind: 'not-known', readings: 0 });
    expect(row.rules.some((rule) => rule.kind === 'water-test')).toBe(false);
  });
  test('rising: the date and the water say the same slope', () => {
    const here = media([0.02, 0.01, 0.005]);
    here.done(here.jobId, 40);
    for (const [daysAgo, value] of [
      [29, 0.05],
      [22, 0.07],
      [15, 0.09],
      [8, 0.11],
      [1, 0.13],
    ] as const)
      here.tested(daysAgo, value);
    const { row, verdict } = here.judged();
    const rule = row.rules.find((one) => one.kind === 'water-test');
    expect(verdict?.trend).toMatchObject({ kind: 'rising', perWeek: expect.closeTo(0.02, 6) as unknown });
    expect(rule?.sentence).toContain('; rising 0.02');
  });
});

describe('what a programme, a law and a maker set', () => {
  const reef = (programmeId: string | null, overrides: RecordContent<'job'>['overrides'] = {}) => {
    const here = place();
    const systemId = here.system('Reef', 400, { programmeId });
    const componentId = here.component('sock-felt', [systemId]);
    const jobId = here.job({ componentId }, 'sock-felt', 'swap', { overrides });
    return { here, jobId, evidence: here.evidence() };
  };
  test('a programme’s interval replaces the rule of practice and no limit beside it', () => {
    const { evidence, jobId } = reef('ultra-low-nutrient');
    const job = evidence.snapshot.content('job', jobId) ?? expect.fail('no job');
    const limited = {
      ...job,
      own: withOverrides(definitionOf('sock-felt', 'swap'), {
        rules: [
          { kind: 'calendar', range: { lo: 30, hi: 30 }, by: 'law' },
          { kind: 'wear', range: { lo: 5, hi: 10 } },
        ],
      }),
    } as unknown as RecordContent<'job'>;
    const { rules } = evidence.definitionOf(limited);
    expect(rules).toEqual([
      { kind: 'calendar', range: { lo: 30, hi: 30 }, by: 'law' },
      { kind: 'wear', range: { lo: 3, hi: 4 } },
    ]);
  });
});
