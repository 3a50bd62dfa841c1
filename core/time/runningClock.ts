import { MS_PER_DAY, type Instant } from './day.ts';

/** A rest of the unit: its clock stands. `to` is null while it still rests. */
export interface Rest {
  from: Instant;
  to: Instant | null;
}

/**
 * Exposure between two instants: elapsed time ÷ 24 h, rests left out.
 * @returns days, 0 or more
 */
export function runningDays(from: Instant, to: Instant, rests: readonly Rest[]): number {
  let resting = 0;
  for (const rest of rests) {
    const start = Math.max(from, rest.from);
    const end = Math.min(to, rest.to ?? to);
    if (end > start) resting += end - start;
  }
  return Math.max(0, to - from - resting) / MS_PER_DAY;
}

/** The instant at which `days` of exposure have passed since `from`; an open rest is taken as over at `at`. */
export function instantAfterRunning(
  from: Instant,
  days: number,
  rests: readonly Rest[],
  at: Instant,
): Instant {
  let reached = from + days * MS_PER_DAY;
  const inOrder = [...rests].sort((a, b) => a.from - b.from);
  for (const rest of inOrder) {
    const start = Math.max(from, rest.from);
    const end = rest.to ?? Math.max(start, at);
    if (start < reached && end > start) reached += end - start;
  }
  return reached;
}
