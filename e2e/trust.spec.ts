import { expect, test } from './app.ts';
import { seedTank } from './seed.ts';

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

test('a window follows by what changed: one logged job is told in a few kilobytes, to a second window too', async ({
  page,
  server,
  context,
}) => {
  await seedTank(server.address, { services: [{ ago: 30 }] });
  await page.goto(`${server.address}/today`);
  const second = await context.newPage();
  await second.goto(`${server.address}/today`);
  await expect(second.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  const told: { path: string; size: number }[] = [];
  second.on('response', (response) => {
    const { pathname, search } = new URL(response.url());
    if (pathname === '/api/records' || pathname === '/api/plan/changes')
      void response
        .body()
        .then((body) => told.push({ path: `${pathname}${search.slice(0, 7)}`, size: body.length }));
  });
  const before = (await (await fetch(`${server.address}/api/snapshot`)).text()).length;
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
  await expect.poll(() => told.length).toBeGreaterThanOrEqual(2);
  for (const { path, size } of told) {
    expect(path).toContain('?since=');
    expect(size).toBeLessThan(Math.max(4000, before / 4));
  }
});
