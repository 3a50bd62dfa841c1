import { normalCdfFast } from '../statistics/normal.ts';
import type { RuleCurve } from './evaluation.ts';

// Two rules that the same thing drives fall due together. Multiplied as if they knew nothing of each other they would
// come out too early. Given the cause they are independent: each curve is bent by the cause's state, the product is
// taken, and the states are averaged. The bending (one normal factor behind all of them) leaves every curve by itself
// exactly as it was.

/** How much of what makes a life long or short the cause explains. House figures. */
const CORRELATION: Record<NonNullable<RuleCurve['cause']>, number> = { feeding: 0.5, 'this-life': 0.7 };

/** Five nodes of a normal variable (Gauss and Hermite). @source Abramowitz and Stegun 1964, table 25.10, scaled by √2 */
const NODES = [
  { node: -2.8569700138728, weight: 0.0112574113277207 },
  { node: -1.3556261799742659, weight: 0.2220759220056126 },
  { node: 0, weight: 0.5333333333333333 },
  { node: 1.3556261799742659, weight: 0.2220759220056126 },
  { node: 2.8569700138728, weight: 0.0112574113277207 },
] as const;

/** How one state of a cause bends a curve: in standard normal scores, (score + shift)·scale. */
interface Bend {
  shift: number;
  scale: number;
}
/** One state of what stands behind the rules, how likely it is, and the bend of each curve; null: not touched. */
export interface CauseState {
  weight: number;
  bends: readonly (Bend | null)[];
}

/** The states given which the curves are independent. One state where nothing is shared. */
export function causeStates(curves: readonly Pick<RuleCurve, 'cause'>[]): readonly CauseState[] {
  const shared = [...new Set(curves.flatMap((curve) => curve.cause ?? []))].filter(
    (cause) => curves.filter((curve) => curve.cause === cause).length > 1,
  );
  return shared.reduce<readonly CauseState[]>(
    (states, cause) =>
      states.flatMap((state) =>
        NODES.map(({ node, weight }) => ({
          weight: state.weight * weight,
          bends: state.bends.map((bend, i) =>
            curves[i]?.cause === cause
              ? {
                  shift: Math.sqrt(CORRELATION[cause]) * node,
                  scale: 1 / Math.sqrt(1 - CORRELATION[cause]),
                }
              : bend,
          ),
        })),
      ),
    [{ weight: 1, bends: curves.map(() => null) }],
  );
}

/** A survival, with its standard normal score, in one state of its cause. What is certain stays certain in every state. */
export function conditionalOn(survival: number, score: number, bend: Bend | null): number {
  if (bend === null || survival <= 0 || survival >= 1) return survival;
  return normalCdfFast((score + bend.shift) * bend.scale);
}
