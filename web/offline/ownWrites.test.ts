import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { SETTING_ID } from '../../contract/kinds.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import { defaultSetting } from '../../model/settings.ts';
import type { WorkResult, Write } from '../../contract/work.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { carriedOver, OwnWrites } from './ownWrites.ts';

type Setting = RecordContent<'setting'>;
const setting = (version: number, content: Setting): Stored => ({
  ...{ kind: 'setting', id: SETTING_ID, version, deleted: false },
  content,
});
const revise = (baseVersion: number, content: Setting): Write => ({
  ...{ op: 'revise', kind: 'setting', id: SETTING_ID, revisionId: `from ${baseVersion}` },
  ...{ baseVersion, content },
});
const answer = (version: number): WorkResult => ({
  results: [{ kind: 'setting', id: SETTING_ID, revisionId: '', version, deleted: false }],
});
const first: Setting = { ...defaultSetting, backups: { everyDays: 1, keep: 14 } };
const weekly: Setting = { ...first, backups: { everyDays: 7, keep: 14 } };
const thirty: Setting = { ...first, backups: { everyDays: 1, keep: 30 } };

/** A window, and a server that answers when it is told to. */
function slow(stored: Stored[]) {
  let here = Snapshot.of(stored);
  const own = new OwnWrites(() => here);
  const sent: Write[] = [];
  const answers: { done: (result: WorkResult | 'kept') => void; refuse: (error: unknown) => void }[] = [];
  return {
    sent,
    write: (write: Write) =>
      own.write([write], ([one]) => {
        if (one) sent.push(one);
        return new Promise<WorkResult | 'kept'>((done, refuse) => answers.push({ done, refuse }));
      }),
    /** What was sent first and has no answer yet is taken: it stands. */
    takes: async (how?: 'kept') => {
      await settled();
      const write = sent[sent.length - answers.length];
      if (!write || write.op === 'delete' || write.op === 'restore') throw new Error('nothing was sent');
      const version = write.op === 'create' ? 1 : write.baseVersion + 1;
      here = Snapshot.of([setting(version, write.content as Setting)]);
      answers.shift()?.done(how ?? answer(version));
      await settled();
    },
    refuses: async () => {
      await settled();
      answers.shift()?.refuse(new Error('refused'));
      await settled();
    },
    somebodyElse: (content: Setting, version: number) => {
      here = Snapshot.of([setting(version, content)]);
    },
  };
}
const settled = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));

