import { describe, expect, test } from 'vitest';
import { litresShort } from './litresShort.ts';
import type { Plant, PlantStore } from './plant.ts';
import { job, ordered, systems } from './testing/visit.ts';

const drum = (some: Partial<PlantStore> = {}): PlantStore => ({
  ...{ componentId: 'drum', name: 'Drum', systemIds: ['a', 'b'], holds: 'salt', usableL: 100 },
  ...some,
});
const plant = (...stores: PlantStore[]): Plant => ({
  systems: systems.map(({ id, name }) => ({
    ...{ systemId: id, name, gives: { flow: null, heat: null, air: null }, takes: 'salt' as const },
  })),
  ...{ units: [], stores, down: new Set() },
});
const change = (system: string, litres: number | null) =>
  job(`change ${system}`, { ...{ work: 'change water', systemIds: [system], minutes: 30 }, litres });
const shortOf = (order: ReturnType<typeof ordered>, ...stores: PlantStore[]) =>
  litresShort(order, plant(...stores)).map(({ systemId, neededL, readyL }) => [systemId, neededL, readyL]);

describe('new water that a visit takes', () => {
  test('one drum for two waters: the second finds what the first left', () => {
    const order = ordered(change('a', 60), change('b', 60));
    expect(shortOf(order, drum())).toEqual([['b', 60, 40]]);
    expect(shortOf(order, drum({ usableL: 120 }))).toEqual([]);
  });
  test('several stores are drawn together; one of the other water, or of another system, is not', () => {
    const order = ordered(change('a', 150));
    expect(shortOf(order, drum(), drum({ componentId: 'second', usableL: 50 }))).toEqual([]);
    expect(shortOf(order, drum(), drum({ componentId: 'second', usableL: 50, holds: 'fresh' }))).toEqual([
      ['a', 150, 100],
    ]);
    expect(shortOf(order, drum({ systemIds: ['b'] }))).toEqual([]);
  });
  test('a drum that was emptied before the refill holds nothing', () => {
    const order = ordered(
      change('a', 60),
      job('wash', { unitId: 'drum', kindId: 'mixing-drum', work: 'clean', systemIds: ['a'], inWater: false }),
    );
    expect(shortOf(order, drum())).toEqual([]);
    const wrong = [
      ...order.filter((step) => step.jobId === 'wash'),
      ...order.filter((step) => step.jobId !== 'wash'),
    ];
    expect(shortOf(wrong, drum())).toEqual([['a', 60, 0]]);
  });
  test('nothing is said of a store that nobody read, or of litres that nobody planned', () => {
    expect(shortOf(ordered(change('a', 500)), drum({ usableL: null }))).toEqual([]);
    expect(shortOf(ordered(change('a', null)), drum({ usableL: 0 }))).toEqual([]);
  });
});
