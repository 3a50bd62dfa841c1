import { count } from './words.ts';

/** A device that is off by less dates nothing wrongly. House figure. */
const MATTERS_MIN = 3;

/**
 * What is said of a device whose clock is wrong; null: it is right.
 * @param aheadMs how far the server’s clock is ahead of the device’s, ms
 */
export function clockWord(aheadMs: number): string | null {
  const minutes = Math.round(Math.abs(aheadMs) / 60_000);
  if (minutes < MATTERS_MIN) return null;
  const off =
    minutes < 120
      ? count(minutes, 'minute')
      : minutes < 2880
        ? count(Math.round(minutes / 60), 'hour')
        : count(Math.round(minutes / 1440), 'day');
  return `This device’s clock is ${off} ${aheadMs > 0 ? 'behind' : 'ahead'}. What you enter is dated by the server’s clock; set this one right, timers ring by it.`;
}
