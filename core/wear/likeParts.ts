import { catalogueBelief, MU_STEP, normalise, type GridSpan, type OffsetWeights } from './wearGrid.ts';

// Like parts (same kind and job, same keeper) have lives about a common one: μ of a part = m + its own difference.
// What the others show of m, widened by how different such parts turn out to be, is a part's prior. How different is
// learned too, from a few widths.

/** How far like parts stand apart in ln life. */
const WIDTHS = [0.08, 0.2, 0.45] as const;
const WIDTH_PRIOR = [0.3, 0.45, 0.25] as const;

/** How well each ln life (by offset from the range's middle) explains the records of one part, any scale. */
export type LifeEvidence = Float64Array;

const kernels = new Map<string, Float64Array>();
/** N(0, width²) on the steps of the grid from −(count − 1) to count − 1, summing to 1. */
function kernelOf(width: number, count: number): Float64Array {
  const key = `${width} ${count}`;
  let kernel = kernels.get(key);
  if (!kernel) {
    kernel = Float64Array.from({ length: 2 * count - 1 }, (_, k) =>
      Math.exp(-((((k - count + 1) * MU_STEP) / width) ** 2) / 2),
    );
    normalise(kernel);
    kernels.set(key, kernel);
  }
  return kernel;
}

function spread(weights: Float64Array, kernel: Float64Array): Float64Array {
  const count = weights.length;
  const out = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const weight = weights[i] as number;
    if (weight < 1e-12) continue;
    for (let k = 0; k < count; k++)
      out[k] = (out[k] as number) + weight * (kernel[k - i + count - 1] as number);
  }
  return out;
}

/**
 * For each part of a group, what the others say of its life before its own records are read.
 * @param evidence of each part over offsets of one span; all ones for a part without records
 * @param tau the catalogue's spread of typical lives
 */
export function lendToEach(evidence: readonly LifeEvidence[], span: GridSpan, tau: number): OffsetWeights[] {
  const prior = catalogueBelief(tau, span);
  const count = prior.length;
  const pooledPriors = evidence.map(() => new Float64Array(count));
  const byWidth = WIDTHS.map((width) => {
    const kernel = kernelOf(width, count);
    const logs = evidence.map((one) => spread(one, kernel).map((value) => Math.log(Math.max(value, 1e-300))));
    const total = prior.map((weight) => Math.log(Math.max(weight, 1e-300)));
    for (const log of logs)
      for (let i = 0; i < count; i++) total[i] = (total[i] as number) + (log[i] as number);
    return { kernel, logs, total };
  });
  const common = byWidth.map(({ logs, total }) =>
    logs.map((log) => total.map((value, i) => value - (log[i] as number))),
  );
  evidence.forEach((_, part) => {
    const highest = Math.max(...common.map((ofWidth) => peak(ofWidth[part] as Float64Array)));
    common.forEach((ofWidth, w) => {
      const posterior = (ofWidth[part] as Float64Array).map((value) => Math.exp(value - highest));
      // not scaled to one: a width that explains the others better weighs more
      const widened = spread(posterior, (byWidth[w] as { kernel: Float64Array }).kernel);
      const target = pooledPriors[part] as Float64Array;
      for (let i = 0; i < count; i++)
        target[i] = (target[i] as number) + (WIDTH_PRIOR[w] as number) * (widened[i] as number);
    });
  });
  return pooledPriors.map((weights) => {
    normalise(weights);
    return { stepsBelow: span.stepsBelow, weights };
  });
}

function peak(values: Float64Array): number {
  let highest = Number.NEGATIVE_INFINITY;
  for (const value of values) if (value > highest) highest = value;
  return highest;
}
