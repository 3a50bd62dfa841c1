import { expect, test } from './app.ts';
import { seedTank } from './seed.ts';

test('a side taken where keepers differ changes the date, and can be taken back', async ({
  page,
  server,
}) => {
  await seedTank(server.address, {
    kindId: 'stream-pump',
    jobId: 'scrub',
    name: 'Stream pump',
    services: [{ ago: 12 }],
  });
  await page.goto(`${server.address}/settings`);
  await page.getByLabel(/scrubbed every week/).check();
  await expect(page.getByRole('status')).toContainText('Settings saved');
  await page.goto(`${server.address}/`);
  await expect(page.locator('li.job', { hasText: 'Stream pump' })).toContainText(
    'usually every 6 to 10 days',
  );
  await page.goto(`${server.address}/settings`);
  await page
    .getByRole('group', { name: /Stream pumps/ })
    .getByLabel(/not chosen/)
    .check();
  await expect(page.getByRole('status')).toContainText('Settings saved');
  await page.goto(`${server.address}/`);
  await expect(page.locator('li.job', { hasText: 'Stream pump' })).toContainText(
    'usually every 7 days to 3 months',
  );
});

test('a reading over its limit makes the date and says so', async ({ page, server }) => {
  const { sock } = await seedTank(server.address, {
    kindId: 'ro-membrane',
    jobId: 'replace',
    name: 'Membrane',
    services: [{ ago: 60 }],
  });
  await page.goto(`${server.address}/components/${sock}`);
  await page.getByRole('button', { name: 'Add a meter' }).click();
  await page.getByLabel('What is read').click();
  await page.getByRole('option', { name: 'Rejection' }).click();
  await page.getByRole('button', { name: 'Add it' }).click();
  await page.getByRole('button', { name: 'Read it now' }).click();
  await page.getByLabel('Rejection').fill('93,2');
  await page.keyboard.press('Enter');
  await expect(page.getByText('93.2 %').first()).toBeVisible();
  await expect(page.getByText(/Rejection 93.2 % on .*, under 95 %/).first()).toBeVisible();
});

test('a job of one’s own in certain months', async ({ page, server }) => {
  const { sock } = await seedTank(server.address, { services: [{ ago: 3 }] });
  await page.goto(`${server.address}/components/${sock}`);
  await page.getByRole('button', { name: 'Add a job of your own' }).click();
  await page.getByLabel('What is done').fill('look at the drain before winter');
  await page.getByRole('button', { name: 'In certain months' }).click();
  await expect(page.getByLabel('Usually after, at least')).toBeHidden();
  await page.getByRole('button', { name: 'Jan', exact: true }).click();
  await page.getByRole('button', { name: 'Add this job' }).click();
  await page.getByRole('tab', { name: /before winter/ }).click();
  await expect(page.getByText(/Each year on 1 January/).first()).toBeVisible();
});

test('what is left of a store: declared, then read', async ({ page, server }) => {
  const { sock } = await seedTank(server.address, {
    kindId: 'top-off',
    jobId: 'refill',
    name: 'Top-off',
    services: [{ ago: 2 }],
  });
  await page.goto(`${server.address}/components/${sock}`);
  await page.getByRole('button', { name: 'Change the figures' }).click();
  await page.getByLabel('Holds when filled').fill('25');
  await page.getByLabel('Of it out of reach').fill('2');
  await page.getByLabel('A day takes').fill('4');
  await page.getByRole('button', { name: 'Use these figures' }).click();
  await expect(page.getByText(/4 L a day as you entered/).first()).toBeVisible();
});

test('finding on Today and Systems stays in the address bar', async ({ page, server }) => {
  await seedTank(server.address, { services: [{ ago: 5 }] });
  await page.goto(`${server.address}/today?q=sock`);
  await expect(page.locator('li.job', { hasText: 'Filter sock' })).toBeVisible();
  await page.getByRole('searchbox', { name: 'Find' }).fill('skimmer');
  await expect(page.getByText('No job fits these filters.')).toBeVisible();
  await expect(page).toHaveURL(/q=skimmer/);
  await page.goto(`${server.address}/systems?q=sock`);
  await expect(page.getByRole('link', { name: /Filter sock/ })).toBeVisible();
});
