import { chromium } from 'playwright-core';
import { performance } from 'node:perf_hooks';
import { print, spread } from './timings.ts';

const TYPED = 'skimmer';
const MEGABYTE = 1024 ** 2;

/**
 * A browser of its own opens Today: how long until a job can be opened, how long a key in the filter takes, how much the
 * window holds.
 * @param siteIds the places that the device holds; null: all
 */
export async function windowOf(
  address: string,
  name: string,
  siteIds: readonly string[] | null,
): Promise<void> {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
    args: ['--enable-precise-memory-info', '--js-flags=--expose-gc'],
  });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await context.addInitScript(
      `localStorage.setItem('jondrel-places', ${JSON.stringify(siteIds?.join() ?? '')})`,
    );
    const page = await context.newPage();
    const opened: number[] = [];
    for (let k = 0; k < 3; k++) {
      const begun = performance.now();
      await page.goto(`${address}/today`);
      await page.locator('li.job').first().waitFor({ timeout: 240_000 });
      opened.push(performance.now() - begun);
    }
    print(`${name}: Today usable`, spread(opened));
    const keys: number[] = [];
    await page.getByRole('searchbox', { name: 'Find' }).first().focus();
    for (const key of TYPED) {
      const begun = performance.now();
      await page.keyboard.press(key);
      // drawn: the frame after the next
      await page.evaluate(
        'new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done(0))))',
      );
      keys.push(performance.now() - begun);
    }
    print(`${name}: a key in the filter`, spread(keys));
    const heap = await page.evaluate<number>('(gc(), performance.memory.usedJSHeapSize)');
    print(`${name}: memory of the window`, `${(heap / MEGABYTE).toFixed(0)} MB`);
  } finally {
    await browser.close();
  }
}
