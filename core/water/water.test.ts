import { describe, expect, test } from 'vitest';
import { allowed, casesOf, numberIn, numberOut } from '../reference/cases.ts';
import { seawaterDensityKgM3 } from '../chemistry/seawaterDensity.ts';
import {
  gravityFromSalinity,
  salinityFromGravityPpt,
  type GravityConvention,
} from '../chemistry/specificGravity.ts';
import { litresPerCm, surfaceAreaCm2, vesselVolumeL } from './vesselVolume.ts';

// EOS-80, Fofonoff and Millard 1983, UNESCO Technical Papers in Marine Science 44; published check values.
test.each([
  [0, 5, 999.96675],
  [0, 25, 997.04796],
  [35, 5, 1027.67547],
  [35, 25, 1023.34306],
])('density at S %d, %d °C is %d kg/m³', (salinity, temperature, expected) => {
  expect(Math.abs(seawaterDensityKgM3(salinity, temperature) - expected)).toBeLessThan(1e-5);
});

const byCaseName: Record<string, GravityConvention> = {
  sg_25_25: '25/25',
  sg_20_20: '20/20',
  sg_60F_60F: '60F/60F',
  d_20_4: '20/4',
  d_25_4: '25/4',
};
test.each(casesOf('specific gravity from salinity').filter((one) => one.inputs.S))(
  '$name [$source]',
  (one) => {
    const names = Object.keys(one.outputs).filter((name) => name in byCaseName);
    expect(names.length).toBeGreaterThan(0);
    for (const name of names) {
      const gravity = gravityFromSalinity(numberIn(one, 'S'), byCaseName[name] as GravityConvention);
      expect(Math.abs(gravity - numberOut(one, name))).toBeLessThanOrEqual(allowed(one, name) + 1e-6);
    }
  },
);
test.each(casesOf('salinity from specific gravity'))('$name [$source]', (one) => {
  const salinity = salinityFromGravityPpt(numberIn(one, 'sg'), '25/25');
  expect(Math.abs(salinity - numberOut(one, 'S_if_25_25'))).toBeLessThanOrEqual(allowed(one, 'S_if_25_25'));
});
test('a gravity that no sea water has is refused', () => {
  expect(() => salinityFromGravityPpt(0.9, '25/25')).toThrow(
    expect.objectContaining({ code: 'out-of-range' }),
  );
  expect(() => salinityFromGravityPpt(1.2, '25/25')).toThrow(
    expect.objectContaining({ code: 'out-of-range' }),
  );
  expect(() => seawaterDensityKgM3(43, 20)).toThrow(expect.objectContaining({ code: 'out-of-range' }));
});

describe('litres of a vessel, against geometry', () => {
  const volume = (id: string) => casesOf('vessel volume').find((one) => one.id === id) ?? expect.fail(id);
  const close = (litres: number, id: string, perLitre = 1) => {
    const one = volume(id);
    expect(Math.abs(litres / perLitre - numberOut(one, 'V'))).toBeLessThanOrEqual(allowed(one, 'V'));
  };
  test('box', () =>
    close(
      vesselVolumeL({
        shape: 'box',
        dimensions: { lengthCm: 180, widthCm: 60 },
        waterDepthCm: 55,
        displacementShare: 0.08,
      }),
      'volume-box',
    ));
  test('cylinder', () =>
    close(
      vesselVolumeL({
        shape: 'cylinder',
        dimensions: { diameterCm: 400 },
        waterDepthCm: 300,
        displacementShare: 0,
      }),
      'volume-cylinder',
      1000,
    ));
  test('bow front', () =>
    close(
      vesselVolumeL({
        shape: 'bow-front',
        dimensions: { lengthCm: 120, widthCm: 45, bowCm: 15 },
        waterDepthCm: 50,
        displacementShare: 0,
      }),
      'volume-bow-front',
    ));
  test('hexagon', () =>
    close(
      vesselVolumeL({
        shape: 'hexagonal',
        dimensions: { sideCm: 35 },
        waterDepthCm: 60,
        displacementShare: 0,
      }),
      'volume-hexagon',
    ));
  test('other shape: area times depth', () => {
    expect(
      vesselVolumeL({
        shape: 'irregular',
        dimensions: { areaCm2: 10_000 },
        waterDepthCm: 30,
        displacementShare: 0.1,
      }),
    ).toBeCloseTo(270, 9);
  });
  test('a level: 180 × 60 cm is 10.8 L in a centimetre, 9.72 L where a tenth is rock', () => {
    const area = surfaceAreaCm2('box', { lengthCm: 180, widthCm: 60 });
    expect(litresPerCm(area, 1)).toBeCloseTo(10.8, 9);
    expect(litresPerCm(area, 0.9)).toBeCloseTo(9.72, 9);
  });
  test('a missing or impossible field is refused by its name', () => {
    const bad = () =>
      vesselVolumeL({ shape: 'box', dimensions: { lengthCm: 180 }, waterDepthCm: 55, displacementShare: 0 });
    expect(bad).toThrow(
      expect.objectContaining({
        code: 'out-of-range',
        facts: expect.objectContaining({ what: 'width inside' }) as unknown,
      }),
    );
    expect(() =>
      vesselVolumeL({
        shape: 'box',
        dimensions: { lengthCm: 180, widthCm: 60 },
        waterDepthCm: -1,
        displacementShare: 0,
      }),
    ).toThrow();
    expect(() =>
      vesselVolumeL({
        shape: 'box',
        dimensions: { lengthCm: 180, widthCm: 60 },
        waterDepthCm: 50,
        displacementShare: 1.1,
      }),
    ).toThrow();
  });
});
