import { requireWithin } from '../errors.ts';

const CM3_PER_L = 1000;
const lengthLimits = { from: 0.1, to: 20_000, unit: 'cm' };

/** A field of a shape: what a form asks for and in which unit. */
export interface ShapeField {
  key: string;
  label: string;
  quantity: 'length' | 'area';
}
interface Shape {
  label: string;
  fields: readonly ShapeField[];
  /** Surface of the water, cm², from the field values in cm (cm² for an area). */
  areaCm2: (values: Readonly<Record<string, number>>) => number;
}

const length = (key: string, label: string): ShapeField => ({ key, label, quantity: 'length' });
const read = (values: Readonly<Record<string, number>>, field: ShapeField): number => {
  const value = values[field.key] ?? Number.NaN;
  requireWithin(
    field.label.toLowerCase(),
    value,
    field.quantity === 'length' ? lengthLimits : { from: 0.1, to: 1e9, unit: 'cm²' },
  );
  return value;
};

/** Vessels of one cross-section all the way up: a shape is its surface, the water depth does the rest. */
export const vesselShapes = {
  box: {
    label: 'Box',
    fields: [length('lengthCm', 'Length inside'), length('widthCm', 'Width inside')],
    areaCm2: (v) => (v.lengthCm ?? 0) * (v.widthCm ?? 0),
  },
  cylinder: {
    label: 'Cylinder',
    fields: [length('diameterCm', 'Diameter inside')],
    areaCm2: (v) => (Math.PI / 4) * (v.diameterCm ?? 0) ** 2,
  },
  'bow-front': {
    label: 'Bow front',
    fields: [
      length('lengthCm', 'Length inside'),
      length('widthCm', 'Width at the ends'),
      length('bowCm', 'Depth of the bow'),
    ],
    // box plus the segment of a circle with the length as chord and the bow as its height
    areaCm2: (v) => (v.lengthCm ?? 0) * (v.widthCm ?? 0) + segmentAreaCm2(v.lengthCm ?? 0, v.bowCm ?? 0),
  },
  hexagonal: {
    label: 'Hexagon',
    fields: [length('sideCm', 'One side inside')],
    areaCm2: (v) => ((3 * Math.sqrt(3)) / 2) * (v.sideCm ?? 0) ** 2,
  },
  irregular: {
    label: 'Other shape',
    fields: [{ key: 'areaCm2', label: 'Water surface', quantity: 'area' }],
    areaCm2: (v) => v.areaCm2 ?? 0,
  },
} as const satisfies Record<string, Shape>;
export type ShapeId = keyof typeof vesselShapes;

/** Area between a chord and its arc, cm². A height over half the chord is more than a half circle. */
function segmentAreaCm2(chordCm: number, heightCm: number): number {
  const radius = (chordCm ** 2 / 4 + heightCm ** 2) / (2 * heightCm);
  const toChord = radius - heightCm;
  return (
    radius ** 2 * Math.acos(toChord / radius) - toChord * Math.sqrt(Math.max(0, radius ** 2 - toChord ** 2))
  );
}

/**
 * Surface of the water in a vessel.
 * @param dimensions by the field keys of the shape, cm (cm² for an area)
 * @returns cm²
 * @throws Refusal 'out-of-range' naming the field
 * @source geometry
 */
export function surfaceAreaCm2(shape: ShapeId, dimensions: Readonly<Record<string, number>>): number {
  const entry: Shape = vesselShapes[shape];
  for (const field of entry.fields) read(dimensions, field);
  return entry.areaCm2(dimensions);
}

export interface VesselWater {
  shape: ShapeId;
  dimensions: Readonly<Record<string, number>>;
  /** From the inside of the floor to the water line, cm (0.1 to 20,000). */
  waterDepthCm: number;
  /** Share of that space taken by rock, sand and equipment, 0 to 0.95. */
  displacementShare: number;
}

/**
 * True litres of water in a vessel: surface × water depth, less what rock and sand displace.
 * @throws Refusal 'out-of-range' naming the field
 */
export function vesselVolumeL(vessel: VesselWater): number {
  requireWithin('water depth', vessel.waterDepthCm, lengthLimits);
  requireWithin('share taken by rock and sand', vessel.displacementShare, { from: 0, to: 0.95, unit: '' });
  const grossL = (surfaceAreaCm2(vessel.shape, vessel.dimensions) * vessel.waterDepthCm) / CM3_PER_L;
  return grossL * (1 - vessel.displacementShare);
}

/**
 * Litres in one centimetre of level.
 * @param freeShare part of the surface that is water and not rock at that height, 0.05 to 1
 * @returns L/cm
 */
export function litresPerCm(areaCm2: number, freeShare: number): number {
  requireWithin('water surface', areaCm2, { from: 0.1, to: 1e9, unit: 'cm²' });
  requireWithin('free share of the surface', freeShare, { from: 0.05, to: 1, unit: '' });
  return (areaCm2 * freeShare) / CM3_PER_L;
}
