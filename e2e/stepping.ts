import { expect, type Page } from '@playwright/test';

/** Values that pass for good water. */
const good: Record<string, string> = {
  Temperature: '16.2',
  Nitrate: '12',
  Ammonia: '0.03',
  Nitrite: '0.02',
  Salinity: '33.5',
  Alkalinity: '8',
  Calcium: '420',
  Magnesium: '1350',
  Phosphate: '0.05',
};

/** Begins a round that was built; what it breaks without hurting anybody goes on for a reason. */
export async function begin(page: Page): Promise<void> {
  await expect(page.getByRole('button', { name: 'Begin the round' }).first()).toBeAttached();
  const reason = page.getByLabel('Why it goes on all the same');
  if (await reason.count()) await reason.fill('An air pump runs meanwhile');
  await page.getByRole('button', { name: 'Begin the round' }).filter({ visible: true }).click();
}

const CLICK_MS = 20_000;

/** Goes through a round as a hand would: ticks cautions, types tests, grades, proves. Stops before a step that fits, or at the end. */
export async function stepThrough(
  page: Page,
  { until = null, most = 200 }: { until?: RegExp | null; most?: number } = {},
): Promise<number> {
  for (let done = 0; done < most; done++) {
    const title = (await page.locator('.steptitle').first().textContent()) ?? '';
    if (title.startsWith('All steps are done') || until?.test(title)) return done;
    try {
      await heed(page);
      await typeTests(page);
      const found = page.locator('.found button').nth(2);
      const answer = (await found.count()) > 0 ? found : page.locator('.big').first();
      await answer.click({ timeout: CLICK_MS });
    } catch (error) {
      // what was tapped before this helper came may only now have taken the step away, and its cautions with it
      if ((await page.locator('.steptitle').first().textContent()) === title) throw error;
      continue;
    }
    await expect(page.locator('.steptitle').first()).not.toHaveText(title);
  }
  return most;
}

/** Ticks the cautions of the step that is shown; the caller has seen its title. */
export async function heed(page: Page): Promise<void> {
  // what is asked for comes with the title, but for the sheet of tests, which is fetched with the first of them
  await expect(page.locator('.current').getByText('Opening…')).toHaveCount(0);
  for (const box of await page.locator('.heed input').all()) await box.check({ timeout: CLICK_MS });
}

async function typeTests(page: Page): Promise<void> {
  const fields = await page.locator('.roundtests input').all();
  for (const field of fields) {
    const id = (await field.getAttribute('id')) ?? '';
    const label = (await page.locator(`label[for="${id}"]`).textContent()) ?? '';
    const name = Object.keys(good).find((one) => label.startsWith(one));
    if (name) await field.fill(good[name] ?? '');
  }
  if (fields.length === 0) return;
  // a value that surprises is asked about, and kept
  const keep = page.getByRole('button', { name: 'Keep it as typed' });
  for (let asked = await keep.count(); asked > 0; asked = await keep.count()) await keep.first().click();
}
