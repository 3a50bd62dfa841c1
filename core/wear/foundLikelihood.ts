import { gradeIndex, wearEdges, type Found } from './found.ts';
import { normalCdf } from '../statistics/normal.ts';
import { columnTable, type ColumnTable } from './columnTable.ts';
import { gridSigmas } from './wearGrid.ts';

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
  return normalCdf((Math.log(edge) - logExposure + mu) / s);
}

/** A word's likelihood depends on μ − ln x and σ only; beyond this many units of ln it is constant. */
const REACH = 6;
const PHASES = 20;
const tables = new Map<string, readonly ColumnTable[]>();

/** The same as tables, one for each σ; between its points a table is within 1e-4. */
export function likelihoodTables(
  found: Found,
  sigmas: Float64Array,
  afterNeglect: boolean,
): readonly ColumnTable[] {
  const key = `${found} ${afterNeglect} ${sigmas === gridSigmas ? '' : sigmas.join(' ')}`;
  let known = tables.get(key);
  if (!known) {
    known = Array.from(sigmas, (sigma) =>
      columnTable((u) => foundLikelihood(found, 0, u, sigma, afterNeglect), -REACH, REACH, PHASES),
    );
    tables.set(key, known);
  }
  return known;
}
