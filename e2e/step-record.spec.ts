import { expect, expectFaultless, test } from './app.ts';
import { seedTank } from './seed.ts';
import { begin, heed, stepThrough } from './stepping.ts';
import { contents } from './writing.ts';

test('a step that is done opens its entry, to be corrected; it is never logged twice', async ({
  page,
  server,
}) => {
  await seedTank(server.address, { services: [{ ago: 30 }] });
  await page.goto(`${server.address}/rounds`);
  await page.getByRole('link', { name: 'Build the round' }).click();
  await begin(page);
  await stepThrough(page, { until: /swap/ });
  await heed(page);
  await page.locator('.found button').nth(2).click();
  const services = () => contents<{ found: string | null; note: string }>(server.address, 'service');
  await expect.poll(async () => (await services()).length).toBe(2);

  await page.getByRole('button', { name: /Filter sock.*swap.*done, found just due/ }).click();
  const step = page.locator('.current');
  await expect(step).toContainText('found just due');
  await expect(page.locator('.found button')).toHaveCount(0);
  await step.getByRole('button', { name: 'Correct the entry' }).click();
  await step.getByRole('button', { name: 'overdue' }).click();
  await step.getByLabel('Note').fill('stank');
  await step.getByRole('button', { name: 'Save the correction' }).click();
  await expect(step).toContainText('found overdue');
  await expect(step).toContainText('“stank”');
  await expect(page.getByRole('button', { name: /Filter sock.*swap.*done, found overdue/ })).toBeVisible();
  expect((await services()).map((one) => one.found).sort()).toContain('overdue');
  expect(await services()).toHaveLength(2);
  await step.getByRole('button', { name: 'Go on' }).click();
  await expect(step).not.toContainText('stank');
  await expectFaultless(page);
});
