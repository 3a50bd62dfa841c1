import { describe, expect, test } from 'vitest';
import { answers } from '../../contract/answers.ts';
import { matrix } from '../access/matrix.ts';
import { requireAnswered } from './answered.ts';

const place = {
  ...{ siteId: '01a231f8-19cc-72a8-949b-6ab0b53eef4b', name: 'Home', client: null, systems: 1, jobs: 4 },
  ...{ now: 1, comingUp: 0, dangers: 0, outOfBand: 0 },
};
const asked =
  (json: unknown, status = 200, path = '/places?x=1') =>
  () =>
    requireAnswered('GET', path, status, json);

describe('answers held against the contract', () => {
  test('what is as it says passes; a field more, less or of another kind does not', () => {
    expect(asked([place])).not.toThrow();
    expect(asked([{ ...place, secret: 'x' }])).toThrow(
      'GET /places?x=1 answered 200 beside its contract: 0.secret',
    );
    expect(asked([{ ...place, jobs: undefined }])).toThrow('0.jobs');
    expect(asked([{ ...place, jobs: -1 }])).toThrow('0.jobs');
  });
  test('a record carries the content of its kind', () => {
    const record = { kind: 'person', id: place.siteId, version: 1, deleted: false };
    const path = `/records/person/${place.siteId}`;
    expect(asked({ ...record, content: { name: 'Ida' } }, 200, path)).not.toThrow();
    expect(asked({ ...record, content: { title: 'Ida' } }, 200, path)).toThrow('not of its kind');
  });
  test('a refusal is a problem with words', () => {
    const problem = { type: 'about:blank', title: 'No', status: 404, detail: 'There is none.' };
    expect(asked(problem, 404, '/anything')).not.toThrow();
    expect(asked({ ...problem, stack: 'at line 1' }, 404, '/anything')).toThrow('stack');
    expect(asked({ ...problem, detail: '' }, 404, '/anything')).toThrow('detail');
  });
});

/** What these answer is a file or a stream. */
const notWords = new Set([
  ...[
    'GET /changes',
    'GET /pictures/:id',
    'GET /export',
    'GET /water/tests.csv',
    'GET /rounds/:id/report.pdf',
  ],
  ...['GET /rounds/:id/print.pdf', 'GET /routes/:id/print.pdf', 'GET /plan.ics', 'GET /feeds/:token'],
]);

test('every route says in the contract what it answers, and the contract names no other', () => {
  const said = Object.keys(answers);
  expect(
    Object.keys(matrix)
      .filter((route) => !notWords.has(route))
      .sort(),
  ).toEqual(said.sort());
});
