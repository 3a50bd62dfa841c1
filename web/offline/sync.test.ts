import 'fake-indexeddb/auto';
import { v7 as uuid } from 'uuid';
import { beforeEach, describe, expect, test, vi } from 'vitest';
import type { Stored } from '../../contract/records.ts';
import { Snapshot } from '../../model/snapshot.ts';
import type { Problem, WorkResult, Write } from '../../contract/work.ts';
import { forgetOldAnswers, keepAnswer, keepFor, keptAnswer } from './answers.ts';
import { device, type Unit } from './device.ts';
import { overlay, withReadings } from './overlay.ts';
import type { NewUnit } from './outbox.ts';
import { Sync } from './sync.ts';
import { syncWord } from './words.ts';

const note = (text: string, accountId: string | null = null): NewUnit => ({
  ...{ accountId, who: 'Ida', why: '', said: text, pictures: [], madeAt: '2026-11-26T10:00:00Z' },
  writes: [{ op: 'create', kind: 'event', id: uuid(), revisionId: uuid(), content: { note: text } }],
});
const act = (): NewUnit => ({
  ...note('act'),
  writes: [
    {
      ...{ op: 'create', kind: 'round-action', id: uuid(), revisionId: uuid() },
      content: { device: '', sequence: 0, what: { do: 'begin' } },
    },
  ],
});
const problem = (status: number): { problem: Problem } => ({
  problem: { type: 'about:blank', title: 'No', status, detail: `refused with ${status}` },
});

/** A server that can be cut off, and that refuses what it is told to. */
class Far {
  took: string[] = [];
  away = false;
  refuses = new Map<string, number>();
  mine: string | null = null;
  private last = Promise.resolve();
  /** What waits, or was refused. */
  left = (): readonly Unit[] => this.sync.get().units.filter((unit) => !unit.taken);
  sync = this.window();
  /** Another window of the same device, or the same one after a restart. */
  window(): Sync {
    return new Sync({
      send: (unit) => this.answer(unit),
      mine: () => this.mine,
      onTaken: () => undefined,
      alone: (run) => (this.last = this.last.then(run)),
      tellOthers: () => undefined,
      now: () => performance.now(),
    });
  }
  /** What an answer waits for. */
  slow: Promise<void> = Promise.resolve();
  private async answer(unit: Unit): Promise<WorkResult> {
    await this.slow;
    const status = this.away ? 0 : this.refuses.get(unit.said);
    if (status !== undefined) throw Object.assign(new Error('no'), problem(status));
    this.took.push(unit.said);
    return { results: [] };
  }
}

let far: Far;
beforeEach(async () => {
  const db = await device();
  await Promise.all([db.clear('units'), db.clear('numbers'), db.clear('answers')]);
  far = new Far();
});

