import { gradeIndex, wearEdges, type Found } from './found.ts';
import { normalCdfFast } from '../statistics/normal.ts';

const GRADES = 5;
/** A look is a glance from outside: it tells less than the part in the hand. House figures, no published source. */
const GLANCE_SD = 0.25;
const GLANCE_SLIP = 0.08;

/**
 * What the word of a look that found a part not due says of its life: about how much of it was used then. That it
 * outlasted the look is told apart (`outlasting`).
 * @param exposure at the look, over 0
 * @returns ln of the likelihood, by ln life
 * @source interval censoring (Meeker and Escobar 1998), this life instead of lives like it; the slip is a house figure
 */
export function lookLikelihood(found: Found, exposure: number): (logLife: number) => number {
  const log = Math.log(exposure);
  const k = gradeIndex[found];
  const [lower, upper] = [wearEdges[k] ?? 0, wearEdges[k + 1] ?? Number.POSITIVE_INFINITY];
  const under = (edge: number, logLife: number): number =>
    edge === 0 ? 0 : edge === Infinity ? 1 : normalCdfFast((Math.log(edge) - log + logLife) / GLANCE_SD);
  return (logLife) =>
    Math.log(
      (1 - GLANCE_SLIP) * Math.max(0, under(upper, logLife) - under(lower, logLife)) + GLANCE_SLIP / GRADES,
    );
}
