import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { constraints, wanted } from './constraints.ts';
import { brokenBy, inOrder } from './order.ts';
import { stepsOf, type Visited } from './stepsOf.ts';
import type { OneOf } from './inTurn.ts';
import { standings, type RoundJob, type Standing, type Step } from './step.ts';
import { job, off, ordered, systems } from './testing/visit.ts';
import { timingOf } from './timing.ts';

const ids = (...jobs: RoundJob[]): string[] => ordered(...jobs).map((step) => step.id);
const change = job('change', {
  ...{ work: 'change water', minutes: 40 },
  shuts: [off('heater'), off('skimmer'), off('return-pump')],
});

describe('the order of a visit', () => {
  test('look, test, judge, check the water, clean while it moves, off, drain, refill, on, proof, wipe, record', () => {
    const phases = ordered(change, job('sock'), job('test', { work: 'test', tests: 'nitrate' })).map(
      (s) => s.phase,
    );
    expect([...new Set(phases)]).toEqual([
      ...[
        'look',
        'test',
        'judge',
        'prepare',
        'clean',
        'shut',
        'drain',
        'refill',
        'restart',
        'prove',
        'wipe',
        'record',
      ],
    ]);
  });
  test('on again in the reverse of off: flow before heat, the return before the skimmer', () => {
    const order = ids(change).filter((id) => / (shut|restart) /.test(id));
    expect(order).toEqual([
      ...['change shut 0', 'change shut 1', 'change shut 2'],
      ...['change restart 2', 'change restart 1', 'change restart 0'],
    ]);
  });
  test('what two jobs need off goes off once, before the first, and comes back once, after the last', () => {
    const one = job('one', { shuts: [off('return-pump')] });
    const two = job('two', { shuts: [off('return-pump')] });
    const order = ordered(one, two);
    const at = (id: string) => order.findIndex((step) => step.id === id);
    expect(order.filter((step) => step.phase === 'shut').map((step) => step.forJobs)).toEqual([
      ['one', 'two'],
    ]);
    expect(order.filter((step) => step.phase === 'prove')).toHaveLength(1);
    for (const id of ['one do', 'two do'])
      expect(at('one shut 0') < at(id) && at(id) < at('one restart 0')).toBe(true);
  });
  test('biological media are rinsed in what was drained, when the water is back and moves; a bath before its brush', () => {
    const bio = job('bio', { biological: true, shuts: [off('canister')] });
    const pump = job('pump', { wait: { what: 'soak', minutes: 30 }, shuts: [off('stream-pump')] });
    const order = ids(change, bio, pump);
    const at = (id: string) => order.indexOf(id);
    expect(at('change prove 2') < at('bio shut 0') && at('bio shut 0') < at('bio do')).toBe(true);
    const drain = ordered(change, bio).find((step) => step.id === 'change do');
    expect(drain?.title).toContain('keep a bucket of it to rinse in');
    expect(at('pump shut 0') < at('pump soak') && at('pump soak') < at('pump do')).toBe(true);
    expect(at('pump do') < at('pump restart 0') && at('pump restart 0') < at('pump prove 0')).toBe(true);
  });
  test('for 1,000 generated rounds it is a topological order of the constraints, nothing lost, nothing twice', () => {
    const kinds = ['return-pump', 'skimmer', 'heater', 'uv', 'dosing-head', 'k'];
    const works = [
      'clean',
      'replace',
      'change water',
      'inspect',
      'calibrate',
      'test',
      'refill',
      'wash',
    ] as const;
    const generated = fc.record({
      work: fc.constantFrom(...works),
      kindId: fc.constantFrom(...kinds),
      systemIds: fc.constantFrom(['a'], ['b'], ['a', 'b']),
      minutes: fc.integer({ min: 1, max: 90 }),
      wait: fc.option(fc.constant({ what: 'soak', minutes: 30 })),
      shuts: fc.array(
        fc.constantFrom(...kinds).map((kindId) => off(kindId)),
        { maxLength: 4 },
      ),
      biological: fc.boolean(),
      newCharge: fc.boolean(),
      inWater: fc.boolean(),
      temporary: fc.option(fc.constant({ clearMin: 240 })),
      unit: fc.integer({ min: 1, max: 4 }),
    });
    const waters = fc.tuple(fc.constantFrom(...standings), fc.constantFrom(...standings));
    fc.assert(
      fc.property(fc.array(generated, { minLength: 1, maxLength: 20 }), waters, (all, [a, b]) => {
        const jobs = all.map((some, i) =>
          job(`j${i}`, {
            ...some,
            tests: some.work === 'test' ? 'nitrate' : null,
            // a unit serves the same waters, whichever of its jobs is done
            // a job has its own unit off, a change of water several
            shuts: some.shuts.slice(0, some.work === 'change water' ? 4 : 1).map((one) => ({
              ...one,
              // several units of one kind do the same there
              componentId: `${one.kindId ?? ''} ${some.unit} of ${some.systemIds.join(' ')}`,
              oneOf: {
                set: `${one.kindId ?? ''} of ${some.systemIds.join(' ')}`,
                ...{ of: 4, share: one.kindId === 'return-pump' ? 0.25 : 1 },
              },
            })),
          }),
        );
        const steps = stepsOf(jobs, [
          { id: 'a', name: 'A', standing: a },
          { id: 'b', name: 'B', standing: b },
        ]);
        const order = inOrder(steps, ['a', 'b']);
        expect(order.map((step) => step.id).sort()).toEqual(steps.map((step) => step.id).sort());
        expect(new Set(order.map((step) => step.id)).size).toBe(order.length);
        expect(brokenBy(order)).toEqual([]);
        // everything that goes off comes on again and is proved, each once
        const offs = order.filter((step) => step.phase === 'shut').length;
        expect(order.filter((step) => step.phase === 'prove')).toHaveLength(offs);
        const fitted = order.filter((step) => step.phase === 'fit').length;
        expect(order.filter((step) => step.phase === 'remove')).toHaveLength(fitted);
      }),
      { numRuns: 1000 },
    );
  });
  test('while one of several pumps soaks, no change of water is opened: it would come on at a low level', () => {
    const oneOf: OneOf = { set: 'return pumps', of: 4, share: 0.25 };
    const pump = { ...off('pump 1', 'return-pump'), oneOf };
    const order = ids(
      job('soaked', { inWater: false, wait: { what: 'soak', minutes: 30 }, shuts: [pump] }),
      job('change', {
        ...{ work: 'change water', minutes: 55, inWater: false },
        shuts: [pump, off('doser', 'dosing-head')],
      }),
    );
    const at = (id: string) => order.indexOf(id);
    expect(at('soaked prove 0')).toBeGreaterThan(at('soaked do'));
    expect(at('change shut 0')).toBeGreaterThan(at('soaked prove 0'));
  });
  test('a person’s own order: what it breaks is named, and harm is told apart', () => {
    const order = ordered(change);
    const swapped = [
      ...order.filter((step) => step.phase !== 'prepare'),
      ...order.filter((step) => step.phase === 'prepare'),
    ];
    const broken = brokenBy(swapped).map(({ constraint }) => [constraint.id, constraint.harm]);
    expect(broken).toContainEqual(['make-up-before-drain', true]);
    expect(broken).toContainEqual(['record-last', false]);
  });
  test('a sock for the stirring-up goes in before anything is stirred and comes out last of all, hours later', () => {
    const sock = job('sock', { thing: 'Cleaning sock', minutes: 2, temporary: { clearMin: 240 } });
    const order = ordered(change, sock, job('siphon'));
    const at = (id: string) => order.findIndex((step) => step.id === id);
    expect(at('sock fit') < at('siphon do') && at('sock fit') < at('change do')).toBe(true);
    const last = Math.max(...order.map((step, i) => (step.phase === 'prove' ? i : -1)));
    expect(at('sock do')).toBeGreaterThan(last);
    expect(order[at('sock fit')]).toMatchObject({ phase: 'fit', waitMin: 240, off: { on: true } });
    // nobody stands by for four hours
    expect(timingOf(order).lengthMin).toBeLessThan(240);
  });
  test('clean water before suspect water, quarantine last, whatever the phases would have', () => {
    const waters: Visited[] = [
      { id: 'q', name: 'Quarantine', standing: 'quarantine' },
      { id: 's', name: 'Suspect', standing: 'suspect' },
      { id: 'c', name: 'Clean', standing: 'clean' },
    ];
    const jobs = waters.flatMap(({ id }) => [
      job(`${id} panes`, { systemIds: [id] }),
      job(`${id} change`, { ...{ work: 'change water', systemIds: [id] }, shuts: [] }),
    ]);
    const hands = inOrder(stepsOf(jobs, waters), ['c', 's', 'q'])
      .filter((step) => ['clean', 'drain', 'refill'].includes(step.phase))
      .map((step) => step.systemIds[0]);
    expect(hands).toEqual(['c', 'c', 'c', 's', 's', 's', 'q', 'q', 'q']);
  });
  test('each constraint is met by something: none is dead', () => {
    const jobs = [
      ...[change, job('test', { work: 'test', tests: 'nitrate' }), job('bio', { biological: true })],
      ...[job('head', { kindId: 'dosing-head' }), job('cal', { kindId: 'dosing-head', work: 'calibrate' })],
      job('pump', { wait: { what: 'soak', minutes: 30 }, baths: ['acid'] }),
      ...[job('drum', { kindId: 'mixing-drum' }), job('tools', { baths: ['bleach'] })],
      ...[job('over', { work: 'change over' }), job('duty', { shuts: [off('large-pump')] })],
    ];
    const sock = ordered(change).map((step) => ({ ...step, id: `sock ${step.id}` }));
    const fit = { ...(sock[0] as (typeof sock)[0]), id: 'fit', phase: 'fit' as const };
    const at = (id: string, standing: Standing) => ({ ...fit, id, phase: 'clean' as const, standing });
    const steps = [
      ...[...stepsOf(jobs, systems), fit, { ...fit, id: 'remove', phase: 'remove' as const }],
      ...[at('s', 'suspect'), at('q', 'quarantine')],
    ];
    const pairs = wanted(steps);
    const toldByOrder: string[] = ['checked-while-it-runs', 'in-turn'];
    const alive = constraints.filter(
      // told by the order alone, below
      // those told by the order alone have tests of their own
      (one) => toldByOrder.includes(one.id) || pairs.some((pair) => pair.constraint.id === one.id),
    );
    expect(alive.map((one) => one.id)).toEqual(constraints.map((one) => one.id));
  });
});

