import { houseSigmaPrior, housePriors, sigmaWeights, type WearGrid } from './wearGrid.ts';

/** The house prior counts as this many jobs, so that a handful of jobs cannot overturn it. */
const HOUSE_JOBS = 12;
const STEPS = 6;

/** How well each spread explains the records of one job: its σ marginal without the prior. */
export function sigmaEvidence(grid: WearGrid, priorWeights = housePriors.sigma): Float64Array {
  return sigmaWeights(grid).map((weight, j) => weight / (priorWeights[j] as number));
}

/**
 * What all jobs together say of the spread of single lives, by a few steps of expectation and maximisation.
 * @param evidence one entry per job, any common scale within a job; its order does not matter but for rounding
 * @returns one weight for each of gridSigmas, summing to 1
 * @source Dempster, Laird and Rubin 1977, J. R. Stat. Soc. B 39 (the mixture's weights)
 */
export function learnSigmaPrior(evidence: readonly Float64Array[]): Float64Array {
  let prior = houseSigmaPrior;
  for (let step = 0; step < STEPS; step++) {
    const next = houseSigmaPrior.map((weight) => HOUSE_JOBS * weight);
    for (const one of evidence) {
      let sum = 0;
      for (let j = 0; j < prior.length; j++) sum += (one[j] as number) * (prior[j] as number);
      for (let j = 0; j < prior.length; j++)
        next[j] = (next[j] as number) + ((one[j] as number) * (prior[j] as number)) / sum;
    }
    const all = HOUSE_JOBS + evidence.length;
    prior = next.map((weight) => weight / all);
  }
  return prior;
}
