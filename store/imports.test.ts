import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { v7 as uuid } from 'uuid';
import type { ImportMapping, Target } from '../contract/imports/mapping.ts';
import { previewImport, takeBackImport, writeImport, type ImportRequest } from './imports.ts';
import { create, oneSock, openTestStore, work, type TestStore } from './testing/fixtures.ts';

// Files as people really keep them; what they hold was counted by hand.
const sample = (name: string): Buffer => readFileSync(join(import.meta.dirname, 'testing', 'samples', name));

let one: TestStore;
let ids: ReturnType<typeof oneSock>['ids'];
beforeEach(async () => {
  one = await openTestStore();
  const made = oneSock();
  ids = made.ids;
  await one.store.apply(work(...made.writes));
});
afterEach(() => one.close());

const request = (fileName: string, more: Partial<ImportRequest> = {}): ImportRequest => ({
  fileName,
  systemId: ids.system,
  mapping: null,
  answers: {},
  bytes: more.bytes ?? sample(fileName),
  ...more,
});
/** The first guess with what it asks answered. */
async function answered(
  fileName: string,
  change: (target: Target, head: string) => Target,
): Promise<ImportMapping> {
  const { mapping } = await previewImport(one.store, request(fileName));
  return {
    ...mapping,
    columns: mapping.columns.map(({ head, target }) => ({ head, target: change(target, head) })),
  };
}
const gravity = (target: Target): Target => (target.kind === 'density' ? { ...target, as: '25/25' } : target);
const readings = async () => (await one.store.snapshot()).all('reading');
const ofParameter = async (parameter: string) => {
  const snapshot = await one.store.snapshot();
  return snapshot
    .all('reading')
    .filter((reading) => snapshot.content('channel', reading.content.channelId)?.parameter === parameter);
};

