import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { means, type Mean, type Plant } from './plant.ts';
import { isBreach, simulate } from './simulate.ts';
import type { RoundJob, Step } from './step.ts';
import { job, off, ordered, systems } from './testing/visit.ts';
import { timingOf } from './timing.ts';

const plant = (
  gives: Partial<Record<Mean, { componentIds: string[]; limitMin: number | null }>>,
  some: Partial<Plant> = {},
): Plant => ({
  systems: [{ systemId: 'a', name: 'A', gives: { flow: null, heat: null, air: null, ...gives } }],
  units: [],
  down: new Set(),
  ...some,
});

describe('a visit played through', () => {
  test('a pump of ten minutes: off a minute, ten of work, on a minute', () => {
    const order = ordered(job('pump', { shuts: [off('pump', 'return-pump')] }));
    const still = simulate(order, plant({ flow: { componentIds: ['pump'], limitMin: 10 } }));
    expect(still).toMatchObject([{ what: 'flow', fromMin: 3, minutes: 12, limitMin: 10 }]);
    expect(still.filter(isBreach)).toHaveLength(1);
  });
  test('a second pump keeps the water moving', () => {
    const order = ordered(job('pump', { shuts: [off('pump', 'return-pump')] }));
    expect(simulate(order, plant({ flow: { componentIds: ['pump', 'other'], limitMin: 10 } }))).toEqual([]);
    // unless that one is down already
    const down = plant(
      { flow: { componentIds: ['pump', 'other'], limitMin: 10 } },
      { down: new Set(['other']) },
    );
    expect(simulate(order, down)).toMatchObject([{ what: 'flow', minutes: 12 }]);
  });
  test('two pumps of one water in one visit: never both off', () => {
    const pumps = ['left', 'right'];
    const order = ordered(
      ...pumps.map((id) => job(id, { wait: { what: 'soak', minutes: 30 }, shuts: [off(id, 'stream-pump')] })),
    );
    expect(simulate(order, plant({ flow: { componentIds: pumps, limitMin: 5 } }))).toEqual([]);
  });
  test('wet media: a canister open for 33 minutes may stand for 60; what is thrown away needs no care', () => {
    const canister = (some: Partial<RoundJob>) =>
      ordered(job('pads', { unitId: 'can', minutes: 33, shuts: [off('can', 'canister')], ...some }));
    const units = [{ componentId: 'can', name: 'Canister', systemIds: ['a'], mediaStandMin: 60 }];
    expect(simulate(canister({}), plant({}, { units }))).toMatchObject([
      { what: 'media', minutes: 35, limitMin: 60 },
    ]);
    expect(simulate(canister({ work: 'replace' }), plant({}, { units }))).toEqual([]);
  });
  test('what a person leaves off stands to the end of the visit', () => {
    const order = ordered(job('pump', { shuts: [off('pump', 'return-pump')] })).filter(
      (step) => step.phase !== 'restart',
    );
    const [one] = simulate(order, plant({ flow: { componentIds: ['pump'], limitMin: null } }));
    expect((one?.fromMin ?? 0) + (one?.minutes ?? 0)).toBe(timingOf(order).lengthMin);
    expect(one && isBreach(one)).toBe(false);
  });
});

// a second player, that goes minute by minute and knows nothing of spans
function byMinutes(order: readonly Step[], { systems: waters, down }: Plant): string[] {
  const { begins, lengthMin } = timingOf(order);
  const isOff = (id: string, minute: number): boolean => {
    if (down.has(id)) return true;
    let now = false;
    for (const step of order) {
      if (step.off?.componentId !== id) continue;
      const begin = begins.get(step.id) ?? 0;
      if (step.phase === 'shut' && begin <= minute) now = true;
      if (step.phase === 'restart' && begin + step.handsMin <= minute) now = false;
    }
    return now;
  };
  const worst: string[] = [];
  for (const { systemId, gives } of waters)
    for (const what of means) {
      const given = gives[what];
      if (!given) continue;
      let run = 0;
      for (let minute = 0; minute <= lengthMin; minute++) {
        const stands =
          minute < lengthMin &&
          given.componentIds.every((id) => isOff(id, minute)) &&
          given.componentIds.some((id) => !down.has(id));
        if (stands) run++;
        else {
          if (run > (given.limitMin ?? Number.POSITIVE_INFINITY))
            worst.push(`${systemId} ${what} ${minute - run} ${run}`);
          run = 0;
        }
      }
    }
  return worst.sort();
}

