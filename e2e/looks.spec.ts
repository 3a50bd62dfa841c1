import { expect, expectFaultless, test } from './app.ts';
import { seedTank } from './seed.ts';
import { begin, heed, stepThrough } from './stepping.ts';
import { contents } from './writing.ts';

test('what nobody knows the age of is looked at; found due, it is done in the same round; found light, it is left', async ({
  page,
  server,
}) => {
  const { site, job } = await seedTank(server.address);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.address}/rounds/new?site=${site}&jobs=${job}`);
  await expect(page.getByRole('checkbox', { name: /Filter sock.*2 min/ })).toBeChecked();
  await expect(page.getByText(/^Look at Filter sock, Reef: time to swap and wash\?$/)).toBeVisible();
  await begin(page);
  await stepThrough(page, { until: /^Look at Filter sock/ });
  await expect(page.getByRole('heading', { name: 'How does it look?' })).toBeVisible();
  await expectFaultless(page);
  // graded by mistake, it can still be graded anew before anything is kept
  await page.getByRole('button', { name: /^overdue/ }).click();
  await expect(page.getByText(/^It is due: \d+ min\.$/)).toBeVisible();
  expect(await contents(server.address, 'look')).toHaveLength(0);
  await page.getByRole('button', { name: 'Do it in this round' }).click();
  await expect(page.locator('.steptitle')).not.toContainText('Look at Filter sock');
  await stepThrough(page, { until: /: swap and wash$/ });
  await heed(page);
  await page.locator('.found button').nth(3).click();
  await expect(page.locator('.steptitle').first()).not.toContainText('swap and wash');
  await stepThrough(page);
  await page.getByRole('button', { name: 'End the round' }).click();
  await expect(page.locator('.head .facts')).toContainText('closed;');
  const looks = await contents<{ found: string }>(server.address, 'look');
  expect(looks.map((one) => one.found)).toEqual(['overdue']);
  const services = await contents<{ jobId: string; found: string }>(server.address, 'service');
  expect(services).toMatchObject([{ jobId: job, found: 'overdue' }]);
});

test('a fitting goes in outside a round, stands on Today, heads it past its hour, and is out by one touch', async ({
  page,
  server,
}) => {
  const { site, sock, job } = await seedTank(server.address, {
    ...{ kindId: 'sock-cleaning', jobId: 'fit-remove', name: 'Cleaning sock', services: [{ ago: 20 }] },
  });
  await page.goto(`${server.address}/components/${sock}`);
  await page.getByLabel('Comes out after').fill('0');
  await expect(page.getByRole('button', { name: 'It is in now' })).toBeDisabled();
  await page.getByLabel('Comes out after').fill('0.001');
  await page.getByRole('button', { name: 'It is in now' }).click();
  await expect(page.getByText('It is in: take it out on Today.')).toBeVisible();
  await page.goto(`${server.address}/today`);
  const list = page.getByRole('region', { name: 'Left off' });
  await expect(list).toContainText('Cleaning sock');
  await expect(list).toContainText('it should be out since', { timeout: 60_000 });
  await list.getByRole('button', { name: 'It is out' }).click();
  await expect(list).toHaveCount(0);
  await expect
    .poll(async () => (await contents<{ jobId: string }>(server.address, 'service')).length)
    .toBe(2);
  expect(
    (await contents<{ jobId: string }>(server.address, 'service')).every((one) => one.jobId === job),
  ).toBe(true);
  await page.goto(`${server.address}/rounds`);
  await expect(page.getByRole('heading', { name: 'Under way' })).toHaveCount(0);
  expect(site).toBeTruthy();
});
