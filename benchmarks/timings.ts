import { performance } from 'node:perf_hooks';

/** One line of a benchmark. */
export function print(name: string, text: string): void {
  process.stdout.write(`${name.padEnd(66)} ${text}\n`);
}

/** What some work gives, and the milliseconds it took. */
export function timed<T>(work: () => T): [result: T, ms: number] {
  const start = performance.now();
  const result = work();
  return [result, performance.now() - start];
}

/** How long each of some runs took, after one to warm up. */
export function runsOf(count: number, work: () => unknown): number[] {
  work();
  return Array.from({ length: count }, () => timed(work)[1]);
}

/** The middle and the spread of times in milliseconds, in words. */
export function spread(times: readonly number[]): string {
  const sorted = [...times].sort((a, b) => a - b);
  const at = (share: number) => (sorted[Math.floor(share * (sorted.length - 1))] ?? 0).toFixed(1);
  return `median ${at(0.5)} ms   min ${at(0)}   90 % ${at(0.9)}   max ${at(1)}`;
}
