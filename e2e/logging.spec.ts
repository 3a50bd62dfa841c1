import type { Page } from '@playwright/test';
import { expect, test, type Server } from './app.ts';
import { countOf, daysFromToday, planned, seedTank } from './seed.ts';

async function logOnToday(page: Page, server: Server, grade: RegExp): Promise<void> {
  await page.goto(`${server.address}/today`);
  const job = page.locator('li.job').first();
  await job.getByRole('button', { expanded: false }).first().click();
  await job.getByRole('button', { name: grade }).click();
  await expect(page.getByRole('status')).toContainText('logged');
}
/** Days from the last service to the likely date. */
async function likelyLife(server: Server): Promise<number> {
  const row = await planned(server.address);
  return daysFromToday(row.likely) - daysFromToday(row.lastDone);
}
// a weir: usually brushed every 28 to 56 days, here found just right at 40 each time
const weir = {
  kindId: 'weir',
  jobId: 'brush-teeth',
  name: 'Overflow weir',
  services: [200, 160, 120, 80, 40].map((ago, i) => (i === 0 ? { ago } : { ago, found: 'right' })),
};

test('found light after 40 days: the window moves later', async ({ page, server }) => {
  await seedTank(server.address, weir);
  const before = await likelyLife(server);
  await logOnToday(page, server, /^half-way/);
  await expect(page.locator('li.job').first()).toContainText('half-way after 40');
  expect(await likelyLife(server)).toBeGreaterThan(before);
});

test('found just right after 40 days: the window narrows and stays', async ({ page, server }) => {
  await seedTank(server.address, weir);
  const before = await planned(server.address);
  const life = await likelyLife(server);
  await logOnToday(page, server, /^just due/);
  const after = await planned(server.address);
  const width = (row: typeof after) => daysFromToday(row.latest) - daysFromToday(row.earliest);
  expect(width(after)).toBeLessThanOrEqual(width(before));
  expect(Math.abs((await likelyLife(server)) - life)).toBeLessThanOrEqual(1);
});

test('found overdue after 40 days: the window moves earlier', async ({ page, server }) => {
  await seedTank(server.address, weir);
  const before = await likelyLife(server);
  await logOnToday(page, server, /^overdue/);
  expect(await likelyLife(server)).toBeLessThan(before);
});

test('found clogged after long neglect does not lengthen it', async ({ page, server }) => {
  await seedTank(server.address, {
    kindId: 'canister',
    jobId: 'rinse-pads',
    name: 'Canister filter',
    services: [{ ago: 400 }, { ago: 345, found: 'right' }, { ago: 300, found: 'right' }],
  });
  const before = await likelyLife(server);
  await logOnToday(page, server, /^failed/);
  const after = await likelyLife(server);
  expect(after).toBeLessThanOrEqual(before);
  await expect(page.locator('li.job').first()).toContainText('failed after 300 days');
});

test('a double tap logs once', async ({ page, server }) => {
  await seedTank(server.address, { services: [{ ago: 5 }] });
  await page.goto(`${server.address}/today`);
  const job = page.locator('li.job').first();
  await job.getByRole('button', { expanded: false }).first().click();
  await job.getByRole('button', { name: /^just due/ }).dblclick();
  await expect(page.getByRole('status')).toContainText('logged');
  expect(await countOf(server.address, 'service')).toBe(2);
});

test('only looked: graded, nothing reset; then undone', async ({ page, server }) => {
  await seedTank(server.address, { services: [{ ago: 6 }] });
  await page.goto(`${server.address}/today`);
  const job = page.locator('li.job').first();
  await job.getByRole('button', { expanded: false }).first().click();
  await job.getByRole('button', { name: 'I only looked' }).click();
  await job.getByRole('button', { name: /^half-way/ }).click();
  await expect(page.getByRole('status')).toContainText('look logged');
  const looked = await planned(server.address);
  expect(daysFromToday(looked.lastDone)).toBe(-6);
  expect(looked.sentence).toContain('Found half-way on');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('status')).toContainText('Undone');
  expect(await countOf(server.address, 'look')).toBe(0);
});

test('more to say: another day, half of it, a note and a picture; then corrected and deleted in the log', async ({
  page,
  server,
}) => {
  await seedTank(server.address, { services: [{ ago: 12 }] });
  await page.goto(`${server.address}/today`);
  const job = page.locator('li.job').first();
  await job.getByRole('button', { expanded: false }).first().click();
  await job.getByRole('button', { name: 'Another day, more detail' }).click();
  await job.getByRole('button', { name: 'Half', exact: true }).click();
  await job.getByLabel('Note').fill('only the left one');
  await job.getByLabel('Minutes it took').fill('7');
  const png = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );
  await job
    .locator('input[type=file]')
    .last()
    .setInputFiles({ name: 'sock.png', mimeType: 'image/png', buffer: png });
  await expect(job.getByAltText('sock.png')).toBeVisible();
  await job.getByRole('button', { name: /^just due/ }).click();
  await job.getByRole('button', { name: 'Log it done' }).click();
  await expect(page.getByRole('status')).toContainText('logged, found just due');
  await page.goto(`${server.address}/log`);
  const line = page.getByRole('button', { name: /swap and wash, 50 % of it/ });
  await expect(line).toContainText('only the left one');
  await line.click();
  await expect(page.getByAltText('taken with this entry')).toBeVisible();
  await page.getByRole('button', { name: 'half-way', exact: true }).click();
  await page.getByRole('button', { name: 'Save the correction' }).click();
  await expect(page.getByRole('status')).toContainText('corrected');
  expect((await planned(server.address)).sentence).toContain('half-way');
  await page.getByRole('button', { name: /swap and wash, 50 % of it/ }).click();
  await page.getByRole('button', { name: 'Delete this entry' }).click();
  await expect(page.getByRole('button', { name: /50 % of it/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Deleted' }).click();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByRole('button', { name: /50 % of it/ })).toHaveCount(1);
});

test('put off with a reason: held, and said why', async ({ page, server }) => {
  await seedTank(server.address, { services: [{ ago: 9 }] });
  await page.goto(`${server.address}/today`);
  const job = page.locator('li.job').first();
  await job.getByRole('button', { expanded: false }).first().click();
  await job.getByRole('button', { name: 'Put it off' }).click();
  await job.getByRole('button', { name: 'Put it off' }).click();
  await expect(job.getByText('The reason is missing.')).toBeVisible();
  await expect(job.getByLabel('Reason')).toBeFocused();
  await job.getByLabel('Reason').fill('new socks are coming');
  await job.getByRole('button', { name: 'Put it off' }).click();
  await expect(page.locator('li.job').first()).toContainText('new socks are coming');
  expect((await planned(server.address)).state).toBe('held');
});
