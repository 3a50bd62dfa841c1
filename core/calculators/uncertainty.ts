import { asRefusal } from '../errors.ts';
import { runCalculator, type Calculator } from './define.ts';
import type { OutputValue } from '../formulas/define.ts';

/**
 * How uncertain the results are where inputs carry an error: each input is moved by its error to both sides, half the
 * difference counts, and independent errors add by their squares. Where one side lies outside the limits, the other
 * side alone counts.
 * @param errors one standard deviation of an input, in its unit; only numbers carry one
 * @returns one standard deviation of each result that is a number
 * @source JCGM 100:2008, Guide to the Expression of Uncertainty in Measurement, 5.1 (numerical form, 5.1.3 note 2)
 */
export function uncertaintyOf(
  entry: Calculator,
  values: Readonly<Record<string, unknown>>,
  errors: Readonly<Record<string, number>>,
): Record<string, number> {
  const middle = runCalculator(entry, values);
  const squares: Record<string, number> = {};
  for (const [name, error] of Object.entries(errors)) {
    const value = values[name];
    if (typeof value !== 'number' || !(error > 0)) continue;
    const up = tried(entry, { ...values, [name]: value + error });
    const down = tried(entry, { ...values, [name]: value - error });
    for (const [output, at] of Object.entries(middle)) {
      const moved = halfDifference(up?.[output], down?.[output], at);
      if (moved !== null) squares[output] = (squares[output] ?? 0) + moved ** 2;
    }
  }
  return Object.fromEntries(Object.entries(squares).map(([name, square]) => [name, Math.sqrt(square)]));
}

function tried(entry: Calculator, values: Readonly<Record<string, unknown>>) {
  try {
    return runCalculator(entry, values);
  } catch (error) {
    if (asRefusal(error)) return null;
    throw error;
  }
}

function halfDifference(
  up: OutputValue | undefined,
  down: OutputValue | undefined,
  at: OutputValue,
): number | null {
  if (typeof at !== 'number') return null;
  if (typeof up === 'number' && typeof down === 'number') return (up - down) / 2;
  if (typeof up === 'number') return up - at;
  return typeof down === 'number' ? at - down : null;
}