describe('the queue on the device', () => {
  test('where the windows of a device cannot take turns, it is tried again later and not at once without end', async () => {
    let tries = 0;
    const alone = (run: () => Promise<void>): Promise<void> =>
      // one that never gave up would hang this test
      ++tries > 20 ? run() : Promise.reject(new Error('no turns here'));
    const window = new Sync({
      ...{ mine: () => null, onTaken: () => undefined, alone, tellOthers: () => undefined, now: () => 0 },
      send: () => Promise.resolve({ results: [] }),
    });
    expect(await window.submit(note('one'))).toBe('kept');
    expect(tries).toBe(1);
    expect(window.get().heldUp?.detail).toContain('no turns here');
  });
  test('without an answer everything waits; then it goes in the order it was written, once', async () => {
    far.away = true;
    for (const text of ['one', 'two', 'three']) await far.sync.keep(note(text));
    await far.sync.run();
    expect(far.took).toEqual([]);
    expect(far.sync.get().units).toHaveLength(3);
    expect(far.sync.get().heldUp?.status).toBe(0);
    far.away = false;
    await far.sync.run();
    await far.sync.run();
    expect(far.took).toEqual(['one', 'two', 'three']);
    expect(far.left()).toEqual([]);
    expect(far.sync.get()).toMatchObject({ heldUp: null, sending: false });
  });
  test('a killed browser loses nothing: another window finds it and sends it', async () => {
    far.away = true;
    await far.sync.keep(note('before the battery died'));
    const reborn = far.window();
    far.away = false;
    await reborn.run();
    expect(far.took).toEqual(['before the battery died']);
  });
  test('what is refused is set aside by name, the rest go on; it can be tried again or dropped', async () => {
    far.refuses.set('two', 422).set('four', 409);
    for (const text of ['one', 'two', 'three', 'four', 'five']) await far.sync.keep(note(text));
    await far.sync.run();
    expect(far.took).toEqual(['one', 'three', 'five']);
    const aside = far.left();
    expect(aside.map((unit) => [unit.said, unit.refused?.detail])).toEqual([
      ['two', 'refused with 422'],
      ['four', 'refused with 409'],
    ]);
    far.refuses.clear();
    await far.sync.settle(aside[0]?.n ?? 0, 'again');
    await far.sync.run();
    await far.sync.settle(aside[1]?.n ?? 0, 'drop');
    expect(far.took).toEqual(['one', 'three', 'five', 'two']);
    expect(far.left()).toEqual([]);
  });
  test('a form hears what the server said, or that it is kept', async () => {
    far.refuses.set('bad', 422);
    await expect(far.sync.submit(note('bad'))).rejects.toMatchObject({ problem: { status: 422 } });
    // the form has what was typed: the device keeps no second copy
    expect(far.sync.get().units).toEqual([]);
    await expect(far.sync.submit(note('good'))).resolves.toEqual({ results: [] });
    far.away = true;
    await expect(far.sync.submit(note('in the cellar'))).resolves.toBe('kept');
    expect(far.left().map((unit) => unit.said)).toEqual(['in the cellar']);
  });
  test('a form hears it too when another window of the device had its turn and sent what it kept', async () => {
    far.refuses.set('bad', 409);
    let goOn: () => void = () => undefined;
    far.slow = new Promise((resolve) => (goOn = resolve));
    // the first window sends, and is asked to go round once more: it finds what the second one kept meanwhile
    await far.sync.keep(note('of the first window'));
    const second = far.window();
    const heard = [second.submit(note('bad')), second.submit(note('good'))];
    void Promise.allSettled(heard);
    await vi.waitFor(() => expect(second.get().units).toHaveLength(2));
    void far.sync.run();
    goOn();
    await expect(heard[0]).rejects.toMatchObject({ problem: { status: 409 } });
    await expect(heard[1]).resolves.toEqual({ results: [] });
    expect(far.took).toEqual(['of the first window', 'good']);
    await vi.waitFor(async () => {
      await far.sync.reload();
      expect(far.left()).toEqual([]);
    });
  });
  test('a busy server holds all up and keeps the order; a sign-out too', async () => {
    for (const status of [503, 507, 429, 401]) {
      far.refuses.set('first', status);
      await far.sync.keep(note('first'));
      await far.sync.keep(note('second'));
      await far.sync.run();
      expect(far.took).toEqual([]);
      expect(far.sync.get().heldUp?.status).toBe(status);
      far.refuses.clear();
      await far.sync.run();
      expect(far.took).toEqual(['first', 'second']);
      far.took = [];
    }
  });
  test('work waits for its own person; what nobody signed goes with anybody', async () => {
    far.mine = 'ida';
    await far.sync.keep(note('ole’s', 'ole'));
    await far.sync.keep(note('ida’s', 'ida'));
    await far.sync.keep(note('nobody’s'));
    await far.sync.run();
    expect(far.took).toEqual(['ida’s', 'nobody’s']);
    far.mine = 'ole';
    await far.sync.run();
    expect(far.took.at(-1)).toBe('ole’s');
  });
  test('actions of a round are numbered on the device, without a gap, over restarts', async () => {
    far.away = true;
    await far.sync.keep(act());
    await far.sync.keep(note('between'));
    await far.window().keep(act());
    await far.sync.reload();
    const contents = far.sync
      .get()
      .units.flatMap((unit) => unit.writes)
      .filter((write) => write.kind === 'round-action')
      .map((write) => (write as { content: { device: string; sequence: number } }).content);
    expect(contents.map((one) => one.sequence)).toEqual([1, 2]);
    expect(contents[0]?.device).toBe(contents[1]?.device);
    expect(contents[0]?.device).toMatch(/^[0-9a-f-]{36}$/);
  });
  test('what was sent stays on the device until it is among the records kept there, over restarts too', async () => {
    const before = performance.now();
    await far.sync.submit(note('sent'));
    expect(far.sync.get().units).toMatchObject([{ said: 'sent', taken: true }]);
    await far.sync.seen(before - 1);
    expect(far.sync.get().units).toHaveLength(1);
    // killed before the records were fetched again: it is still there, and not sent twice
    const reborn = far.window();
    await reborn.run();
    expect(reborn.get().units).toMatchObject([{ said: 'sent', taken: true }]);
    expect(far.took).toEqual(['sent']);
    await reborn.seen(performance.now() + 1);
    expect(reborn.get().units).toEqual([]);
  });
  test('it tries again by itself, ever less often, until there is an answer', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    try {
      far.away = true;
      await far.sync.keep(note('late'));
      await far.sync.run();
      await vi.waitFor(() => expect(far.sync.get().heldUp).not.toBeNull());
      far.away = false;
      await vi.advanceTimersByTimeAsync(10_000);
    } finally {
      vi.useRealTimers();
    }
    await vi.waitFor(() => expect(far.took).toEqual(['late']));
  });
});