describe('gentle to what lives there', () => {
  const at = (order: readonly { id: string }[], id: string) => order.findIndex((step) => step.id === id);
  test('one isolation after the other: off, done, on, proved, then the next', () => {
    const order = ordered(
      job('left', { unitId: 'left', shuts: [{ ...off('stream-pump'), componentId: 'left' }] }),
      job('right', { unitId: 'right', shuts: [{ ...off('stream-pump'), componentId: 'right' }] }),
    ).map((step) => step.id);
    expect(order.filter((id) => /^(left|right) /.test(id))).toEqual([
      ...['left shut 0', 'left do', 'left restart 0', 'left prove 0'],
      ...['right shut 0', 'right do', 'right restart 0', 'right prove 0'],
    ]);
  });
  describe('several pumps that do the same', () => {
    const soaking = (id: string, oneOf: OneOf): RoundJob =>
      job(id, {
        unitId: id,
        ...{ minutes: 5, wait: { what: 'soak', minutes: 30 } },
        shuts: [{ ...off(id, 'stream-pump'), oneOf }],
      });
    const offAtOnce = (order: readonly Step[]): number => {
      let [now, most] = [0, 0];
      for (const { phase } of order) {
        now += phase === 'shut' ? 1 : phase === 'restart' ? -1 : 0;
        most = Math.max(most, now);
      }
      return most;
    };
    test.each([
      ['two: one runs while the other soaks', 2, 0.5, 1],
      ['three and nothing else that moves the water: one after the other', 3, 1 / 3, 1],
      ['three beside a return pump: two soak together', 3, 1 / 4, 2],
      ['six and two return pumps: four soak together', 6, 1 / 8, 4],
      ['four heaters: no matter of flow', 4, 1, 1],
    ])('%s', (_what, of, share, together) => {
      const pumps = Array.from({ length: of }, (_, i) => soaking(`p${i}`, { set: 'pumps', of, share }));
      const order = ordered(...pumps);
      expect(offAtOnce(order)).toBe(together);
      expect(brokenBy(order)).toEqual([]);
      // together the visit is shorter than one after the other
      const alone = timingOf(ordered(...pumps.slice(0, 1))).lengthMin;
      if (together > 1) expect(timingOf(order).lengthMin).toBeLessThan(of * alone * 0.7);
    });
    test('dragged together, what is too much is named', () => {
      const order = ordered(...['l', 'r'].map((id) => soaking(id, { set: 'pumps', of: 2, share: 0.25 })));
      const [back] = order.filter((step) => step.id === 'l restart 0');
      const dragged = [...order.filter((step) => step !== back), ...(back ? [back] : [])];
      expect(
        brokenBy(dragged).map(({ constraint, first, then }) => [constraint.id, first, then]),
      ).toContainEqual(['in-turn', 'l shut 0', 'r shut 0']);
    });
    test('for a change of water all may be off', () => {
      const oneOf = { set: 'pumps', of: 2, share: 0.5 };
      const order = ordered(
        job('change', {
          work: 'change water',
          shuts: ['l', 'r'].map((id) => ({ ...off(id, 'stream-pump'), oneOf })),
        }),
      );
      expect(brokenBy(order)).toEqual([]);
    });
  });
  test('while one soaks nothing else of its water is switched off, and panes are cleaned meanwhile', () => {
    const soaking = job('pump', { wait: { what: 'soak', minutes: 30 }, shuts: [off('return-pump')] });
    const order = ordered(
      soaking,
      job('skimmer', { shuts: [off('skimmer')] }),
      job('other', { systemIds: ['b'], shuts: [{ ...off('skimmer'), componentId: 'other' }] }),
    );
    expect(at(order, 'skimmer shut 0') > at(order, 'pump prove 0')).toBe(true);
    // another water may be worked on meanwhile
    expect(at(order, 'other do') < at(order, 'pump do')).toBe(true);
  });
  test('a skimmer stays off between its own job and the change; a pump comes on in between', () => {
    const own = (kindId: string) => job(kindId, { unitId: kindId, shuts: [off(kindId)] });
    const order = ordered(change, own('skimmer'), own('return-pump'));
    const offs = (kindId: string) =>
      order.filter((step) => step.phase === 'shut' && step.off?.componentId === kindId).length;
    expect([offs('skimmer'), offs('return-pump'), offs('heater')]).toEqual([1, 2, 1]);
    expect(at(order, 'return-pump prove 0') < at(order, 'change do')).toBe(true);
  });
  test('one water after the other: drained, refilled, running and proved before the next is drained', () => {
    const second = job('second', { ...{ work: 'change water', systemIds: ['b'] }, shuts: [] });
    const order = ordered(change, second);
    expect(at(order, 'change prove 0') < at(order, 'second do')).toBe(true);
  });
  test('the drum is cleaned after the change that needs its water; acid is put away before bleach comes out', () => {
    const order = ordered(
      job('tools', { baths: ['bleach'] }),
      job('drum', { kindId: 'mixing-drum', inWater: false }),
      change,
      job('pump', { wait: { what: 'soak', minutes: 30 }, baths: ['acid'], shuts: [off('reactor-pump')] }),
    );
    expect(at(order, 'change refill') < at(order, 'drum do')).toBe(true);
    expect(at(order, 'pump do') < at(order, 'tools do')).toBe(true);
    const swapped = [
      order.find((step) => step.id === 'tools do') ?? expect.fail('no tools'),
      ...order.filter((step) => step.id !== 'tools do'),
    ];
    expect(brokenBy(swapped).map(({ constraint }) => [constraint.id, constraint.harm])).toContainEqual([
      'acid-before-bleach',
      true,
    ]);
  });
  test('a person’s own order: a pump on while the level is down, a heater on without flow, a check of what is off', () => {
    const order = ordered(change, job('look', { work: 'inspect', unitId: 'heater', kindId: 'heater' }));
    const move = (id: string, behind: string) => {
      const rest = order.filter((step) => step.id !== id);
      const found = order.find((step) => step.id === id) ?? expect.fail(id);
      rest.splice(at(rest, behind) + 1, 0, found);
      return brokenBy(rest).map(({ constraint }) => constraint.id);
    };
    expect(brokenBy(order)).toEqual([]);
    expect(move('change restart 2', 'change do')).toContain('level-before-restart');
    expect(move('change restart 0', 'change refill')).toContain('flow-before-heat-and-lamp');
    expect(move('look do', 'change shut 0')).toContain('checked-while-it-runs');
  });
});