describe('every sample', () => {
  test('a sheet of weekly numbers: month first, °F, gravity asked, a rough and an untested cell, head and average skipped', async () => {
    const first = await previewImport(one.store, request('reef-weekly.csv'));
    expect(first.questions.map((question) => question.head)).toEqual(['SG']);
    const mapping = await answered('reef-weekly.csv', gravity);
    const report = await writeImport(one.store, request('reef-weekly.csv', { mapping }), true, '');
    expect(report.questions).toEqual([]);
    expect(report.refused).toEqual([]);
    // rows 22 and 39 are the head again and an average, row 33 has a "?"
    expect(report.skipped.map(({ row, why }) => `${row} ${why}`)).toEqual([
      '22 the head again',
      '33 not tested',
      '39 a summary, not a reading',
    ]);
    const nitrate = await ofParameter('nitrate');
    expect(nitrate.length).toBe(33);
    const phosphate = await ofParameter('phosphate');
    expect(phosphate.filter((reading) => reading.content.rough).length).toBe(5);
    const temperature = await ofParameter('temperature');
    // 78.6 °F
    expect(temperature[0]?.content.value).toBeCloseTo(25.889, 3);
    const salinity = await ofParameter('salinity');
    // 1.026 at 25/25 by EOS-80
    expect(salinity[0]?.content.value).toBeCloseTo(34.46, 1);
    expect((await readings()).filter((reading) => reading.content.note === 'sock full, swapped').length).toBe(
      7,
    );
  });

  test('the same file twice adds nothing; another value at the same time is asked', async () => {
    const mapping = await answered('reef-weekly.csv', gravity);
    await writeImport(one.store, request('reef-weekly.csv', { mapping }), true, '');
    const before = (await readings()).length;
    const again = await writeImport(one.store, request('reef-weekly.csv'), true, '');
    expect(again).toMatchObject({ importId: null, added: 0, replaced: 0, questions: [] });
    expect((await readings()).length).toBe(before);
    const bytes = Buffer.from(sample('reef-weekly.csv').toString().replace('9/27/25,8.8,', '9/27/25,8.9,'));
    const changed = await previewImport(one.store, request('reef-weekly.csv', { bytes }));
    expect(changed.questions.map((question) => question.row)).toEqual([4]);
    expect(changed.questions[0]?.sentence).toContain('8.8 already; this row says 8.9');
    const key = changed.questions[0]?.key ?? '';
    const taken = await writeImport(
      one.store,
      request('reef-weekly.csv', { bytes, answers: { [key]: 'new' } }),
      false,
      '',
    );
    expect(taken).toMatchObject({ added: 0, replaced: 1 });
    expect((await readings()).length).toBe(before);
  });

  test('it can be taken back as one step; what somebody corrected since stays', async () => {
    const mapping = await answered('reef-weekly.csv', gravity);
    const report = await writeImport(one.store, request('reef-weekly.csv', { mapping }), false, '');
    const [kept] = await ofParameter('nitrate');
    if (!kept) return expect.fail('no nitrate');
    await one.store.apply(
      work({
        op: 'revise',
        kind: 'reading',
        id: kept.id,
        revisionId: uuid(),
        baseVersion: 1,
        content: { ...kept.content, value: 12 },
      }),
    );
    const back = await takeBackImport(one.store, one.databases, report.importId ?? '', '');
    expect(back).toEqual({ deleted: report.added, changedSince: 1 });
    expect((await readings()).map((reading) => reading.id)).toEqual([kept.id]);
    const snapshot = await one.store.snapshot();
    expect(snapshot.all('channel').map((channel) => channel.content.parameter)).toEqual(['nitrate']);
    expect(snapshot.all('import')).toEqual([]);
  });

  test('an old German sheet: its code page, decimal comma, density with its temperature', async () => {
    const first = await previewImport(one.store, request('becken-werte.csv'));
    expect(first.encoding).toMatch(/8859-1|1252/);
    expect(first.mapping).toMatchObject({ decimal: ',', dateOrder: 'dmy', delimiter: ';' });
    const mapping = await answered('becken-werte.csv', (target) =>
      target.kind === 'density' ? { ...target, as: 'kg/L' } : target,
    );
    const report = await writeImport(one.store, request('becken-werte.csv', { mapping }), false, '');
    expect(report.refused).toEqual([]);
    expect(report.questions).toEqual([]);
    expect(report.added).toBe(26 * 6);
    const salinity = await ofParameter('salinity');
    // 1.0238 kg/L at 25.2 °C by EOS-80
    expect(salinity[0]?.content.value).toBeCloseTo(35.7, 1);
    const [alkalinity] = await ofParameter('alkalinity');
    // 11:00 in Berlin's summer
    expect(alkalinity?.content.when).toEqual({ kind: 'instant', at: '2025-09-20T09:00:00.000Z' });
    expect(alkalinity?.content.note).toBe('Kohle gewechselt');
  });

  test('a value far from all of the last ones is asked, with what was likely meant, and written as answered', async () => {
    const text =
      'Date;Nitrate [mg/L];PO4 [mg/L]\n1.3.2026;12;0,05\n8.3.2026;13;0,06\n15.3.2026;1,3;0,7\n22.3.2026;14;0,05\n';
    const asked = await previewImport(one.store, request('sheet.csv', { bytes: Buffer.from(text) }));
    expect(asked.questions.map(({ row, sentence }) => [row, sentence])).toEqual([
      [4, 'Nitrate 1.3 mg/L NO₃; last time 13 mg/L NO₃. Did you mean 13 mg/L NO₃?'],
      [4, 'Phosphate 0.7 mg/L PO₄; last time 0.06 mg/L PO₄. Did you mean 0.07 mg/L PO₄?'],
    ]);
    const [nitrate, phosphate] = asked.questions.map((question) => question.key);
    const report = await writeImport(
      one.store,
      request('sheet.csv', {
        bytes: Buffer.from(text),
        answers: { [nitrate ?? '']: 'typed', [phosphate ?? '']: 'meant' },
      }),
      false,
      '',
    );
    expect(report).toMatchObject({ added: 8, questions: [] });
    expect((await ofParameter('phosphate')).map((reading) => reading.content.value)).toContain(0.07);
  });

  test('a laboratory’s sheet: as nitrogen, phosphorus and silicon, millimoles, a censored value', async () => {
    const report = await writeImport(one.store, request('laboratory.csv'), false, '');
    expect(report).toMatchObject({ added: 56, refused: [], questions: [] });
    const value = async (parameter: string) => (await ofParameter(parameter))[0]?.content.value;
    expect(await value('nitrate')).toBeCloseTo(2.37 * 4.4268, 3);
    expect(await value('phosphate')).toBeCloseTo(0.013 * 3.0662, 5);
    expect(await value('silicate')).toBeCloseTo(0.142 * 2.1393, 4);
    expect(await value('calcium')).toBeCloseTo(10.32 * 40.078, 3);
    expect(await value('alkalinity')).toBeCloseTo(3.1 * 2.8039, 3);
    expect((await ofParameter('nitrite')).filter((reading) => reading.content.below).length).toBe(3);
  });

  test('a controller’s export: thousands of rows, sensors told apart, twice the same row once', async () => {
    const report = await writeImport(one.store, request('probe-export.csv'), false, '');
    expect(report).toMatchObject({ refused: [], questions: [] });
    expect(report.skipped.every((row) => row.why === 'twice in the file')).toBe(true);
    expect(report.added + report.skipped.length).toBe(2632);
    const all = await readings();
    expect(all.every((reading) => reading.content.source === 'device')).toBe(true);
    expect((await writeImport(one.store, request('probe-export.csv'), false, '')).added).toBe(0);
  });

  test('a sheet of rounds: two rows of heads, pressure drops, a counter that runs over, “bw A” as a job', async () => {
    const filters = { a: uuid(), b: uuid(), p1: uuid(), p2: uuid(), jobA: uuid(), jobB: uuid() };
    const unit = (id: string, kindId: string, name: string) =>
      create(
        'component',
        {
          siteId: ids.site,
          systemIds: [ids.system],
          parentId: null,
          stationId: null,
          kindId,
          name,
          status: 'running',
          statusSince: null,
          statusReason: '',
          dutyHoursPerDay: 24,
          facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
        },
        id,
      );
    const backwash = (id: string, componentId: string) =>
      create(
        'job',
        {
          componentId,
          systemId: null,
          vesselId: null,
          kindId: 'sand-filter',
          jobId: 'backwash',
          overrides: {},
          own: null,
        },
        id,
      );
    await one.store.apply(
      work(
        unit(filters.a, 'sand-filter', 'Filter A'),
        unit(filters.b, 'sand-filter', 'Filter B'),
        unit(filters.p1, 'return-pump', 'P1'),
        unit(filters.p2, 'return-pump', 'P2'),
        backwash(filters.jobA, filters.a),
        backwash(filters.jobB, filters.b),
      ),
    );
    const first = await previewImport(one.store, request('round-sheet.csv'));
    expect(first.mapping.columns.map((column) => column.head)).toEqual([
      'date',
      'initials',
      'Filter A psi in',
      'Filter A psi out',
      'Filter A gpm',
      'Filter B psi in',
      'Filter B psi out',
      'Filter B gpm',
      'Pump hours P1',
      'Pump hours P2',
      'Remarks',
    ]);
    expect(first.questions).toEqual([]);
    const mapping = { ...first.mapping, remarks: { 'bw A': filters.jobA, 'bw B': filters.jobB } };
    const report = await writeImport(one.store, request('round-sheet.csv', { mapping }), false, '');
    expect(report.refused).toEqual([]);
    expect(report.flagged.map(({ head, text }) => `${head} ${text}`)).toEqual(['Pump hours P1 12']);
    const snapshot = await one.store.snapshot();
    const jobs = snapshot.all('service').map((service) => service.content.jobId);
    expect([
      jobs.filter((id) => id === filters.jobA).length,
      jobs.filter((id) => id === filters.jobB).length,
    ]).toEqual([5, 4]);
    const drop = snapshot
      .all('reading')
      .find((reading) => snapshot.content('channel', reading.content.channelId)?.measure === 'pressure-drop');
    // 12.7 − 9.0 psi
    expect(drop?.content.value).toBeCloseTo(3.7 * 6.894757, 4);
  });

  test('a list of jobs: words as data, a near miss asked, an impossible pair kept as a note, a day that is none refused', async () => {
    const preview = await previewImport(one.store, request('jobs-done.tsv'));
    expect(preview.counts.services).toBe(57);
    expect(preview.refused).toMatchObject([{ row: 62, why: 'there is no 31 Jun 2025' }]);
    const asked = new Set(preview.questions.map((question) => question.sentence));
    expect([...asked].some((sentence) => sentence.startsWith('What is “skimmer cup” here?'))).toBe(true);
    // each asked thing left out on purpose, the rest is written
    const answers = Object.fromEntries(preview.questions.map((question) => [question.key, 'skip']));
    const report = await writeImport(one.store, request('jobs-done.tsv', { answers }), false, '');
    expect(report.questions).toEqual([]);
    expect(report.added).toBe(57);
    const found = (await one.store.snapshot())
      .all('service')
      .flatMap((service) => service.content.found ?? []);
    expect(new Set(found)).toEqual(
      new Set(
        ['light', 'right', 'overdue', 'failed', 'as-new'].filter((grade) => found.includes(grade as never)),
      ),
    );
    expect(found.length).toBeGreaterThan(20);
  });
});

test('words nobody knows: a person says where the head stands, and the columns are named by it', async () => {
  const bytes = Buffer.from('Zettel\nvon;Hand\nTag;Zork\n1.3.2026;5,5\n8.3.2026;6\n');
  const { mapping, rows } = await previewImport(
    one.store,
    request('zettel.csv', { bytes, head: { skipRows: 2, headRows: 1 } }),
  );
  expect(rows).toBe(5);
  expect(mapping.columns.map(({ head, target }) => [head, target.kind])).toEqual([
    ['Tag', 'date'],
    ['Zork', 'ignore'],
  ]);
});

test('an empty file is refused in a sentence', async () => {
  await expect(
    previewImport(one.store, request('jobs-done.tsv', { bytes: Buffer.from('\n\n') })),
  ).rejects.toThrow('The file holds no rows.');
});
