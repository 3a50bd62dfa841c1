import { expect, test } from './app.ts';
import { planned, seedTank } from './seed.ts';

const graded = {
  services: [
    { ago: 20 },
    { ago: 15, found: 'right' as const },
    { ago: 9, found: 'right' as const },
    { ago: 3, found: 'overdue' as const },
  ],
};

test('a component says what moved its date, what waiting costs and how to know more', async ({
  page,
  server,
}) => {
  const { sock } = await seedTank(server.address, graded);
  await page.goto(`${server.address}/components/${sock}`);
  await expect(page.getByText('Found just due after 5 days')).toBeVisible();
  await expect(page.getByText('Found overdue after 6 days')).toBeVisible();
  await expect(page.getByRole('row', { name: /today/ })).toContainText(/1 in|nearly|in 4/);
  await expect(page.getByText(/Look today: if half-way, do by/)).toBeVisible();
  await expect(page.getByText(/Enter feed: its life is then counted in g/)).toBeVisible();
  await expect(page.getByRole('img', { name: /Of ten such lives one is used up by day/ })).toBeVisible();
});

test('a look moves the date and is told among what moved it', async ({ page, server }) => {
  const { sock } = await seedTank(server.address, {
    services: [{ ago: 19 }, { ago: 13, found: 'right' }, { ago: 7, found: 'right' }],
  });
  await page.goto(`${server.address}/components/${sock}`);
  await page.getByRole('button', { name: 'Log it done' }).click();
  await page.getByRole('button', { name: 'I only looked' }).click();
  await page
    .getByRole('button', { name: /half-way/ })
    .first()
    .click();
  await expect(page.getByText(/Looked at, found half-way/)).toBeVisible();
});

test('the accepted lateness of one job is changed on its page and moves the day', async ({
  page,
  server,
}) => {
  const { sock } = await seedTank(server.address, graded);
  const before = await planned(server.address);
  await page.goto(`${server.address}/components/${sock}`);
  await page
    .getByRole('group', { name: 'Risk you accept' })
    .getByRole('button', { name: '1 in 100' })
    .click();
  await expect(page.getByText('Your own for this job')).toBeVisible();
  const after = await planned(server.address);
  expect(after.recommended < before.recommended).toBe(true);
  expect(after.likely).toBe(before.likely);
});

test('feed is entered once for the whole water, and the sentence says by what a life is counted', async ({
  page,
  server,
}) => {
  const { system, sock } = await seedTank(server.address, graded);
  await page.goto(`${server.address}/systems/${system}`);
  await page.getByLabel('Feed from now on').fill('12');
  await page.getByRole('button', { name: 'Save the feed' }).click();
  await expect(page.getByText('12 g a day').first()).toBeVisible();
  await page.goto(`${server.address}/components/${sock}`);
  await expect(page.getByText(/Counted by feed\./).first()).toBeVisible();
});

test('how late is too late is changed for the installation', async ({ page, server }) => {
  await seedTank(server.address, graded);
  const before = await planned(server.address);
  await page.goto(`${server.address}/settings`);
  await page.getByLabel('A, a nuisance: 1 chance in').fill('50');
  await page.getByLabel('B, water or performance: 1 chance in').fill('50');
  await page.getByRole('button', { name: 'Accept these chances' }).click();
  await expect(page.getByRole('status')).toContainText('Settings saved');
  expect((await planned(server.address)).recommended < before.recommended).toBe(true);
});
