import { expect, test, Server } from './app.ts';
import { countOf, seedTank } from './seed.ts';
import { readFileSync } from 'node:fs';
import { freshContext } from './clock.ts';

test('a reload in the middle of the first run loses nothing', async ({ page, server }) => {
  await page.goto(`${server.address}/describe`);
  await page.getByRole('button', { name: /Fresh water/ }).click();
  await page.getByLabel('What do you call it?').fill('Blackwater');
  await page.getByRole('button', { name: /^Next/ }).click();
  await page.getByLabel('Length inside').fill('80,5');
  await page.getByLabel('Width inside').fill('35');
  await page.reload();
  await expect(page.getByText('Fresh water, called Blackwater.')).toBeVisible();
  await expect(page.getByLabel('Length inside')).toHaveValue('80.5');
  await page.getByLabel('Water depth').fill('40');
  // 80.5 × 35 × 40 cm less 5 % is 107.1 L
  await expect(page.getByText('107 L').first()).toBeVisible();
  await page.getByRole('button', { name: /^Next/ }).click();
  await page.getByLabel('Search the catalogue').fill('canister');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Roughly' }).first().click();
  await page.reload();
  await expect(page.getByText('rinse the pads, part of the media').first()).toBeVisible();
  await page.getByRole('link', { name: 'Leave the rest for later' }).click();
  await page.getByRole('link', { name: 'Describe your tank' }).click();
  await page
    .getByRole('button', { name: /See the whole plan/ })
    .first()
    .click();
  await expect(page.locator('li.job', { hasText: 'Canister filter' })).toContainText(
    'Look, and log what you find.',
  );
  expect(await countOf(server.address, 'system')).toBe(1);
});

test('a conflict between two windows is shown, and nothing is lost', async ({ browser, server }) => {
  const { sock } = await seedTank(server.address);
  const window = async () => (await freshContext(browser)).newPage();
  const [one, two] = await Promise.all([window(), window()]);
  for (const page of [one, two]) {
    await page.goto(`${server.address}/components/${sock}`);
    await page.getByRole('button', { name: 'Change facts' }).click();
  }
  await one.getByLabel('Serial number').fill('A-1');
  await two.getByLabel('Serial number').fill('B-2');
  await one.getByRole('button', { name: 'Save the facts' }).click();
  await expect(one.getByRole('status')).toContainText('saved');
  await two.getByRole('button', { name: 'Save the facts' }).click();
  const dialog = two.getByRole('dialog');
  await expect(dialog).toContainText('Keep the other change or yours?');
  await expect(dialog).toContainText('A-1');
  await expect(dialog).toContainText('B-2');
  await dialog.getByRole('button', { name: 'Write mine over it' }).click();
  await expect(two.getByText('no. B-2')).toBeVisible();
  // the first window follows without a reload
  await expect(one.getByText('no. B-2')).toBeVisible();
  const history = (await (
    await fetch(`${server.address}/api/records/component/${sock}/revisions`)
  ).json()) as { content: { facts: { serial: string } } }[];
  expect(history.map((revision) => revision.content.facts.serial)).toEqual(['', 'A-1', 'B-2']);
});

test('export from one installation, import into another', async ({ page, server }) => {
  await seedTank(server.address, { services: [{ ago: 3, found: 'right' }] });
  await page.goto(`${server.address}/settings`);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export', exact: true }).click();
  const file = await (await download).path();
  const other = new Server();
  await other.start();
  try {
    await page.goto(`${other.address}/settings`);
    await page.getByLabel('Import an archive').setInputFiles({
      name: 'archive.ndjson',
      mimeType: 'application/x-ndjson',
      buffer: readFileSync(file),
    });
    await expect(page.getByRole('status')).toContainText('5 records added, 0 were here already.');
    await page.goto(`${other.address}/today`);
    await expect(page.locator('li.job')).toContainText('Filter sock');
    const exported = await (await fetch(`${other.address}/api/export`)).text();
    expect(exported).toBe(readFileSync(file, 'utf8'));
  } finally {
    await other.stop();
    other.remove();
  }
});

test('the server stops and starts again: all is there', async ({ page, server }) => {
  await seedTank(server.address, { services: [{ ago: 3 }] });
  await server.stop();
  await server.start();
  await page.goto(`${server.address}/today`);
  await expect(page.locator('li.job')).toContainText('3 days so far');
});

test('what the server refuses is said in words, and what was typed stays', async ({ page, server }) => {
  const { sock } = await seedTank(server.address);
  await page.goto(`${server.address}/components/${sock}`);
  await page.getByRole('button', { name: 'Change facts' }).click();
  await page.getByLabel('Runs').fill('30');
  await page.getByLabel('Note').last().fill('kept');
  await page.getByRole('button', { name: 'Save the facts' }).click();
  await expect(page.getByText('Hours a day it runs must lie between 0 and 24 h.')).toBeVisible();
  await expect(page.getByLabel('Note').last()).toHaveValue('kept');
});
