import { expect, expectFaultless, test } from './app.ts';
import { seedTank } from './seed.ts';
import { contents, create, write } from './writing.ts';

test('of several places each is a line; what is typed before the days are chosen stays, and is said to need them', async ({
  page,
  server,
}) => {
  await seedTank(server.address, { services: [{ ago: 30 }] });
  await write(server.address, create('site', { name: 'The café', timeZone: 'UTC', visits: null }));
  await page.goto(`${server.address}/settings`);
  const cafe = page.locator('details', { has: page.locator('summary', { hasText: 'The café' }) });
  await expect(cafe.locator('summary')).toContainText('no usual days');
  await expect(page.locator('summary', { hasText: 'Home' })).toContainText('Sat, every week');
  await expect(page.getByLabel('Name of the place').filter({ visible: true })).toHaveCount(0);
  await expectFaultless(page);
  await cafe.locator('summary').click();
  await cafe.getByLabel('Minutes there are').fill('90');
  await cafe.getByLabel('How many come').fill('2');
  await expect(cafe.getByText('without them nothing of a visit is kept')).toBeVisible();
  await expect(cafe.getByLabel('Minutes there are')).toHaveValue('90');
  await cafe.getByRole('button', { name: 'Tuesday' }).click();
  await cafe.getByRole('button', { name: 'Friday' }).click();
  await expect(cafe.getByText('without them nothing of a visit is kept')).toHaveCount(0);
  await expectFaultless(page);
  await cafe.getByRole('button', { name: 'Save this place' }).click();
  await expect(cafe.locator('summary')).toContainText('Tue and Fri, every week; 90 min');
  const sites = await contents<{ name: string; visits: { minutes: number; people: number } | null }>(
    server.address,
    'site',
  );
  expect(sites.find((one) => one.name === 'The café')?.visits).toMatchObject({ minutes: 90, people: 2 });
});

test('two changes pressed quicker than a slow server answers: both stand, and nobody is in conflict with themselves', async ({
  page,
  server,
}) => {
  await seedTank(server.address, { services: [{ ago: 30 }] });
  await page.route('**/api/work', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1_500));
    await route.continue();
  });
  await page.goto(`${server.address}/settings`);
  const often = page.getByRole('group', { name: 'Backs up by itself' });
  const keeps = page.getByRole('group', { name: 'Of its own it keeps the newest' });
  await often.getByRole('button', { name: 'Every week' }).click();
  await keeps.getByRole('button', { name: '30' }).click();
  await page.getByRole('group', { name: 'Dates' }).getByRole('button', { name: '2026-11-07' }).click();
  await expect
    .poll(async () => (await contents(server.address, 'setting'))[0], { timeout: 20_000 })
    .toMatchObject({ dateFormat: 'iso', backups: { everyDays: 7, keep: 30 } });
  await expect(keeps.getByRole('button', { name: '30' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});
