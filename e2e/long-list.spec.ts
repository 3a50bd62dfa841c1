import { randomUUID } from 'node:crypto';
import { expect, expectFaultless, test } from './app.ts';
import { daysAgo } from './seed.ts';
import { create, write } from './writing.ts';

const SOCKS = 240;

test('of a long list only what is in sight is drawn; a job far down it is opened by its address, by key, and by scrolling', async ({
  page,
  server,
}) => {
  const [site, system] = [randomUUID(), randomUUID()];
  const socks = Array.from({ length: SOCKS }, (_, k) => ({
    name: `Sock ${String(k + 1).padStart(3, '0')}`,
    component: randomUUID(),
    job: randomUUID(),
  }));
  await write(
    server.address,
    create('site', { name: 'Hall', timeZone: 'UTC', visits: null }, site),
    create('system', { siteId: site, name: 'Reef', water: 'salt', believedVolumeL: 400, note: '' }, system),
    ...socks.flatMap(({ name, component, job }, k) => [
      create(
        'component',
        {
          ...{
            siteId: site,
            systemIds: [system],
            parentId: null,
            stationId: null,
            kindId: 'sock-felt',
            name,
          },
          ...{ status: 'running', statusSince: null, statusReason: '', dutyHoursPerDay: 24 },
          facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
        },
        component,
      ),
      create(
        'job',
        {
          ...{ componentId: component, systemId: null, vesselId: null, kindId: 'sock-felt', jobId: 'swap' },
          ...{ overrides: {}, own: null },
        },
        job,
      ),
      create('service', {
        ...{ jobId: job, when: { kind: 'day', day: daysAgo(10 + (k % 20)) }, whoId: null, found: null },
        ...{ shareDone: 1, minutes: null, supplies: [], note: '', pictureIds: [] },
      }),
    ]),
  );
  await page.goto(`${server.address}/today`);
  const rows = page.locator('li.job');
  await expect(page.locator('li.job[aria-setsize]').first()).toBeVisible();
  expect(await rows.count()).toBeLessThan(60);
  await expect(page.getByText(`${SOCKS} jobs`)).toBeVisible();
  const first = await rows.first().getAttribute('data-job');

  // to its end and back
  await page.keyboard.press('End');
  await expect(page.locator(`li.job[aria-posinset="${SOCKS}"]`)).toBeInViewport();
  const last = (await page.locator(`li.job[aria-posinset="${SOCKS}"]`).getAttribute('data-job')) ?? '';
  expect(await rows.count()).toBeLessThan(60);
  await page.keyboard.press('Home');
  await expect(page.locator(`li.job[data-job="${first ?? ''}"]`)).toBeInViewport();

  // by its address, and the next ones by key
  await page.goto(`${server.address}/today?job=${last}`);
  const chosen = page.locator('li.job.chosen');
  await expect(chosen).toHaveAttribute('data-job', last);
  await expect(chosen).toBeInViewport();
  await page.keyboard.press('k');
  await expect(chosen).toHaveAttribute('aria-posinset', String(SOCKS - 1));
  await expect(chosen).toBeInViewport();

  // what is sought comes into the few that are drawn whole
  await page.getByRole('searchbox').first().fill('sock 123');
  await expect(rows).toHaveCount(1);
  await expect(rows).toContainText('Sock 123');
  await expectFaultless(page);
});
