import type { Page } from '@playwright/test';
import { expect, expectFaultless, test, keepProgram } from './app.ts';
import { daysAgo, seedTank } from './seed.ts';
import { create, write } from './writing.ts';

// A device may hold a few places of a house: it shows those, also without network, and hears of no other.

test.use({ serviceWorkers: 'allow' });

const held = (page: Page) => page.locator('li.job');
const sockDone = (jobId: string, ago: number) =>
  create('service', {
    ...{ jobId, when: { kind: 'day', day: daysAgo(ago) }, whoId: null, found: null, shareDone: 1 },
    ...{ minutes: null, supplies: [], note: '', pictureIds: [] },
  });

test('of a large house somebody chooses first; what is held is there without network, and nothing else', async ({
  server,
  context,
  page,
}) => {
  const here = await seedTank(server.address, { name: 'Sock at the harbour', services: [{ ago: 4 }] });
  const there = await seedTank(server.address, { name: 'Sock on the hill', services: [{ ago: 4 }] });
  await page.route('**/api/about', async (route) => {
    const answer = await route.fetch();
    await route.fulfill({ response: answer, json: { ...((await answer.json()) as object), isLarge: true } });
  });
  const asked: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  await page.goto(`${server.address}/today`);
  await expect(page.getByRole('heading', { name: 'Places on this device' })).toBeVisible();
  // nothing of the house has been asked for yet
  expect(asked.filter((url) => /\/api\/(records|plan\/changes)/.test(url))).toEqual([]);
  await expect(page.getByRole('button', { name: 'Choose a place' })).toBeDisabled();
  await expectFaultless(page);
  await page.getByRole('checkbox').first().check();
  await page.getByRole('button', { name: 'Hold this place' }).click();
  await expect(held(page)).toHaveCount(1);
  const isHere = ((await held(page).textContent()) ?? '').includes('harbour');
  const [mine, other] = isHere ? [here, there] : [there, here];
  expect(asked.filter((url) => url.includes('/api/records')).every((url) => url.includes(mine.site))).toBe(
    true,
  );

  // heard of at once, and nothing of the other place
  await write(server.address, sockDone(other.job, 1));
  await write(server.address, sockDone(mine.job, 0));
  await page.getByRole('link', { name: 'Log', exact: true }).click();
  await expect(page.locator('main')).toContainText(isHere ? 'harbour' : 'hill');
  await expect(page.locator('main')).not.toContainText(isHere ? 'hill' : 'harbour');

  // all places, and one again
  await page.goto(`${server.address}/places`);
  await page.getByRole('button', { name: 'All places' }).click();
  await expect(held(page)).toHaveCount(2);
  await page.goto(`${server.address}/places`);
  for (const box of await page.getByRole('checkbox').all()) await expect(box).toBeChecked();
  await page.getByRole('checkbox').last().uncheck();
  await page.getByRole('button', { name: 'Hold this place' }).click();
  await expect(held(page)).toHaveCount(1);

  await page.unroute('**/api/about');
  await keepProgram(page);
  await context.setOffline(true);
  await page.reload();
  await expect(held(page)).toHaveCount(1);
});
