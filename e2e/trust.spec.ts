import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, expectFaultless, test } from './app.ts';
import { seedTank } from './seed.ts';
import { contents } from './writing.ts';

test('a screen that fails leaves the navigation standing, and the window says where one is', async ({
  page,
  server,
}) => {
  await seedTank(server.address, { services: [{ ago: 30 }] });
  await page.goto(`${server.address}/today`);
  await expect(page).toHaveTitle('Today, Jondrel');
  await page.route('**/api/water?*', (route) =>
    route.fulfill({
      status: 500,
      contentType: 'application/json',
      body: '{"detail":"It fell over.","status":500}',
    }),
  );
  await page.getByRole('link', { name: 'Water' }).first().click();
  await expect(page.getByRole('heading', { name: 'This did not work' })).toBeVisible({ timeout: 20_000 });
  await page.getByRole('link', { name: 'Today' }).first().click();
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  await expect(page).toHaveTitle('Today, Jondrel');
  // by keys too one arrives at the head of a screen, and goes on from there
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeFocused();
  await page.keyboard.press('g');
  await page.keyboard.press('l');
  await expect(page.getByRole('heading', { name: 'Log', level: 1 })).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.locator('main :focus')).toHaveCount(1);
});

test('a window follows by what changed: one logged job comes by the line, and nothing is asked for again', async ({
  page,
  server,
  context,
}) => {
  await seedTank(server.address, { services: [{ ago: 30 }] });
  await page.goto(`${server.address}/today`);
  const second = await context.newPage();
  await second.goto(`${server.address}/today`);
  await expect(second.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  const asked: string[] = [];
  for (const window of [page, second])
    window.on('request', (request) => {
      const { pathname } = new URL(request.url());
      if (pathname === '/api/records' || pathname === '/api/plan/changes') asked.push(pathname);
    });
  await page.evaluate(async () => {
    const plan = (await (await fetch('/api/plan')).json()) as { jobs: { jobId: string }[] };
    const content = {
      ...{
        jobId: plan.jobs[0]?.jobId,
        when: { kind: 'day', day: '2026-11-27' },
        whoId: null,
        found: 'right',
      },
      ...{ shareDone: 1, minutes: null, supplies: [], note: '', pictureIds: [] },
    };
    await fetch('/api/work', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({
        writes: [
          {
            op: 'create',
            kind: 'service',
            id: crypto.randomUUID(),
            revisionId: crypto.randomUUID(),
            content,
          },
        ],
      }),
    });
  });
  for (const window of [page, second])
    await expect(window.locator('li.job').first()).toContainText('just due after 30');
  expect(asked).toEqual([]);
});

test('backups of its own: how often is said once and kept; what went wrong with one stands on Today with the way to it', async ({
  page,
  server,
}) => {
  await seedTank(server.address, { services: [{ ago: 30 }] });
  await page.goto(`${server.address}/settings`);
  const lines = page.getByRole('list', { name: 'How the data are looked after' });
  await expect(lines).toContainText('Newest backup: none yet');
  const weekly = page
    .getByRole('group', { name: 'Backs up by itself' })
    .getByRole('button', { name: 'Every week' });
  await weekly.click();
  const thirty = page
    .getByRole('group', { name: 'Of its own it keeps the newest' })
    .getByRole('button', { name: '30' });
  await thirty.click();
  await page.getByRole('button', { name: 'Back up now' }).click();
  await expect(page.getByText(/^Backed up to .*backups/)).toBeVisible();
  await expect(lines).toContainText(/Newest backup: .* MB; there is one/);
  await expect(lines).toContainText('not yet; each month from the first backup on');
  await page.reload();
  await expect(weekly).toHaveAttribute('aria-pressed', 'true');
  await expect(thirty).toHaveAttribute('aria-pressed', 'true');
  await expectFaultless(page);
  writeFileSync(
    join(server.dataDir, 'backups', 'safekeeping.json'),
    JSON.stringify({ lastBackup: { at: '2026-11-27T03:00:00Z', fault: 'the disk is full' } }),
  );
  await page.goto(`${server.address}/today`);
  const alarm = page.getByRole('region', { name: 'Your data' });
  await expect(alarm).toContainText('The last backup failed: the disk is full.');
  await expectFaultless(page);
  await alarm.getByRole('link', { name: 'See to it in Settings' }).click();
  await expect(lines).toContainText('failed: the disk is full');
});

test('a year that is hardly meant is asked about before it is taken; beyond a hundred years nothing is planned', async ({
  page,
  server,
}) => {
  const { job } = await seedTank(server.address, { services: [{ ago: 30 }] });
  await page.goto(`${server.address}/today?job=${job}`);
  await page.getByRole('button', { name: 'Put it off' }).click();
  const typed = async (day: string): Promise<void> => {
    await page.getByLabel('Until', { exact: true }).fill('');
    await page.keyboard.type(day, { delay: 40 });
  };
  await page.getByLabel('Reason').fill('the clean stays out');
  await typed('31122150');
  await expect(
    page.getByRole('alert').filter({ hasText: '2150 is 124 years ahead. Is the year right?' }),
  ).toBeVisible();
  await expectFaultless(page);
  await page.getByRole('button', { name: 'Yes, 2150' }).click();
  await page.getByRole('button', { name: 'Put it off' }).last().click();
  await expect(
    page.getByText('2150 is more than 100 years ahead: nothing is planned that far.'),
  ).toBeVisible();
  // a slip noticed in time costs nothing: what was typed is typed over
  await typed('31122040');
  await expect(page.getByText('2040 is 14 years ahead. Is the year right?')).toBeVisible();
  await typed('05122026');
  await expect(page.getByText('2040 is 14 years ahead')).toHaveCount(0);
  await page.getByRole('button', { name: 'Put it off' }).last().click();
  await expect
    .poll(async () => (await contents<{ until: string }>(server.address, 'skip')).map((one) => one.until))
    .toEqual(['2026-12-05']);
});