describe('records as they stand on the device', () => {
  const stored = {
    ...{ kind: 'event', id: uuid(), version: 2, deleted: false },
    content: { note: 'there' },
  } as unknown as Parameters<Snapshot['apply']>[0];
  const base = Snapshot.of([stored]);
  const write = (some: object): { writes: Write[] } => ({
    writes: [{ kind: 'event', revisionId: uuid(), id: stored.id, ...some } as Write],
  });
  const noteOf = (snapshot: Snapshot, id = stored.id) =>
    (snapshot.get('event', id) as unknown as { content: { note: string }; version: number } | undefined) ??
    null;

  test('new, changed twice, deleted', () => {
    const id = uuid();
    expect(noteOf(overlay(base, [write({ op: 'create', id, content: { note: 'new' } })]), id)).toMatchObject({
      content: { note: 'new' },
      version: 1,
    });
    const twice = [
      write({ op: 'revise', baseVersion: 2, content: { note: 'once' } }),
      write({ op: 'revise', baseVersion: 3, content: { note: 'twice' } }),
    ];
    expect(noteOf(overlay(base, twice))).toMatchObject({ content: { note: 'twice' }, version: 4 });
    expect(noteOf(overlay(base, [write({ op: 'delete', baseVersion: 2 })]))).toBeNull();
    expect(overlay(base, [])).toBe(base);
  });
  test('what the server has in the meantime stands', () => {
    expect(
      noteOf(overlay(base, [write({ op: 'create', content: { note: 'sent long ago' } })])),
    ).toMatchObject({ content: { note: 'there' } });
    const older = write({ op: 'revise', baseVersion: 1, content: { note: 'from an old page' } });
    expect(noteOf(overlay(base, [older]))).toMatchObject({ content: { note: 'there' }, version: 2 });
  });
});

