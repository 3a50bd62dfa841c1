import { gradeIndex, wearEdges, type Found } from './found.ts';
import { normalCdf } from './normal.ts';
import { MU_STEP, type WearGrid } from './wearGrid.ts';

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

/** A word's likelihood depends on μ − ln x and σ only: a table of it, fine steps of one step of the grid. */
const FINE = 20;
const FINE_STEP = MU_STEP / FINE;
const FROM = -6;
const TO = 6;
const LAST = Math.round((TO - FROM) / FINE_STEP);
const tables = new Map<string, Float64Array>();

function tableOf(found: Found, sigma: number, afterNeglect: boolean): Float64Array {
  const key = `${found} ${sigma} ${afterNeglect}`;
  const known = tables.get(key);
  if (known) return known;
  const table = Float64Array.from({ length: LAST + 2 }, (_, k) =>
    foundLikelihood(found, 0, FROM + Math.min(k, LAST) * FINE_STEP, sigma, afterNeglect),
  );
  tables.set(key, table);
  return table;
}

/**
 * Multiplies every cell of a grid by the chance of a word, as foundLikelihood says it for one cell, within 1e-4.
 * Along a column the place in the table moves by whole steps, so two numbers weigh its neighbours once for all cells.
 */
export function weighByFound(grid: WearGrid, found: Found, logExposure: number, afterNeglect: boolean): void {
  const { mus, sigmas, weights } = grid;
  const count = mus.length;
  const at = ((mus[0] ?? 0) - logExposure - FROM) / FINE_STEP;
  const first = Math.floor(at);
  const right = at - first;
  const left = 1 - right;
  for (let j = 0; j < sigmas.length; j++)
    weighColumn(weights, j * count, count, tableOf(found, sigmas[j] ?? 1, afterNeglect), first, left, right);
}

function weighColumn(
  weights: Float64Array,
  start: number,
  count: number,
  table: Float64Array,
  first: number,
  left: number,
  right: number,
): void {
  let k = first;
  for (let cell = start; cell < start + count; cell++, k += FINE) {
    const place = k < 0 ? 0 : k > LAST ? LAST : k;
    weights[cell] =
      (weights[cell] as number) * (left * (table[place] as number) + right * (table[place + 1] as number));
  }
}
