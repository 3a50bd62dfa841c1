import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { allowed, casesOf, numberIn, numberOut } from '../reference/cases.ts';
import {
  formatQuantity,
  fromStored,
  quantities,
  quantityIds,
  toStored,
  type QuantityId,
} from './quantities.ts';

// Units as the reference cases write them → our quantity and unit.
const known: Record<string, [QuantityId, string]> = {
  'US gal': ['volume', 'US gal'],
  'UK gal': ['volume', 'imp gal'],
  L: ['volume', 'L'],
  psi: ['pressure', 'psi'],
  kPa: ['pressure', 'kPa'],
  bar: ['pressure', 'bar'],
  ft: ['length', 'ft'],
  m: ['length', 'm'],
  degF: ['temperature', '°F'],
  degC: ['temperature', '°C'],
  dKH: ['alkalinity', 'dKH'],
  'meq/L': ['alkalinity', 'meq/L'],
  'mg/L CaCO3': ['alkalinity', 'mg/L CaCO3'],
};

describe('unit conversions against their definitions', () => {
  const rows = [...casesOf('units'), ...casesOf('alkalinity units')].flatMap((one) => {
    const [input] = Object.keys(one.inputs);
    const from = known[one.inputs[input ?? '']?.unit ?? ''];
    if (!from || !input || Object.keys(one.inputs).length > 1) return [];
    return Object.keys(one.outputs).flatMap((output) => {
      const to = known[one.outputs[output]?.unit ?? ''];
      return to && to[0] === from[0]
        ? [{ name: `${one.id} ${output} [${one.source}]`, one, input, output, from, to }]
        : [];
    });
  });
  test('enough of the cases are covered', () => expect(rows.length).toBeGreaterThanOrEqual(17));
  test.each(rows)('$name', ({ one, input, output, from, to }) => {
    const converted = fromStored(to[0], toStored(from[0], numberIn(one, input), from[1]), to[1]);
    expect(Math.abs(converted - numberOut(one, output))).toBeLessThanOrEqual(allowed(one, output));
  });
});

test('1 meq/L is 2.8039 dKH and 50.043 mg/L CaCO3 (definition)', () => {
  expect(toStored('alkalinity', 1, 'meq/L')).toBeCloseTo(2.8039, 3);
  expect(fromStored('alkalinity', toStored('alkalinity', 1, 'meq/L'), 'mg/L CaCO3')).toBeCloseTo(50.043, 3);
});

test('there and back is exact to 1e-9 in every unit', () => {
  const spans: Partial<Record<QuantityId, [number, number]>> = { salinity: [0, 42], temperature: [-2, 40] };
  for (const quantity of quantityIds) {
    const [min, max] = spans[quantity] ?? [0.001, 50_000];
    for (const unit of Object.keys(quantities[quantity].units)) {
      fc.assert(
        fc.property(fc.double({ min, max, noNaN: true }), (stored) => {
          const back = toStored(quantity, fromStored(quantity, stored, unit), unit);
          expect(Math.abs(back - stored)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(stored)));
        }),
        { seed: 7, numRuns: 60 },
      );
    }
  }
});

test('a number is written with its unit and no more digits than it deserves', () => {
  expect(formatQuantity('volume', 1140.4, 'L')).toBe('1,140 L');
  expect(formatQuantity('volume', 553, 'US gal')).toBe('146.1 US gal');
  expect(formatQuantity('salinity', 35, 'SG 25/25')).toBe('1.0264 SG at 25/25 °C');
});

test('an unknown unit is refused by name', () => {
  expect(() => toStored('volume', 1, 'bucket')).toThrow(expect.objectContaining({ code: 'no-such-unit' }));
});
