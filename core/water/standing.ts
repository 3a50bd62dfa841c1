import type { ParameterVerdict } from './verdict.ts';

/** Older than this a test is no ground for amounts: test first. Slow movers are tested every few weeks. House default. */
export const TOO_OLD_DAYS = 35;

/** How far the tests of a water allow anything to be said of it. */
export interface WaterStanding {
  /** Days from now of the last test, doubted or not; null: never tested. */
  lastDays: number | null;
  /** Parameters with a band and a test that nobody doubts. */
  judged: number;
  /** Parameters of which there are only tests in doubt. */
  doubted: number;
  /** Of the judged, tested lately enough to act upon. */
  fresh: number;
}

export function standingOf(verdicts: readonly ParameterVerdict[]): WaterStanding {
  const days = verdicts
    .flatMap(({ latest, doubtful }) => [latest, doubtful?.point ?? null])
    .flatMap((point) => (point ? [point.days] : []));
  const judged = verdicts.filter((one) => one.latest !== null && one.verdict !== 'no-band');
  return {
    lastDays: days.length === 0 ? null : Math.max(...days),
    judged: judged.length,
    doubted: verdicts.filter((one) => one.latest === null && one.doubtful !== null).length,
    fresh: judged.filter((one) => (one.latest?.days ?? Number.NEGATIVE_INFINITY) >= -TOO_OLD_DAYS).length,
  };
}
