import { expect, test } from './app.ts';
import { seedTank } from './seed.ts';

test('choose a programme, test by keyboard alone, and an out-of-band nitrate calls the job that cures it', async ({
  page,
  server,
}) => {
  const { system } = await seedTank(server.address, {
    kindId: 'phosphate-media',
    jobId: 'replace',
    name: 'Phosphate media',
    services: [{ ago: 10 }],
  });
  await page.goto(`${server.address}/water?system=${system}`);
  await expect(page.getByText('no programme, so no bands')).toBeVisible();
  await page.getByRole('button', { name: 'Choose a programme' }).click();
  await page.getByRole('button', { name: /Balanced mixed reef/ }).click();
  // what would change is said before it does
  await expect(
    page.getByText(/Nitrate: no band, not asked for → 5–20 mg\/L, tested every 7 days/),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Follow balanced mixed reef/ }).click();
  await expect(page.getByRole('status')).toContainText('Balanced mixed reef');

  const cell = (name: string) => page.getByLabel(name, { exact: true });
  await cell('Salinity, ppt').focus();
  await page.keyboard.type('99');
  await expect(page.getByRole('alert')).toHaveText(
    'Salinity cannot be 99 ppt: it lies between 0 and 42 ppt.',
  );
  await page.keyboard.press('Control+a');
  await page.keyboard.type('34,8');
  await page.keyboard.press('Tab');
  await page.keyboard.type('8.4');
  await page.keyboard.press('Tab');
  await page.keyboard.type('420');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.type('12');
  await page.keyboard.press('Tab');
  await page.keyboard.type('0.16');
  await expect(page.getByText('above', { exact: true })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status')).toContainText('5 readings saved');
  await expect(page.getByRole('row').nth(1)).toContainText('0.160');
  // no vessel is measured: how much to change cannot be said, and it says so
  await expect(page.getByText('Measure the vessel')).toBeVisible();

  await page.goto(`${server.address}/today`);
  const media = page.locator('li.job', { hasText: 'Phosphate media' });
  await expect(media).toContainText('Phosphate was 0.16 mg/L');
  await expect(page.getByText('Reef: phosphate 0.16 mg/L (at most 0.1 mg/L)')).toBeVisible();
});

test('ten times the last one is asked about; below the lowest reading is kept as that', async ({
  page,
  server,
}) => {
  const { system } = await seedTank(server.address);
  await page.goto(`${server.address}/water?system=${system}`);
  const phosphate = page.getByLabel('Phosphate, mg/L', { exact: true });
  await phosphate.fill('0.05');
  await phosphate.press('Enter');
  await expect(page.getByRole('status')).toContainText('1 reading saved');
  await phosphate.fill('0.5');
  await phosphate.press('Enter');
  await expect(page.getByRole('alert')).toContainText('did you mean 0.05?');
  await phosphate.fill('<0.02');
  await phosphate.press('Enter');
  await expect(page.getByRole('row').nth(1)).toContainText('< 0.020');
  const readings = (await (await fetch(`${server.address}/api/readings?system=${system}`)).json()) as {
    content: { below: boolean; value: number };
  }[];
  expect(readings.map((reading) => [reading.content.value, reading.content.below])).toContainEqual([
    0.02,
    true,
  ]);
});