test('2,000 generated plants and rounds, as built and as dragged: no breach that is not named', () => {
  const kinds = ['return-pump', 'stream-pump', 'canister', 'heater', 'chiller', 'skimmer', 'air-pump'];
  const unit = fc.record({
    kindId: fc.constantFrom(...kinds),
    systemIds: fc.constantFrom<string[]>(['a'], ['b'], ['a', 'b']),
    down: fc.boolean(),
    work: fc.constantFrom('clean' as const, 'inspect' as const, 'change over' as const),
    minutes: fc.integer({ min: 1, max: 60 }),
    soaks: fc.boolean(),
    done: fc.boolean(),
  });
  const made = fc.record({
    units: fc.array(unit, { minLength: 1, maxLength: 8 }),
    changes: fc.subarray<string>(['a', 'b']),
    limits: fc.record({
      flow: fc.integer({ min: 5, max: 90 }),
      heat: fc.integer({ min: 5, max: 240 }),
      air: fc.integer({ min: 5, max: 90 }),
    }),
    drag: fc.array(fc.tuple(fc.nat(60), fc.nat(60)), { maxLength: 6 }),
  });
  fc.assert(
    fc.property(made, ({ units, changes, limits, drag }) => {
      const named = units.map((one, i) => ({ ...one, id: `${one.kindId} ${i}` }));
      const jobs = named.flatMap(({ id, kindId, systemIds, work, minutes, soaks, done }) =>
        done
          ? [
              job(id, {
                ...{ unitId: id, kindId, systemIds, work, minutes },
                wait: soaks ? { what: 'soak', minutes: 30 } : null,
                shuts: [off(id, kindId)],
              }),
            ]
          : [],
      );
      for (const system of changes as readonly string[])
        jobs.push(
          job(`change ${system}`, {
            ...{ work: 'change water', systemIds: [system], minutes: 30 },
            shuts: named
              .filter((one) => one.systemIds.includes(system))
              .map((one) => off(one.id, one.kindId)),
          }),
        );
      if (jobs.length === 0) return;
      const isOf =
        (some: readonly string[]) =>
        (one: { kindId: string }): boolean =>
          some.includes(one.kindId);
      const given: Record<Mean, (one: { kindId: string }) => boolean> = {
        flow: isOf(['return-pump', 'stream-pump', 'canister']),
        heat: isOf(['heater', 'chiller']),
        air: isOf(['skimmer', 'air-pump']),
      };
      const plants: Plant = {
        systems: systems.map(({ id, name }) => ({
          ...{ systemId: id, name },
          gives: Object.fromEntries(
            means.map((what) => {
              const componentIds = named
                .filter((one) => one.systemIds.some((each) => each === id) && given[what](one))
                .map((one) => one.id);
              return [what, componentIds.length > 0 ? { componentIds, limitMin: limits[what] } : null];
            }),
          ) as Plant['systems'][number]['gives'],
        })),
        units: [],
        down: new Set(named.filter((one) => one.down && !one.done).map((one) => one.id)),
      };
      const built = ordered(...jobs);
      const dragged = [...built];
      for (const [from, to] of drag) {
        const [step] = dragged.splice(from % dragged.length, 1);
        if (step) dragged.splice(to % (dragged.length + 1), 0, step);
      }
      for (const order of [built, dragged]) {
        const said = simulate(order, plants)
          .filter(isBreach)
          .map(({ systemId, what, fromMin, minutes }) => `${systemId} ${what} ${fromMin} ${minutes}`)
          .sort();
        expect(said).toEqual(byMinutes(order, plants));
      }
    }),
    { numRuns: 2000 },
  );
}, 120_000);
