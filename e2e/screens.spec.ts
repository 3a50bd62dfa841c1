import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './app.ts';
import { daysAgo, planned, seedTank } from './seed.ts';
import { freshContext } from './clock.ts';

test.describe('keyboard', () => {
  test('G and a letter, N, Ctrl K, J', async ({ page, server }) => {
    await seedTank(server.address, { services: [{ ago: 5 }] });
    await page.goto(`${server.address}/today`);
    await expect(page.locator('li.job')).toHaveCount(1);
    await page.keyboard.press('g');
    await page.keyboard.press('p');
    await expect(page.getByRole('heading', { name: 'Plan' })).toBeVisible();
    await page.keyboard.press('Control+k');
    // typed at once: nothing of it is lost while Find opens, nor taken for a command
    await page.keyboard.type('reefx');
    await page.keyboard.press('Backspace');
    await expect(page.getByRole('combobox', { name: 'Find' })).toHaveValue('reef');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Reef' })).toBeVisible();
    await page.keyboard.press('n');
    await expect(page.getByRole('combobox', { name: 'Which job was done?' })).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(page.getByText('Done. What did you find?')).toBeVisible();
    await page.getByRole('button', { name: /^just due/ }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('status')).toContainText('logged');
  });
});

const paths = ({ site, system, sock }: { site: string; system: string; sock: string }) => [
  '/today',
  '/systems',
  `/systems/${system}`,
  `/systems/${system}/add`,
  `/components/${sock}`,
  `/water?system=${system}`,
  `/water/kits?system=${system}`,
  `/water/import?system=${system}`,
  `/water/change?system=${system}`,
  '/water/make-up',
  `/water/source?system=${system}`,
  '/catalogue',
  '/rounds',
  `/rounds/new?site=${site}`,
  `/rounds/recovery?system=${system}`,
  `/rounds/sitter?site=${site}`,
  '/waiting',
  '/plan',
  '/bench',
  '/bench/uv-dose',
  '/log',
  '/settings',
  '/describe',
];
const lived = { services: [{ ago: 12 }, { ago: 5, found: 'right' }] };

for (const scheme of ['light', 'dark'] as const) {
  test(`every screen is free of accessibility faults, ${scheme}`, async ({ page, server }) => {
    // twenty-three screens, each read whole
    test.setTimeout(180_000);
    const seeded = await seedTank(server.address, lived);
    await page.emulateMedia({ colorScheme: scheme });
    for (const path of paths(seeded)) {
      await page.goto(server.address + path);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      const { violations } = await new AxeBuilder({ page })
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
        .analyze();
      expect
        .soft(violations.map((one) => `${path}: ${one.id} ${one.nodes[0]?.target.join(' ') ?? ''}`))
        .toEqual([]);
    }
  });
}

test('every screen fits a phone', async ({ page, server }) => {
  test.setTimeout(120_000);
  const seeded = await seedTank(server.address, lived);
  await page.setViewportSize({ width: 390, height: 844 });
  for (const path of paths(seeded)) {
    await page.goto(server.address + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    expect
      .soft(await page.evaluate<number>('document.documentElement.scrollWidth'), path)
      .toBeLessThanOrEqual(390);
  }
});

test('left off: first on Today until it was seen running', async ({ page, server }) => {
  const { sock } = await seedTank(server.address, {
    kindId: 'return-pump',
    jobId: 'strip-soak',
    name: 'Return pump',
    services: [{ ago: 20 }],
  });
  await page.goto(`${server.address}/components/${sock}`);
  await page.getByRole('button', { name: 'Switched off' }).click();
  // what it means is said first, and asked
  const asked = page.getByRole('button', { name: 'Switched off' });
  await expect(asked).toHaveCount(2);
  await asked.last().click();
  await expect(page.getByRole('status')).toContainText('until it is seen running');
  await page.goto(`${server.address}/today`);
  const job = page.locator('li.job').first();
  await expect(job).toContainText('still off');
  await job.getByRole('button', { expanded: false }).first().click();
  await expect(job).toContainText('Look for: flow at the outlet, quiet.');
  await job.getByRole('button', { name: 'Seen running' }).click();
  await expect(page.getByRole('status')).toContainText('seen running');
  expect((await planned(server.address)).state).not.toBe('left-off');
});

test('own figures move the date, and the catalogue’s come back', async ({ page, server }) => {
  const { sock } = await seedTank(server.address, { services: [{ ago: 1 }] });
  const before = await planned(server.address);
  await page.goto(`${server.address}/components/${sock}`);
  await page.getByRole('button', { name: 'Change the figures' }).click();
  await page.getByLabel('Usual life, low end').fill('20');
  await page.getByLabel('Usual life, high end').fill('40');
  await page.getByRole('button', { name: 'Use these figures' }).click();
  await expect(page.getByRole('status')).toContainText('Own figures saved');
  expect((await planned(server.address)).likely > before.likely).toBe(true);
  await page.getByRole('button', { name: 'Change the figures' }).click();
  await page.getByRole('button', { name: 'Back to the catalogue’s figures' }).click();
  await expect(page.getByRole('status')).toContainText('Back to the catalogue');
  expect((await planned(server.address)).likely).toBe(before.likely);
});

test('an event that starts wear anew is added and moves the window', async ({ page, server }) => {
  const { system } = await seedTank(server.address, {
    services: [
      { ago: 44 },
      { ago: 32, found: 'right' },
      { ago: 20, found: 'right' },
      { ago: 8, found: 'right' },
    ],
  });
  const before = await planned(server.address);
  await page.goto(`${server.address}/log?system=${system}&add=1`);
  await page.getByRole('button', { name: 'Feed changed' }).click();
  await page.getByLabel('In your words').fill('twice the pellets');
  await page.getByRole('button', { name: 'Yes, older records count little' }).click();
  await page.getByRole('button', { name: 'Add the event' }).click();
  await expect(page.getByRole('button', { name: /Feed changed/ }).last()).toContainText('twice the pellets');
  const after = await planned(server.address);
  expect(after.likely < before.likely).toBe(true);
  expect(after.lastDone).toBe(daysAgo(8));
});

test('a kind of one’s own is kept, added and planned', async ({ page, server }) => {
  const { system } = await seedTank(server.address);
  await page.goto(`${server.address}/systems/${system}/add`);
  await page.getByRole('button', { name: 'A kind of your own' }).click();
  await page.getByLabel('What is it?').fill('Feeding ring');
  await page.getByLabel('What is done').fill('scrub');
  await page.getByLabel('Usually after, at least').fill('10');
  await page.getByLabel('Usually after, at most').fill('20');
  await page.getByRole('button', { name: 'Keep this kind' }).click();
  await page.getByLabel('Search the catalogue').fill('feeding');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByRole('link', { name: 'Feeding ring' })).toBeVisible();
});

test('dates renew at the site’s midnight, and a second window follows a change without a reload', async ({
  browser,
  page,
  server,
}) => {
  const { sock } = await seedTank(server.address, { services: [{ ago: 4 }] });
  await page.goto(`${server.address}/today`);
  await expect(page.locator('li.job')).toHaveCount(1);
  const renewed = page.waitForRequest('**/api/plan/changes**');
  await page.clock.fastForward('24:00:00');
  await renewed;
  const other = await (await freshContext(browser)).newPage();
  await other.goto(`${server.address}/components/${sock}`);
  await other.getByRole('button', { name: /Log it done/ }).click();
  await other.getByRole('button', { name: /^half-way/ }).click();
  await expect(page.locator('li.job').first()).toContainText('found half-way after 4 days');
});
