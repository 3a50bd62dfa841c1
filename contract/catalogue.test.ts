import * as v from 'valibot';
import { describe, expect, test } from 'vitest';
import { cautionIds } from '../core/catalogue/cautions.ts';
import { catalogue, definitionOf, findKind, searchKinds } from '../core/catalogue/index.ts';
import { jobsOfTheTrade } from '../core/reference/jobsOfTheTrade.ts';
import { withOverrides } from '../core/catalogue/types.ts';
import { EquipmentKind } from './definitions.ts';

const jobs = catalogue.flatMap((kind) =>
  kind.jobs.map((job) => ({ name: `${kind.id}/${job.id}`, kind, job })),
);

test('at least 25 kinds, each with an id of its own', () => {
  expect(catalogue.length).toBeGreaterThanOrEqual(25);
  expect(new Set(catalogue.map((kind) => kind.id)).size).toBe(catalogue.length);
});

test.each(catalogue.map((kind) => ({ name: kind.id, kind })))(
  '$name obeys the schema that a person’s own kinds obey',
  ({ kind }) => {
    const parsed = v.safeParse(EquipmentKind, kind);
    expect(parsed.issues?.map((issue) => issue.message)).toBeUndefined();
    expect(new Set(kind.jobs.map((job) => job.id)).size).toBe(kind.jobs.length);
    for (const part of kind.parts ?? []) expect(catalogue.map((one) => one.id)).toContain(part);
  },
);

/** Jobs of one system stand side by side whatever their kind. */
const siblings = (kind: (typeof catalogue)[number]): readonly { id: string }[] =>
  kind.target === 'system'
    ? catalogue.filter((one) => one.target === 'system').flatMap((one) => one.jobs)
    : kind.jobs;

test.each(jobs)('$name says what to do, what it shuts and where its figures come from', ({ kind, job }) => {
  expect(job.procedure.length).toBeGreaterThan(0);
  expect(job.minutes).toBeGreaterThan(0);
  expect(job.basis.length).toBeGreaterThan(5);
  for (const rule of job.rules)
    if (rule.kind === 'every-nth') expect(siblings(kind).map((one) => one.id)).toContain(rule.ofJob);
  // graded by looking: wear; not graded: no wear rule
  expect(job.rules.some((rule) => rule.kind === 'wear')).toBe(
    job.foundScale !== 'none' && job.foundScale !== 'finding',
  );
});

test.each(
  jobsOfTheTrade.map(([section, unit, job, entry]) => ({ row: `${section}: ${unit}, ${job}`, entry })),
)('$row has its entry', ({ entry }) => {
  const [kindId = '', jobId = ''] = entry.split('/');
  expect(definitionOf(kindId, jobId).id).toBe(jobId);
});

test('a job that opens mains, a lamp or a pressure vessel carries its caution', () => {
  for (const { kind, job } of jobs) {
    if (kind.id === 'uv') expect(job.cautions).toContain('uv-lamp');
    if (/pressure/i.test(job.procedure.join(' ')) && /open|swap|refill/i.test(job.procedure.join(' ')))
      expect(job.cautions).toContain('pressure');
    if (/unplug/i.test(job.procedure.join(' '))) expect(job.cautions).toContain('unplug');
    if (/vinegar/i.test(job.supplies.map((supply) => supply.name).join(' ')) && kind.id !== 'uv')
      expect(job.cautions).toContain('bleach-acid');
    for (const caution of job.cautions) expect(cautionIds).toContain(caution);
  }
});

// Common practice, no published source: the ranges practitioners name, in days.
describe('ranges as practitioners name them', () => {
  test.each([
    ['sock-felt', 'swap', 3, 7],
    ['sock-mesh', 'jet', 5, 10],
    ['floss', 'replace', 3, 14],
    ['canister', 'rinse-pads', 28, 84],
    ['weir', 'brush-teeth', 28, 56],
    ['skimmer', 'air-intake', 14, 42],
    ['skimmer-cup', 'empty', 2, 7],
    ['return-pump', 'strip-soak', 91, 182],
    ['phosphate-media', 'replace', 14, 60],
    ['carbon', 'replace', 7, 35],
    ['ro-membrane', 'replace', 730, 1094],
  ])('%s %s: %d to %d days', (kindId, jobId, lo, hi) => {
    expect(definitionOf(kindId, jobId).rules[0]).toMatchObject({ range: { lo, hi } });
  });
  test('a UV lamp is rated 8,000 to 9,000 hours, its seals go with it and never over a year', () => {
    expect(definitionOf('uv', 'lamp').rules).toEqual([{ kind: 'usage', ratedHours: { lo: 8000, hi: 9000 } }]);
    expect(definitionOf('uv', 'seals').rules).toEqual([
      { kind: 'every-nth', ofJob: 'lamp', n: 1 },
      { kind: 'calendar', range: { lo: 365, hi: 365 }, by: 'maker' },
    ]);
  });
});

describe('search by everyday words', () => {
  test.each([
    ['sock', 'sock-felt'],
    ['bulb', 'uv'],
    ['RO', 'ro-membrane'],
    ['wavemaker', 'stream-pump'],
    ['ATO', 'top-off'],
    ['GAC', 'carbon'],
    ['protein skim', 'skimmer'],
  ])('“%s” finds %s', (typed, id) =>
    expect(searchKinds(typed, catalogue).map((kind) => kind.id)).toContain(id),
  );
  test('what nobody calls it finds nothing; nothing typed finds all', () => {
    expect(searchKinds('carburettor', catalogue)).toEqual([]);
    expect(searchKinds('  ', catalogue)).toHaveLength(catalogue.length);
  });
});

test('own figures are laid over the catalogue’s, and leaving them out goes back', () => {
  const catalogued = definitionOf('sock-felt', 'swap');
  const own = withOverrides(catalogued, { minutes: 4, rules: [{ kind: 'wear', range: { lo: 2, hi: 4 } }] });
  expect(own.minutes).toBe(4);
  expect(own.procedure).toBe(catalogued.procedure);
  expect(withOverrides(catalogued, {})).toEqual(catalogued);
});

test('a fitting stays in 4 hours unless changed; hours mean nothing for what is no fitting', () => {
  const sock = definitionOf('sock-cleaning', 'fit-remove');
  expect(sock.temporary).toEqual({ clearMin: 240 });
  expect(withOverrides(sock, { clearMin: 90 }).temporary).toEqual({ clearMin: 90 });
  expect(withOverrides(definitionOf('sock-felt', 'swap'), { clearMin: 90 }).temporary).toBeUndefined();
});

// Common practice, no published source: what asks for a test that the programme would not ask for yet.
test.each([
  ['death', 'ammonia', 0],
  ['death', 'nitrate', 1],
  ['livestock', 'alkalinity', 3],
  ['livestock', 'ammonia', 1],
  ['feed', 'nitrate', 7],
  ['feed', 'phosphate', 7],
  ['new-charge', 'phosphate', 7],
  ['new-charge', 'alkalinity', 7],
] as const)('%s asks for a test of %s after %d days', (event, parameter, days) => {
  const tests = findKind('water-test')?.jobs.find((one) => one.tests === parameter);
  expect(tests?.rules).toContainEqual({ kind: 'after-event', event, days });
});
