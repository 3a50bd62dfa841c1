import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { v7 as uuid } from 'uuid';
import { buildRound } from '../usecases/round/build.ts';
import { RecordIndex } from '../model/facts/recordIndex.ts';
import { evidenceOf } from '../model/water/testedWater.ts';
import { foldRound, notRunning, unproved } from '../model/round/fold.ts';
import { offOfRounds } from '../usecases/round/offList.ts';
import type { RoundWhat } from '../contract/round/schemas.ts';
import type { RecordContent, Stored } from '../contract/records.ts';
import type { Write } from '../contract/work.ts';
import { Store } from './store.ts';
import { create, NOW, oneSock, openTestStore, work, type TestStore } from './testing/fixtures.ts';

let test_: TestStore;
const { ids, writes } = oneSock();
const pump = { unit: uuid(), job: uuid() };
const round = uuid();
let sequence = 0;

const action = (what: RoundWhat, id: string = uuid(), device = 'phone', since = NOW - 3_600_000): Write =>
  create(
    'round-action',
    {
      ...{ roundId: round, version: 1, device, sequence: ++sequence, whoId: null, what },
      at: new Date(since + sequence * 1000).toISOString(),
    },
    id,
  );
const send = (...all: Write[]) => test_.store.apply(work(...all));
const state = async () => {
  const snapshot = await test_.store.snapshot();
  const content = snapshot.content('round', round) as RecordContent<'round'>;
  return foldRound(content, snapshot.all('round-action'));
};
const steps = async () => (await test_.store.snapshot()).content('round', round)?.steps ?? [];
/** Switches off what the round's pump job switches off. @returns the action's id */
async function switchOff(): Promise<string> {
  const shut = (await steps()).find((step) => step.phase === 'shut');
  if (!shut?.off) throw new Error('the round switches nothing off');
  const id = uuid();
  await send(
    action({ do: 'switched-off', stepId: shut.id, off: shut.off, systemIds: [...shut.systemIds] }, id),
  );
  return id;
}

beforeEach(async () => {
  test_ = await openTestStore();
  sequence = 0;
  await send(
    ...writes,
    create(
      'component',
      {
        ...{
          siteId: ids.site,
          systemIds: [ids.system],
          parentId: null,
          stationId: null,
          kindId: 'return-pump',
        },
        ...{
          name: 'Return pump',
          status: 'running',
          statusSince: null,
          statusReason: '',
          dutyHoursPerDay: 24,
        },
        facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
      },
      pump.unit,
    ),
    create(
      'job',
      {
        ...{
          componentId: pump.unit,
          systemId: null,
          vesselId: null,
          kindId: 'return-pump',
          jobId: 'strip-soak',
        },
        ...{ overrides: {}, own: null },
      },
      pump.job,
    ),
  );
  const snapshot = await test_.store.snapshot();
  const jobIds = [pump.job, ids.job];
  const steps = buildRound(evidenceOf(snapshot), jobIds);
  const content = { siteId: ids.site, day: '2026-11-25', personId: null, jobIds, steps };
  await send(create('round', content as RecordContent<'round'>, round));
});
afterEach(() => test_.close());

