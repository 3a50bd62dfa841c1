import { gradeIndex, wearEdges, type Found } from './found.ts';
import { normalCdfFast } from './normal.ts';
import { normalise, type WearGrid } from './wearGrid.ts';

/** People slip a grade: noise of a grade in ln wear, and the share of words that say nothing. */
const GRADING_SD = 0.12;
const SLIP = 0.03;
const GRADES = 5;

/**
 * The chance that a person uses this word for a part at exposure x, if typical lives are e^μ.
 * Interval and one-sided censoring: wear x/θ lies between the edges of the word.
 * In a neglect gap "overdue" only says "overdue or worse".
 * @param logExposure ln of the exposure, same unit as e^μ
 * @source Meeker and Escobar 1998, Statistical Methods for Reliability Data (likelihood under censoring);
 *   the slip is a house figure
 */
export function foundLikelihood(
  found: Found,
  logExposure: number,
  mu: number,
  sigma: number,
  afterNeglect: boolean,
): number {
  const s = Math.hypot(sigma, GRADING_SD);
  const k = gradeIndex[found];
  const worse = afterNeglect && found === 'overdue';
  const above = worse ? 1 : cumulative(wearEdges[k + 1] ?? Number.POSITIVE_INFINITY, logExposure, mu, s);
  const below = cumulative(wearEdges[k] ?? 0, logExposure, mu, s);
  return (1 - SLIP) * Math.max(0, above - below) + (SLIP * (worse ? 2 : 1)) / GRADES;
}

/** P(wear at exposure x is under the edge) = Φ((ln edge − ln x + μ)/s). */
function cumulative(edge: number, logExposure: number, mu: number, s: number): number {
  if (edge === 0) return 0;
  if (edge === Number.POSITIVE_INFINITY) return 1;
  return normalCdfFast((Math.log(edge) - logExposure + mu) / s);
}

/**
 * Multiplies every cell of a grid by the chance of a word, as foundLikelihood says it for one cell.
 * What depends on σ or the edges alone is worked out once: a plan does this some hundred thousand times.
 */
export function weighByFound(grid: WearGrid, found: Found, logExposure: number, afterNeglect: boolean): void {
  const { mus, sigmas, weights } = grid;
  const width = sigmas.length;
  const k = gradeIndex[found];
  const worse = afterNeglect && found === 'overdue';
  const upper = worse
    ? Number.POSITIVE_INFINITY
    : Math.log(wearEdges[k + 1] ?? Number.POSITIVE_INFINITY) - logExposure;
  const lower = Math.log(wearEdges[k] ?? 0) - logExposure;
  const slip = (SLIP * (worse ? 2 : 1)) / GRADES;
  for (let j = 0; j < width; j++) {
    const perUnit = 1 / Math.hypot(sigmas[j] ?? 0, GRADING_SD);
    for (let i = 0; i < mus.length; i++) {
      const mu = mus[i] ?? 0;
      const between = normalCdfFast((upper + mu) * perUnit) - normalCdfFast((lower + mu) * perUnit);
      const cell = i * width + j;
      weights[cell] = (weights[cell] ?? 0) * ((1 - SLIP) * Math.max(0, between) + slip);
    }
  }
  normalise(weights);
}
