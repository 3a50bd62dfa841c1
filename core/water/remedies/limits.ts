import type { Band, ParameterId } from '../parameters.ts';

/** What one day may bring. Common practice, no published source. */
export const mostADay: Partial<Record<ParameterId, number>> = {
  alkalinity: 1,
  calcium: 20,
  magnesium: 50,
  salinity: 1,
  temperature: 1,
};
/** A single change takes no more than this share, common practice. */
export const LARGEST_CHANGE = 0.3;
/** In an emergency it takes half. */
export const FIRST_AID_CHANGE = 0.5;
/** Days between the changes of a series, common practice. */
export const DAYS_BETWEEN_CHANGES = 3;

/** Inside a band, a method's error from its edge, but no farther than its middle; null: no edge there. */
export function inside(band: Band, edge: 'lo' | 'hi', repeatability: number): number | null {
  const at = band[edge];
  if (at === null) return null;
  const other = edge === 'hi' ? band.lo : band.hi;
  const middle = other === null ? (edge === 'hi' ? at / 2 : at) : (at + other) / 2;
  return edge === 'hi' ? Math.max(middle, at - repeatability) : Math.min(middle, at + repeatability);
}
export const daysFor = (parameter: ParameterId, step: number): number =>
  Math.max(1, Math.ceil(Math.abs(step) / (mostADay[parameter] ?? Math.abs(step)) - 1e-9) || 1);
