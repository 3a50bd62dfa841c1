import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { ChangeLog } from './changeLog.ts';

describe('what changed lately', () => {
  test('whoever knows a state is told what changed since, in its order; whoever knows the last, nothing', () => {
    const log = new ChangeLog<string>();
    const begun = log.cursor;
    log.add(['a', 'b']);
    const then = log.cursor;
    log.add(['c']);
    expect([log.since(begun), log.since(then), log.since(log.cursor)]).toEqual([['a', 'b', 'c'], ['c'], []]);
  });
  test('a state of another process, of before all was read anew, of the future or of nobody is not known', () => {
    const log = new ChangeLog<string>();
    log.add(['a']);
    const { cursor } = log;
    const [epoch] = cursor.split('.');
    for (const odd of [
      new ChangeLog().cursor,
      `${epoch}.99`,
      `${epoch}.-1`,
      `${epoch}.x`,
      epoch ?? '',
      '',
      'toString',
    ])
      expect([odd, log.since(odd)]).toEqual([odd, null]);
    log.startAnew();
    expect(log.since(cursor)).toBeNull();
    expect(log.since(log.cursor)).toEqual([]);
  });
  test('of a long absence nothing is told: it begins anew', () => {
    const log = new ChangeLog<number>();
    const { cursor } = log;
    for (let i = 0; i < 21; i++) log.add(Array.from({ length: 1000 }, (_, k) => 1000 * i + k));
    expect(log.since(cursor)).toBeNull();
    const near = log.cursor;
    log.add([-1]);
    expect(log.since(near)).toEqual([-1]);
  });
  test('any sequence, known at any state: what is told is what came after it', () =>
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.nat(9), { maxLength: 4 }), { maxLength: 20 }),
        fc.nat(20),
        (all, at) => {
          const log = new ChangeLog<number>();
          const cursors = [log.cursor];
          for (const some of all) {
            log.add(some);
            cursors.push(log.cursor);
          }
          const from = at % cursors.length;
          expect(log.since(cursors[from] ?? '')).toEqual(all.slice(from).flat());
        },
      ),
    ));
});
