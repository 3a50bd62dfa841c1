import { expect, test } from 'vitest';
import { ago, NOW, place } from '../testing/place.ts';
import { incomingWater } from './incomingWater.ts';
import { readingsOfSystem, readingsOn } from './readings.ts';

// A drop test whose lowest colour is 0.05 mg/L and whose readings repeat within 0.04.
const withKit = () => {
  const here = place();
  const systemId = here.system('Reef', 400);
  const methodId = here.add('method', {
    ...{ name: 'Drops', kind: 'kit', parameter: 'phosphate', unit: 'mg/L PO4', componentId: null },
    ...{ lowest: 0.05, repeatability: 0.04, step: 0.05, titration: null, expires: null },
    ...{ batch: '', note: '' },
  });
  return { here, systemId, methodId };
};

test('0.00 of a kit whose lowest step is 0.05 is below 0.05: charts, lists and what comes in', () => {
  const { here, systemId, methodId } = withKit();
  const tap = here.component('mains-tap', [systemId]);
  for (const on of [{ systemId }, { componentId: tap }] as const) {
    here.read(on, { parameter: 'phosphate' }, 9, 0.1, { methodId });
    here.read(on, { parameter: 'phosphate' }, 2, 0, { methodId });
  }
  const { index } = here.evidence();
  const below = { value: 0.05, below: true, daysAgo: 2 };
  const seen = { value: 0.1, below: false, daysAgo: 9 };
  expect(readingsOfSystem(index, systemId, { parameter: 'phosphate' }, 'UTC', NOW)).toMatchObject([
    seen,
    below,
  ]);
  expect(readingsOn(index, tap, { parameter: 'phosphate' }, 'UTC', NOW)).toMatchObject([seen, below]);
  // the newest says what comes in: half of what the kit could have shown
  expect(incomingWater(index, [{ componentId: tap, makes: false }], 'UTC', NOW).get('phosphate')).toEqual({
    value: 0.025,
    at: Date.parse(ago(2)),
  });
});

test('a measure has no lowest reading: 0 L in the drum is 0 L', () => {
  const { here, systemId } = withKit();
  const drum = here.component('mixing-drum', [systemId]);
  here.read({ componentId: drum }, { measure: 'litres-left' }, 1, 0);
  expect(readingsOn(here.evidence().index, drum, { measure: 'litres-left' }, 'UTC', NOW)).toMatchObject([
    { value: 0, below: false },
  ]);
});
