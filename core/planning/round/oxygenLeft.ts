import { stillSurfaceMPerH, STARTS_AT_SATURATION } from './standstill.ts';
import type { OxygenFigures, Plant } from './plant.ts';
import type { Still } from './simulate.ts';

/** The least oxygen of a water in a visit. */
export interface OxygenLeft {
  systemId: string;
  leastMgL: number;
  atMin: number;
  limitMgL: number;
}

/**
 * Oxygen of each water through a visit, by mass balance: d dC/dt = k (saturation − C) − d × use, with k of a still surface
 * while nothing moves the water, twice that while only its surface is unbroken, and as it runs the k that holds it where
 * it begins.
 * @param still what stands, as `simulate` found it
 * @returns the least of each water whose figures are known and in which flow or air stands, mg/L
 * @source film model of gas exchange; its coefficients as in standstill.ts
 */
export function oxygenLeft(still: readonly Still[], plant: Plant): OxygenLeft[] {
  return plant.systems.flatMap(({ systemId, oxygen }): OxygenLeft[] => {
    const mine = still.filter(
      (one) => one.systemId === systemId && (one.what === 'flow' || one.what === 'air'),
    );
    if (!oxygen || mine.length === 0) return [];
    const { saturationMgL, limitMgL } = oxygen;
    const begins = STARTS_AT_SATURATION * saturationMgL;
    let least = { leastMgL: begins, atMin: 0 };
    let now = begins;
    for (const { from, to, mPerH } of courses(mine, oxygen)) {
      now = after(now, (to - from) / 60, mPerH, oxygen);
      if (now < least.leastMgL) least = { leastMgL: now, atMin: to };
    }
    return [{ systemId, ...least, limitMgL }];
  });
}

/** The stretches from the first stop to the last, each with its exchange. */
function courses(
  mine: readonly Still[],
  oxygen: OxygenFigures,
): { from: number; to: number; mPerH: number }[] {
  const edges = [...new Set(mine.flatMap((one) => [one.fromMin, one.fromMin + one.minutes]))].sort(
    (a, b) => a - b,
  );
  return edges.slice(0, -1).map((from, i) => {
    const stands = (what: Still['what']): boolean =>
      mine.some((one) => one.what === what && one.fromMin <= from && one.fromMin + one.minutes > from);
    return {
      from,
      to: edges[i + 1] ?? from,
      mPerH: stands('flow') ? stillSurfaceMPerH : stands('air') ? 2 * stillSurfaceMPerH : running(oxygen),
    };
  });
}

/** The exchange that holds it where it begins: use and gain are even. */
const running = ({ useMgLh, depthM, saturationMgL }: OxygenFigures): number =>
  (useMgLh * depthM) / ((1 - STARTS_AT_SATURATION) * saturationMgL);

function after(mgL: number, hours: number, mPerH: number, oxygen: OxygenFigures): number {
  const { saturationMgL, useMgLh, depthM } = oxygen;
  const comesTo = saturationMgL - (useMgLh * depthM) / mPerH;
  return Math.max(0, comesTo + (mgL - comesTo) * Math.exp((-mPerH / depthM) * hours));
}