describe('what a round switches off', () => {
  test('stays on the list until its own proof; then the round closes', async () => {
    const off = await switchOff();
    expect(unproved(await state()).map((one) => one.what)).toEqual(['Return pump']);
    await expect(send(action({ do: 'closed' }))).rejects.toThrow(
      'Return pump has not been seen running: prove it, or say why it stays off.',
    );
    await send(action({ do: 'proved', offActionId: off, how: 'seen', saw: 'flow at the outlet' }));
    await send(action({ do: 'closed' }));
    expect(await state()).toMatchObject({ closed: true });
    expect(notRunning(await state())).toEqual([]);
  });
  test('left off for a reason the round closes, and it stays on the list of the place', async () => {
    const off = await switchOff();
    await send(
      action({ do: 'left-off', offActionId: off, reason: 'the seal is ordered' }),
      action({ do: 'closed' }),
    );
    const snapshot = await test_.store.snapshot();
    expect(offOfRounds(snapshot, RecordIndex.of(snapshot))).toMatchObject([
      { what: 'Return pump', state: 'left-off', said: 'the seal is ordered', siteId: ids.site },
    ]);
    // proved later, after the end: off the list
    await send(action({ do: 'proved', offActionId: off, how: 'reading', saw: 'flow 2,400 L/h' }));
    const after = await test_.store.snapshot();
    expect(offOfRounds(after, RecordIndex.of(after))).toEqual([]);
  });

  // ways round the guard that somebody could think of; none gets through
  const ways: Record<string, (off: string) => Promise<unknown>> = {
    'closing over it': () => send(action({ do: 'closed' })),
    'deleting the action that switched it off': (off) =>
      send({ op: 'delete', kind: 'round-action', id: off, revisionId: uuid(), baseVersion: 1 }),
    'changing that action into another': async (off) => {
      const known = (await test_.store.get('round-action', off)) as Stored<'round-action'>;
      const content = { ...known.content, what: { do: 'begin' } };
      return send({
        op: 'revise',
        kind: 'round-action',
        id: off,
        revisionId: uuid(),
        baseVersion: 1,
        content,
      });
    },
    'writing another action under its id': (off) => send(action({ do: 'begin' }, off)),
    'deleting the round': () =>
      send({ op: 'delete', kind: 'round', id: round, revisionId: uuid(), baseVersion: 1 }),
    'a proof of something else': () =>
      send(action({ do: 'proved', offActionId: uuid(), how: 'seen', saw: 'flow' })),
    'a proof of an action that switched nothing off': async () => {
      const begin = uuid();
      await send(action({ do: 'begin' }, begin));
      return send(action({ do: 'proved', offActionId: begin, how: 'seen', saw: 'flow' }));
    },
    'a proof that says nothing': (off) =>
      send(action({ do: 'proved', offActionId: off, how: 'seen', saw: '  ' })),
    'a reason that says nothing': (off) => send(action({ do: 'left-off', offActionId: off, reason: ' ' })),
    'a proof and the end in one go, of two things off': async (off) => {
      await switchOff();
      return send(
        action({ do: 'proved', offActionId: off, how: 'seen', saw: 'flow' }),
        action({ do: 'closed' }),
      );
    },
  };
  test.each(Object.entries(ways))('%s: refused', async (_way, attempt) => {
    const off = await switchOff();
    await expect(attempt(off)).rejects.toThrow();
    expect(unproved(await state()).some((one) => one.actionId === off)).toBe(true);
  });
  const quiet: Record<string, () => Promise<unknown>> = {
    'building the round anew without the step': async () => {
      const content = (await test_.store.snapshot()).content('round', round);
      const left = { ...content, steps: (content?.steps ?? []).filter((step) => step.phase === 'look') };
      return send({
        op: 'revise',
        kind: 'round',
        id: round,
        revisionId: uuid(),
        baseVersion: 1,
        content: left,
      });
    },
    'skipping the steps that bring it back': async () => {
      const back = (await steps()).filter((step) => step.phase === 'restart' || step.phase === 'prove');
      return send(...back.map((step) => action({ do: 'skipped', stepId: step.id, reason: 'no time' })));
    },
    'ticking the steps that bring it back': async () => {
      const back = (await steps()).filter((step) => step.phase === 'restart' || step.phase === 'prove');
      const done = { do: 'done', found: null, minutes: null, note: '' } as const;
      return send(...back.map((step) => action({ ...done, stepId: step.id })));
    },
    'abandoning the round': () => send(action({ do: 'abandoned', reason: 'called away' })),
    'pausing it and handing it over': () => send(action({ do: 'paused' }), action({ do: 'taken-over' })),
    'switching it off a second time and proving only that': async () => {
      const second = await switchOff();
      return send(action({ do: 'proved', offActionId: second, how: 'seen', saw: 'flow' }));
    },
  };
  test.each(Object.entries(quiet))('%s: taken, and it stays on the list', async (_way, attempt) => {
    const off = await switchOff();
    await attempt();
    const snapshot = await test_.store.snapshot();
    expect(offOfRounds(snapshot, RecordIndex.of(snapshot)).map((one) => one.actionId)).toContain(off);
  });
});

