import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { constraints, wanted } from './constraints.ts';
import { brokenBy, inOrder } from './order.ts';
import { stepsOf, type Visited } from './stepsOf.ts';
import { standings, type Off, type RoundJob, type Standing } from './step.ts';
import { timingOf } from './timing.ts';

const off = (kindId: string): Off => ({ what: kindId, provedBy: 'seen', componentId: kindId, kindId });
const job = (jobId: string, some: Partial<RoundJob> = {}): RoundJob => ({
  ...{ jobId, systemIds: ['a'], componentId: null, unitId: null, kindId: 'k', work: 'clean', thing: jobId },
  ...{ action: 'clean', minutes: 10, wait: null, shuts: [], tests: null, biological: false },
  ...{ largeMechanical: false, newCharge: false, temporary: null, litres: null, inWater: true },
  cautions: [],
  ...some,
});
const systems: Visited[] = [
  { id: 'a', name: 'A', standing: 'clean' },
  { id: 'b', name: 'B', standing: 'clean' },
];
const ordered = (...jobs: RoundJob[]) => inOrder(stepsOf(jobs, systems), ['a', 'b']);
const ids = (...jobs: RoundJob[]): string[] => ordered(...jobs).map((step) => step.id);
const change = job('change', {
  ...{ work: 'change water', minutes: 40 },
  shuts: [off('heater'), off('skimmer'), off('return-pump')],
});

describe('the order of a visit', () => {
  test('look, test, judge, check the water, off, clean, drain, refill, on, proof, wipe, record', () => {
    const phases = ordered(change, job('sock'), job('test', { work: 'test', tests: 'nitrate' })).map(
      (s) => s.phase,
    );
    expect([...new Set(phases)]).toEqual([
      ...[
        'look',
        'test',
        'judge',
        'prepare',
        'shut',
        'clean',
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
  test('biological media after the drain and before the refill; a bath before its brush', () => {
    const bio = job('bio', { biological: true });
    const pump = job('pump', { wait: { what: 'soak', minutes: 30 }, shuts: [off('stream-pump')] });
    const order = ids(change, bio, pump);
    const at = (id: string) => order.indexOf(id);
    expect(at('change do') < at('bio do') && at('bio do') < at('change refill')).toBe(true);
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
      shuts: fc.array(fc.constantFrom(...kinds).map(off), { maxLength: 4 }),
      biological: fc.boolean(),
      newCharge: fc.boolean(),
      inWater: fc.boolean(),
      temporary: fc.option(fc.constant({ clearMin: 240 })),
    });
    const waters = fc.tuple(fc.constantFrom(...standings), fc.constantFrom(...standings));
    fc.assert(
      fc.property(fc.array(generated, { minLength: 1, maxLength: 20 }), waters, (all, [a, b]) => {
        const jobs = all.map((some, i) =>
          job(`j${i}`, { ...some, tests: some.work === 'test' ? 'nitrate' : null }),
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
      job('pump', { wait: { what: 'soak', minutes: 30 } }),
    ];
    const sock = ordered(change).map((step) => ({ ...step, id: `sock ${step.id}` }));
    const fit = { ...(sock[0] as (typeof sock)[0]), id: 'fit', phase: 'fit' as const };
    const at = (id: string, standing: Standing) => ({ ...fit, id, phase: 'clean' as const, standing });
    const steps = [
      ...[...stepsOf(jobs, systems), fit, { ...fit, id: 'remove', phase: 'remove' as const }],
      ...[at('s', 'suspect'), at('q', 'quarantine')],
    ];
    const pairs = wanted(steps);
    const alive = constraints.filter((one) => pairs.some((pair) => pair.constraint.id === one.id));
    expect(alive.map((one) => one.id)).toEqual(constraints.map((one) => one.id));
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
