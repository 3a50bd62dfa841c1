import { expect, test } from './app.ts';
import { seedTank } from './seed.ts';

interface Listed {
  id: string;
  title: string;
  main: string;
  inputs: Record<string, { label: string; kind: string; optional: boolean }>;
  outputs: Record<string, { label: string; unit: string; digits: number | null }>;
  example: { inputs: Record<string, unknown>; outputs: Record<string, unknown> };
}

/** As the screen writes a number: thousands commas, its digits; what they would show as nought by powers of ten. */
function written(value: unknown, digits: number): string | null {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value !== 'number') return null;
  return value !== 0 && Math.abs(value) < 0.5 * 10 ** -digits
    ? value.toExponential(2)
    : new Intl.NumberFormat('en-GB', { maximumFractionDigits: digits }).format(value);
}

const SHARES = 4;
for (let share = 0; share < SHARES; share++) {
  test(`every calculator opens, takes its example and shows what the core answers, part ${share + 1}`, async ({
    page,
    server,
  }) => {
    test.setTimeout(180_000);
    const all = (await (await fetch(`${server.address}/api/calculators`)).json()) as Listed[];
    const mine = all.filter((_, k) => k % SHARES === share);
    expect(mine.length).toBeGreaterThan(10);
    await seedTank(server.address);
    await page.goto(`${server.address}/bench`);
    for (const one of mine) {
      // by the address, as a link would, without loading everything again
      await page.evaluate(
        `window.history.pushState(null, '', '/bench/${one.id}'); window.dispatchEvent(new PopStateEvent('popstate'));`,
      );
      await expect(page.getByRole('heading', { level: 2, name: one.title, exact: true })).toBeVisible();
      const first = Object.entries(one.inputs).find(
        ([, input]) => input.kind === 'number' && !input.optional,
      );
      const typed = first && one.example.inputs[first[0]];
      if (first && typeof typed === 'number') {
        const field = page.locator('form').getByLabel(first[1].label, { exact: true }).first();
        await field.fill('');
        await expect(page.getByRole('alert'), one.id).toContainText(/is needed/);
        await field.fill(String(typed));
      }
      const output = one.outputs[one.main];
      const expected = written(one.example.outputs[one.main], output?.digits ?? 4);
      const shown = page.locator('.benchresult.first output');
      if (expected === null) await expect(shown, one.id).not.toBeEmpty();
      else await expect(shown, one.id).toHaveText(expected);
    }
  });
}

test('search, favourite, link, error, hand-over, and figures of a system', async ({ page, server }) => {
  await seedTank(server.address);
  await page.goto(`${server.address}/bench`);
  await page.getByLabel('Find a calculator').fill('water change');
  await page.getByRole('link', { name: 'Water change to reach a value' }).click();
  await page.getByRole('button', { name: 'Make it a favourite' }).click();
  await page.getByLabel('Now', { exact: true }).fill('40');
  await expect(page.locator('.benchresult.first output')).toHaveText('250');
  expect(page.url()).toContain('C0=40');
  await page.getByLabel('Figures carry an error').check();
  await page.getByLabel('± Now').fill('4');
  await expect(page.locator('.benchresult.first output')).toContainText('±');
  await page.reload();
  await expect(page.locator('.benchresult.first output')).toContainText('250');
  await page.getByRole('link', { name: 'Buckets of a change' }).click();
  await expect(page.getByLabel('Change', { exact: true })).toHaveValue('250');
  await page.getByLabel('Find a calculator').fill('');
  await expect(page.getByRole('heading', { name: 'Favourites' })).toBeVisible();
  await page.goto(`${server.address}/bench/change-to-target`);
  await page.getByLabel('Now', { exact: true }).fill('1e9');
  await expect(page.getByRole('alert')).toContainText('outside 0 to 1,000,000 mg/L');
});

test('a unit can be switched, in and out', async ({ page, server }) => {
  await seedTank(server.address);
  await page.goto(`${server.address}/bench/change-to-target`);
  await page.getByLabel('Unit of true water').click();
  await page.getByRole('option', { name: 'US gal' }).click();
  await page.getByLabel('True water', { exact: true }).fill('100');
  await expect(page.locator('.benchresult.first output')).toHaveText('252.4');
  await page.getByLabel('Unit of change at once').selectOption('US gal');
  await expect(page.locator('.benchresult.first output')).toHaveText('66.7');
});
