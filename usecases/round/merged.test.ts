import { expect, test } from 'vitest';
import type { RecordContent, Stored } from '../../contract/records.ts';
import { RecordIndex } from '../../model/facts/recordIndex.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { merged } from './merged.ts';

const JOB = 'job';
const service = (id: string, some: Partial<RecordContent<'service'>> = {}): Stored<'service'> => ({
  ...{ kind: 'service', id, version: 1, deleted: false },
  content: {
    ...{ jobId: JOB, when: { kind: 'day', day: '2026-11-26' }, whoId: null, found: 'right', shareDone: 1 },
    ...{ minutes: null, supplies: [], note: '', pictureIds: [] },
    ...some,
  },
});
const nameOf = ({ id }: Stored<'service'>): string => id;

test('two entries of one step: both stay, one holds both notes, pictures and supplies; the work counts once', () => {
  const vinegar = { name: 'vinegar', amount: '1 L' };
  const ada = service('Ada', {
    note: 'impeller worn',
    supplies: [vinegar],
    pictureIds: ['a'],
    beforePictureIds: ['a'],
  });
  const ben = service('Ben', {
    ...{ note: 'hums', found: 'overdue', pictureIds: ['b'] },
    supplies: [vinegar, { name: 'seal', amount: '1' }],
  });
  const result = new Map(merged(ben, [ada, ben], nameOf).map(([record, content]) => [record.id, content]));
  expect(result.get('Ben')).toMatchObject({
    ...{ found: 'overdue', note: 'Ben: hums\nAda: impeller worn' },
    supplies: [vinegar, { name: 'seal', amount: '1' }],
  });
  expect([...(result.get('Ben')?.pictureIds ?? [])].sort()).toEqual(['a', 'b']);
  expect(result.get('Ben')?.beforePictureIds).toEqual(['a']);
  // nothing of Ada's is gone
  expect(result.get('Ada')).toEqual({ ...ada.content, mergedInto: 'Ben' });
  const after = Snapshot.of([...result].map(([id, content]) => ({ ...service(id), content })));
  expect(
    RecordIndex.of(after)
      .on('servicesOfJob', JOB)
      .map(({ id }) => id),
  ).toEqual(['Ben']);
});

test('where one alone said something, it stands as it was said', () => {
  const [first] = merged(
    service('Ada', { note: 'hums' }),
    [service('Ada', { note: 'hums' }), service('Ben')],
    nameOf,
  );
  expect(first?.[1].note).toBe('hums');
  const [quiet] = merged(service('Ada'), [service('Ada'), service('Ben')], nameOf);
  expect(quiet?.[1].note).toBe('');
});
