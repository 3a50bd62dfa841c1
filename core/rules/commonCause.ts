import { normalCdfFast, normalQuantileFast } from '../wear/normal.ts';
import type { RuleCurve } from './evaluation.ts';

// Two rules that the same thing drives fall due together. Multiplied as if they knew nothing of each other they would
// come out too early. Given the cause they are independent: each curve is bent by the cause's state, the product is
// taken, and the states are averaged. The bending (one normal factor behind all of them) leaves every curve by itself
// exactly as it was.

type Caused = Pick<RuleCurve, 'survives' | 'clock' | 'cause'>;

/** How much of what makes a life long or short the cause explains. House figures. */
const CORRELATION: Record<NonNullable<RuleCurve['cause']>, number> = { feeding: 0.5, 'this-life': 0.7 };

/** Five nodes of a normal variable (Gauss and Hermite). @source Abramowitz and Stegun 1964, table 25.10, scaled by √2 */
const NODES = [
  { state: -2.8569700138728, weight: 0.0112574113277207 },
  { state: -1.3556261799742659, weight: 0.2220759220056126 },
  { state: 0, weight: 0.5333333333333333 },
  { state: 1.3556261799742659, weight: 0.2220759220056126 },
  { state: 2.8569700138728, weight: 0.0112574113277207 },
] as const;

/** One state of what stands behind the rules, how likely it is, and the curves given it. */
export interface GivenState<C> {
  weight: number;
  curves: readonly C[];
}

/** The curves as sets that are independent within each set. One set where nothing is shared. */
export function givenCauses<C extends Caused>(curves: readonly C[]): readonly GivenState<C>[] {
  const shared = [...new Set(curves.flatMap((curve) => curve.cause ?? []))].filter(
    (cause) => curves.filter((curve) => curve.cause === cause).length > 1,
  );
  return shared.reduce<readonly GivenState<C>[]>(
    (states, cause) =>
      states.flatMap((given) =>
        NODES.map(({ state, weight }) => ({
          weight: given.weight * weight,
          curves: given.curves.map((curve) =>
            curve.cause === cause ? bent(curve, CORRELATION[cause], state) : curve,
          ),
        })),
      ),
    [{ weight: 1, curves }],
  );
}

function bent<C extends Caused>(curve: C, correlation: number, state: number): C {
  const shift = Math.sqrt(correlation) * state;
  const scale = 1 / Math.sqrt(1 - correlation);
  return {
    ...curve,
    survives: (days: number) => {
      const left = curve.survives(days);
      // what is certain stays certain in every state
      return left <= 0 || left >= 1 ? left : normalCdfFast((normalQuantileFast(left) + shift) * scale);
    },
  };
}