describe('readings on this device', () => {
  const readingOf = (id: string, channelId: string, value: number): Stored<'reading'> => ({
    ...{ kind: 'reading', id, version: 1, deleted: false },
    content: { channelId, value } as Stored<'reading'>['content'],
  });
  const valuesWith = (write: (id: string) => Write): number[] => {
    const there = [readingOf(uuid(), 'ours', 5), readingOf(uuid(), 'ours', 6)];
    const units = [{ writes: [write(there[0]?.id ?? '')] }];
    return withReadings(there, units, (id) => id === 'ours').map(({ content }) => content.value);
  };
  const one = { kind: 'reading', revisionId: uuid() } as const;
  const content = (channelId: string) => ({ channelId, value: 7 });
  test('a new one is among those of its water, not of another', () => {
    expect(valuesWith(() => ({ ...one, op: 'create', id: uuid(), content: content('ours') }))).toEqual([
      5, 6, 7,
    ]);
    expect(valuesWith(() => ({ ...one, op: 'create', id: uuid(), content: content('theirs') }))).toEqual([
      5, 6,
    ]);
  });
  test('a corrected one shows what it was corrected to, a deleted one is gone', () => {
    const revised = valuesWith((id) => ({
      ...one,
      op: 'revise',
      id,
      baseVersion: 1,
      content: content('ours'),
    }));
    expect(revised).toEqual([7, 6]);
    expect(valuesWith((id) => ({ ...one, op: 'delete', id, baseVersion: 1 }))).toEqual([6]);
    // what the server has in the meantime stands
    const late = valuesWith((id) => ({ ...one, op: 'revise', id, baseVersion: 0, content: content('ours') }));
    expect(late).toEqual([5, 6]);
  });
});

describe('answers kept for a time without network', () => {
  test('are one person’s; another holder finds none', async () => {
    await keepFor('ida');
    await keepAnswer('/snapshot', [1], 1);
    await keepFor('ida');
    expect((await keptAnswer('/snapshot'))?.body).toEqual([1]);
    await keepFor('ole');
    expect(await keptAnswer('/snapshot')).toBeUndefined();
  });
  test('of two answers the one that was asked for later stays', async () => {
    await keepAnswer('/plan', 'newer', 20);
    await keepAnswer('/plan', 'older, and late', 10);
    expect((await keptAnswer('/plan'))?.body).toBe('newer');
    // kept by a version whose plans were of another shape
    await (await device()).put('answers', { path: '/plan', body: 'old', keptAt: 30, shape: 1 });
    expect(await keptAnswer('/plan')).toBeUndefined();
  });
  test('what nobody has asked for in a long time goes', async () => {
    await keepAnswer('/water?system=1', {}, 1);
    await forgetOldAnswers(Date.now() + 40 * 86_400_000);
    expect(await keptAnswer('/water?system=1')).toBeDefined();
    await forgetOldAnswers(Date.now() + 46 * 86_400_000);
    expect(await keptAnswer('/water?system=1')).toBeUndefined();
  });
});

describe('the state of sending in words', () => {
  const calm = {
    units: [],
    sending: false,
    heldUp: null,
    keeps: true,
    away: false,
    answeredAt: '14:05',
    mine: null,
  };
  const unit = (some: Partial<Unit> = {}): Unit => ({
    ...{ ...note('x'), n: 1, refused: null, taken: false },
    ...some,
  });
  test.each([
    [calm, 'all saved'],
    [{ ...calm, away: true }, 'No answer since 14:05; shown as it was then'],
    [{ ...calm, away: true, units: [unit(), unit()] }, 'No answer since 14:05; 2 things kept on this device'],
    [{ ...calm, units: [unit()], sending: true }, 'sending one thing…'],
    [{ ...calm, units: [unit({ taken: true })] }, 'all saved'],
    [{ ...calm, units: [unit({ refused: problem(422).problem })] }, 'One thing refused: look'],
    [{ ...calm, units: [unit({ accountId: 'ole' })] }, 'one thing of another person kept here'],
    [{ ...calm, units: [unit()], heldUp: problem(401).problem }, 'Sign in: one thing to send'],
    [{ ...calm, units: [unit()], heldUp: problem(503).problem }, 'one thing kept; tried again soon'],
    [{ ...calm, keeps: false }, 'This browser keeps nothing without network'],
  ])('%#', (told, said) => expect(syncWord(told).said).toBe(said));
});
