import type { Browser, BrowserContext, BrowserContextOptions } from '@playwright/test';

/** The day on which all browser tests begin, whatever day it is: a Friday in the morning, in winter time. */
const BEGINS = Date.parse('2026-11-27T10:00:00Z');
/** How far the tests' clock is ahead of the machine's, for started programs. It runs on as the machine's does. */
export const AHEAD_MS = BEGINS - Date.now();

/** Now, for the started programs, the browsers and the seeds alike. */
export const testNow = (): number => Date.now() + AHEAD_MS;
export const isoNow = (): string => new Date(testNow()).toISOString();

/** Pages of a context take the tests' time, those opened later too. */
export const atTestTime = (context: BrowserContext): Promise<void> =>
  context.clock.install({ time: testNow() });

/** A further browser's window, with cookies and storage of its own. */
export async function freshContext(
  browser: Browser,
  options: BrowserContextOptions = {},
): Promise<BrowserContext> {
  const context = await browser.newContext(options);
  await atTestTime(context);
  return context;
}