describe('two people on one round', () => {
  test('done beats skipped whatever the order; two grades are a conflict that shows both', async () => {
    const [, step] = (await steps()).filter((one) => one.jobId === ids.job);
    const stepId = step?.id ?? (await steps())[0]?.id ?? '';
    const done = { do: 'done', stepId, minutes: null, note: '' } as const;
    await send(action({ do: 'skipped', stepId, reason: 'no time' }, uuid(), 'tablet'));
    await send(action({ ...done, found: 'right' }, uuid(), 'phone'));
    await send(action({ do: 'skipped', stepId, reason: 'no time' }, uuid(), 'tablet'));
    expect((await state()).steps.get(stepId)).toMatchObject({ state: 'done', found: 'right', conflict: [] });
    await send(action({ ...done, found: 'overdue' }, uuid(), 'tablet'));
    expect((await state()).steps.get(stepId)).toMatchObject({ found: null, conflict: ['right', 'overdue'] });
  });
  test('a step done by two is known with both services until one is chosen; a double tap is one', async () => {
    const stepId = (await steps()).find((step) => step.id.endsWith(' do'))?.id ?? '';
    const done = (found: 'light' | 'overdue', serviceId: string, device: string): Write =>
      action({ do: 'done', stepId, found, minutes: null, note: '', serviceId }, uuid(), device);
    const [one, two] = [uuid(), uuid()];
    await send(done('light', one, 'phone'), done('light', one, 'phone'));
    expect((await state()).services.get(stepId)).toEqual([one]);
    await send(done('overdue', two, 'tablet'));
    expect((await state()).services.get(stepId)).toEqual([one, two]);
    expect((await state()).steps.get(stepId)?.conflict).toEqual(['light', 'overdue']);
    await send(action({ do: 'settled', stepId, found: 'overdue' }));
    expect((await state()).steps.get(stepId)).toMatchObject({
      state: 'done',
      found: 'overdue',
      conflict: [],
    });
  });
  test('what was heeded is asked once for each job; another amount of water is known by its system', async () => {
    const shut = (await steps()).find((step) => step.phase === 'shut');
    if (!shut?.off) throw new Error('the round switches nothing off');
    await send(
      action({
        ...{ do: 'switched-off', stepId: shut.id, off: shut.off, systemIds: [...shut.systemIds] },
        heeded: ['unplug'],
      }),
      action({ do: 'litres', systemId: ids.system, litres: 80, reason: 'Nitrate 38 mg/L' }),
    );
    const now = await state();
    expect([...now.heeded]).toEqual(shut.forJobs.map((jobId) => `${jobId} unplug`));
    expect(now.litres.get(ids.system)).toEqual({ litres: 80, reason: 'Nitrate 38 mg/L' });
  });
  test('a fitting that stays in is on the list with its person and hour, until it is taken out', async () => {
    const shut = (await steps()).find((step) => step.phase === 'shut');
    if (!shut?.off) throw new Error('the round switches nothing off');
    const fitted = uuid();
    await send(
      action(
        {
          ...{ do: 'switched-off', stepId: shut.id, systemIds: [...shut.systemIds] },
          off: { ...shut.off, what: 'Cleaning sock', on: true },
        },
        fitted,
      ),
    );
    await expect(send(action({ do: 'closed' }))).rejects.toThrow('Cleaning sock has not been seen running');
    const until = '2026-11-25T18:00:00.000Z';
    await send(
      action({ do: 'left-off', offActionId: fitted, reason: 'still cloudy', whoId: null, until }),
      action({ do: 'closed' }),
    );
    expect(notRunning(await state())).toMatchObject([{ what: 'Cleaning sock', on: true, until }]);
    await send(action({ do: 'proved', offActionId: fitted, how: 'seen', saw: 'it is out' }));
    expect(notRunning(await state())).toEqual([]);
  });
  test('the state is the same in whatever order the actions arrive', async () => {
    const off = await switchOff();
    await send(
      action({ do: 'begin' }),
      action({ do: 'proved', offActionId: off, how: 'seen', saw: 'flow' }, uuid(), 'tablet'),
      action({ do: 'left-off', offActionId: off, reason: 'seal' }, uuid(), 'phone'),
    );
    await switchOff();
    const stepId = (await steps()).find((step) => step.id.endsWith(' do'))?.id ?? '';
    await send(
      action(
        { do: 'done', stepId, found: 'light', minutes: null, note: '', serviceId: uuid() },
        uuid(),
        'tablet',
      ),
      action({ do: 'done', stepId, found: 'right', minutes: null, note: '', serviceId: uuid() }),
      action({ do: 'litres', systemId: ids.system, litres: 40, reason: 'nitrate' }),
    );
    const snapshot = await test_.store.snapshot();
    const content = snapshot.content('round', round) as RecordContent<'round'>;
    const actions = snapshot.all('round-action');
    const whole = foldRound(content, actions);
    const byAction = (off: typeof whole.off) => [...off].sort((a, b) => a.actionId.localeCompare(b.actionId));
    const servicesOf = ({ services }: typeof whole) =>
      [...services].map(([step, made]) => [step, [...made].sort()]);
    fc.assert(
      fc.property(fc.shuffledSubarray(actions, { minLength: actions.length }), (shuffled) => {
        const other = foldRound(content, shuffled);
        expect([...other.steps]).toEqual([...whole.steps]);
        expect(byAction(other.off)).toEqual(byAction(whole.off));
        expect(servicesOf(other)).toEqual(servicesOf(whole));
        expect([...other.litres]).toEqual([...whole.litres]);
      }),
    );
    expect(whole.off.map((one) => one.state)).toEqual(['proved', 'off']);
  });
  test('a device whose clock is hours behind decides nothing by it: the server’s order counts, also once read again', async () => {
    const behind = (what: RoundWhat): Write =>
      action(what, uuid(), 'a tablet three hours behind', NOW - 4 * 3_600_000);
    await send(action({ do: 'begin' }), action({ do: 'paused' }));
    await send(behind({ do: 'taken-over' }));
    expect(await state()).toMatchObject({ begun: true, paused: false });
    await send(action({ do: 'litres', systemId: ids.system, litres: 60, reason: 'nitrate' }));
    await send(behind({ do: 'litres', systemId: ids.system, litres: 40, reason: 'nitrate, read again' }));
    expect((await state()).litres.get(ids.system)?.litres).toBe(40);
    const again = new Store(test_.databases, () => NOW);
    const records = (await again.snapshot()).all('round-action');
    const content = (await again.snapshot()).content('round', round) as RecordContent<'round'>;
    const read = foldRound(content, records);
    expect(read).toMatchObject({ begun: true, paused: false });
    expect(read.litres.get(ids.system)?.litres).toBe(40);
  });
});