describe('timing', () => {
  test('a bath of 30 minutes is filled with other work: hands go on, only its own job waits', () => {
    const pump = job('pump', { minutes: 15, wait: { what: 'soak', minutes: 30 } });
    const alone = timingOf(ordered(pump));
    const filled = timingOf(ordered(pump, job('panes', { minutes: 25 })));
    // 25 minutes of panes fall into the bath: the visit is no longer by them than by what was left of it
    expect(filled.handsMin).toBe(alone.handsMin + 25);
    expect(filled.lengthMin).toBeLessThan(alone.lengthMin + 25);
    expect(filled.idleMin).toBeLessThan(alone.idleMin);
  });
  test('nothing begins before the one before it has let go of the hands', () => {
    const order = ordered(change, job('sock'));
    const { begins, lengthMin, handsMin } = timingOf(order);
    let last = 0;
    for (const step of order) {
      expect(begins.get(step.id)).toBeGreaterThanOrEqual(last);
      last = (begins.get(step.id) ?? 0) + step.handsMin;
    }
    expect(lengthMin).toBe(handsMin);
  });
  test('the critical path: a minute more on it is a minute more of visit, a minute more beside it is none', () => {
    const pump = job('pump', { minutes: 15, wait: { what: 'soak', minutes: 30 } });
    const order = ordered(pump, job('panes', { minutes: 10 }), change);
    const plain = timingOf(order);
    expect(plain.idleMin).toBeGreaterThan(0);
    expect(plain.path.size).toBeLessThan(order.length);
    const after = (id: string) =>
      timingOf(order.map((step) => (step.id === id ? { ...step, handsMin: step.handsMin + 1 } : step)));
    for (const { id } of order)
      expect({ id, longer: after(id).lengthMin - plain.lengthMin }).toEqual({
        id,
        longer: plain.path.has(id) ? 1 : 0,
      });
  });
});