describe('what one person writes in one window, quicker than the server answers', () => {
  test('each goes on from the one before, and all stand', async () => {
    const { write, sent, takes } = slow([setting(8, first)]);
    void write(revise(8, weekly));
    void write(revise(8, thirty));
    void write(revise(8, { ...first, dateFormat: 'iso' }));
    await takes();
    await takes();
    await takes();
    expect(sent).toEqual([
      revise(8, weekly),
      { ...revise(8, thirty), baseVersion: 9, content: { ...first, backups: { everyDays: 7, keep: 30 } } },
      {
        ...revise(8, first),
        ...{ baseVersion: 10, content: { ...first, dateFormat: 'iso', backups: { everyDays: 7, keep: 30 } } },
      },
    ]);
  });
  test('kept on the device is as good as sent', async () => {
    const { write, sent, takes } = slow([setting(8, first)]);
    void write(revise(8, weekly));
    void write(revise(8, thirty));
    await takes('kept');
    expect(sent[1]).toMatchObject({ baseVersion: 9, content: { backups: { everyDays: 7, keep: 30 } } });
  });
  test('where the first is refused, the second goes as it was meant', async () => {
    const { write, sent, refuses } = slow([setting(8, first)]);
    const refused = expect(write(revise(8, weekly))).rejects.toThrow('refused');
    void write(revise(8, thirty));
    await refuses();
    await refused;
    expect(sent[1]).toEqual(revise(8, thirty));
  });
  test('somebody else’s change in between stays a conflict for them to see', async () => {
    const { write, sent, takes, somebodyElse } = slow([setting(8, first)]);
    void write(revise(8, weekly)).then(() => somebodyElse({ ...weekly, dateFormat: 'iso' }, 10));
    void write(revise(8, thirty));
    await takes();
    expect(sent[1]).toEqual(revise(8, thirty));
  });
  test('what was made a moment ago by itself is not made twice: the second changes it', async () => {
    const { write, sent, takes } = slow([]);
    const create = (content: Setting): Write => ({
      ...{ op: 'create', kind: 'setting', id: SETTING_ID, revisionId: 'made', content },
    });
    void write(create({ ...defaultSetting, backups: { everyDays: 7, keep: 14 } }));
    void write(create({ ...defaultSetting, dateFormat: 'iso' }));
    await takes();
    expect(sent[1]).toMatchObject({
      ...{ op: 'revise', baseVersion: 1, content: { dateFormat: 'iso', backups: { everyDays: 7 } } },
    });
  });
  test('what is in force without having been said counts as said: of two changes to it both stand', async () => {
    const { write, sent, takes } = slow([setting(8, defaultSetting)]);
    void write(revise(8, weekly));
    void write(revise(8, thirty));
    await takes();
    expect(sent[1]).toMatchObject({ baseVersion: 9, content: { backups: { everyDays: 7, keep: 30 } } });
  });
  test('deleted right after it was changed; once it has an answer nothing is waited for', async () => {
    const { write, sent, takes } = slow([setting(8, first)]);
    const remove = (baseVersion: number): Write => ({
      ...{ op: 'delete', kind: 'setting', id: SETTING_ID, revisionId: 'gone', baseVersion },
    });
    void write(revise(8, weekly));
    void write(remove(8));
    await takes();
    expect(sent[1]).toEqual(remove(9));
    const { write: later, sent: alone, takes: taken } = slow([setting(8, first)]);
    void later(revise(8, weekly));
    await taken();
    void later(revise(9, thirty));
    await settled();
    expect(alone[1]).toEqual(revise(9, thirty));
  });
});

describe('two texts from one', () => {
  const leaf = fc.oneof(fc.constant(null), fc.integer({ min: 0, max: 3 }), fc.constantFrom('a', 'b'));
  const { text } = fc.letrec<{ text: unknown }>((tie) => ({
    text: fc.oneof(
      { depthSize: 'small' },
      leaf,
      fc.array(leaf, { maxLength: 2 }),
      fc.dictionary(fc.constantFrom('p', 'q', 'r'), tie('text'), { maxKeys: 3, noNullPrototype: true }),
    ),
  }));
  test('one that changed nothing gives way; the same change twice is that change', () =>
    fc.assert(
      fc.property(text, text, (base, changed) => {
        expect(carriedOver(base, changed, base)).toEqual(changed);
        expect(carriedOver(base, base, changed)).toEqual(changed);
        expect(carriedOver(base, changed, changed)).toEqual(changed);
      }),
    ));
  test('what only one of them changed is as that one has it; what both did, as the later has it', () =>
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom('p', 'q'), leaf, { noNullPrototype: true }),
        fc.dictionary(fc.constantFrom('p', 'q'), leaf, { noNullPrototype: true }),
        fc.dictionary(fc.constantFrom('p', 'q'), leaf, { noNullPrototype: true }),
        (base, earlier, later) => {
          const made = carriedOver(base, earlier, later) as Record<string, unknown>;
          for (const key of ['p', 'q'])
            expect(made[key]).toEqual(later[key] === base[key] ? earlier[key] : later[key]);
        },
      ),
    ));
  test('a list is one thing: it is not mixed', () => {
    expect(carriedOver({ days: [1] }, { days: [1, 2] }, { days: [3] })).toEqual({ days: [3] });
  });
});
