import { wearEdges, gradeIndex } from '../../core/wear/found.ts';
import { normalCdf, normalQuantile } from '../../core/statistics/normal.ts';
import { beliefOfRange } from '../../core/wear/wearGrid.ts';
import type { WearAnswer, WearCase } from '../../core/wear/wearCases.ts';
import type { SimulatedCase } from './simulateLives.ts';

// What one would use without the engine, and what one would use knowing the truth. All answer in days.

const HOUSE_SIGMA = 0.23;

/** A lognormal life, given that it outlasted the look. */
function lognormal(mu: number, sigma: number, asked: WearCase): WearAnswer {
  const left = asked.now.days > 0 ? normalCdf((mu - Math.log(asked.now.days)) / sigma) : 1;
  const at = (due: number) =>
    Math.max(asked.now.days, Math.exp(mu - sigma * normalQuantile(Math.max(1e-12, (1 - due) * left))));
  return { earliest: at(0.1), likely: at(0.5), latest: at(0.9), recommended: at(1 / asked.costRatio) };
}

/** The middle and the spread of the catalogue's range, whatever was recorded. */
export function catalogueMiddle({ asked }: SimulatedCase): WearAnswer {
  const { middle, tau } = beliefOfRange(asked.range);
  return lognormal(middle, Math.hypot(tau, HOUSE_SIGMA), asked);
}

/** The mean of the intervals so far, whatever was found; the catalogue until there is one. */
export function meanOfIntervals(one: SimulatedCase): WearAnswer {
  const { cycles } = one.asked;
  if (cycles.length === 0) return catalogueMiddle(one);
  const logs = cycles.map((cycle) => Math.log(cycle.days));
  const mean = logs.reduce((sum, log) => sum + log, 0) / logs.length;
  const spread = Math.sqrt(
    logs.reduce((sum, log) => sum + (log - mean) ** 2, 0) / Math.max(1, logs.length - 1),
  );
  return lognormal(mean, Math.max(0.08, cycles.length > 2 ? spread : HOUSE_SIGMA), one.asked);
}

/** Interval-censored maximum likelihood of a lognormal life; the catalogue while nothing was graded. */
export function plainMaximumLikelihood(one: SimulatedCase): WearAnswer {
  const graded = one.asked.cycles.flatMap((cycle) => {
    if (cycle.found === null) return [];
    const k = gradeIndex[cycle.found];
    const log = Math.log(cycle.days);
    return [
      {
        from: log - Math.log(wearEdges[k + 1] ?? 1),
        to: k === 0 ? Number.POSITIVE_INFINITY : log - Math.log(wearEdges[k] ?? 1),
      },
    ];
  });
  if (graded.length === 0) return catalogueMiddle(one);
  const { middle } = beliefOfRange(one.asked.range);
  let best = { mu: middle, sigma: HOUSE_SIGMA, fit: Number.NEGATIVE_INFINITY };
  for (const sigma of [0.08, 0.12, 0.17, 0.23, 0.32, 0.45, 0.57])
    for (let mu = middle - 2.5; mu <= middle + 2.5; mu += 0.02) {
      let fit = 0;
      for (const { from, to } of graded)
        fit += Math.log(Math.max(1e-12, normalCdf((to - mu) / sigma) - normalCdf((from - mu) / sigma)));
      if (fit > best.fit + 1e-9) best = { mu, sigma, fit };
    }
  return lognormal(best.mu, best.sigma, one.asked);
}

/** Somebody who knows the typical life and the spread, though not the next life. */
export function knowingTheTruth({ truth, asked }: SimulatedCase): WearAnswer {
  return lognormal(truth.mu, truth.sigma, asked);
}
