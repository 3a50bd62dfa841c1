import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { expect, expectFaultless, test } from './app.ts';
import { freshContext } from './clock.ts';
import { daysAgo, seedTank } from './seed.ts';
import { begin, heed, stepThrough } from './stepping.ts';
import { contents, create, write } from './writing.ts';

test.use({ serviceWorkers: 'allow' });

const keyed = async (page: Page, digits: string): Promise<void> => {
  for (const key of digits)
    await page.getByRole('group', { name: 'Keys' }).getByRole('button', { name: key, exact: true }).click();
};

test('a round of readings on a phone: a value out of its limit is asked about, one skipped, all without network; the shift note is read by the next', async ({
  page,
  server,
  browser,
}) => {
  const { site, sock } = await seedTank(server.address);
  const [pump, pressure, hours] = [randomUUID(), randomUUID(), randomUUID()];
  const person = (name: string) => create('person', { name });
  await write(server.address, person('Ada'), person('Ben'));
  const unit = (id: string, kindId: string, name: string) =>
    create(
      'component',
      {
        ...{ siteId: site, systemIds: [], parentId: null, stationId: null, kindId, name, status: 'running' },
        ...{ statusSince: null, statusReason: '', dutyHoursPerDay: 24 },
        facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
      },
      id,
    );
  const [{ systemIds }] = (await contents<{ systemIds: string[] }>(server.address, 'component')) as [
    { systemIds: string[] },
  ];
  const pumpUnit = unit(pump, 'return-pump', 'Return pump');
  const channel = (id: string, componentId: string, name: string, quantity: string, measure: string) =>
    create('channel', { componentId, systemId: null, name, quantity, measure }, id);
  const read = (channelId: string, day: string, value: number) =>
    create('reading', {
      ...{ channelId, when: { kind: 'day', day }, value, below: false, source: 'typed', quality: 'good' },
      ...{ timing: null, serviceId: null, whoId: null, note: '' },
    });
  await write(
    server.address,
    { ...pumpUnit, content: { ...(pumpUnit.content as object), systemIds } },
    channel(pressure, sock, 'Pressure drop', 'pressure', 'pressure-drop'),
    channel(hours, pump, 'Hours', 'hours', 'hours'),
    ...[9, 6, 3].map((ago) => read(pressure, daysAgo(ago), 20)),
    read(hours, daysAgo(3), 5000),
  );

  // made at the desk, from what there is
  await page.goto(`${server.address}/rounds`);
  await page.getByRole('link', { name: 'A round of readings' }).click();
  await page.getByLabel('Name of the round').fill('Morning');
  const drop = page.getByRole('listitem').filter({ hasText: 'Pressure drop' });
  await drop.getByLabel('At most').fill('0.3');
  await drop.getByLabel('At least').fill('0.5');
  await expect(page.getByText('above the high limit')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save the round' }).first()).toBeDisabled();
  await drop.getByLabel('At least').fill('');
  await expectFaultless(page);
  await page.getByRole('button', { name: 'Save the round' }).first().click();
  await expect(page.getByText('2 meters; not walked yet')).toBeVisible();

  // walked on a phone, the network gone after it was opened
  await page.setViewportSize({ width: 390, height: 844 });
  await page.evaluate('navigator.serviceWorker.ready');
  await page.reload();
  await page.getByRole('link', { name: 'Walk it' }).click();
  await page.getByRole('button', { name: /Pressure drop/ }).click();
  await expectFaultless(page);
  await page.context().setOffline(true);
  await keyed(page, '0.38');
  await expect(page.getByText(/^0.08 bar over its limit: the flow behind it falls/)).toBeVisible();
  await page.getByRole('button', { name: 'Read it again' }).click();
  await expect(page.getByLabel('Reads now')).toHaveValue('');
  // far in the past it is not forgotten: the same again, and it is so
  await keyed(page, '0.38');
  await page.getByRole('button', { name: 'It is 0.38 bar' }).click();
  // a counter that shows less than before
  await expect(page.getByRole('heading', { name: 'Return pump' })).toBeVisible();
  await keyed(page, '400');
  await expect(page.getByText('less than last time: was it set back or changed?')).toBeVisible();
  await page.getByRole('button', { name: 'Read it again' }).click();
  // a reload in the middle loses nothing
  await page.reload();
  await page.getByRole('button', { name: 'Cannot read it' }).click();
  await page.getByRole('button', { name: 'Out of reach' }).click();
  await expect(page.getByRole('heading', { name: '1 meter read, 1 skipped, 1 out of limits' })).toBeVisible();
  await expectFaultless(page);
  await page.getByRole('button', { name: 'End the round' }).click();
  await expect(page).toHaveURL(/\/rounds\?note=/);
  await page.context().setOffline(false);
  await expect(page.locator('.syncline').last()).toHaveText('all saved', { timeout: 60_000 });
  await expect
    .poll(async () => (await contents<{ skipped: unknown[] }>(server.address, 'readings-walk')).length)
    .toBe(1);
  const [walk] = await contents<{ skipped: { reason: string }[]; readingIds: string[] }>(
    server.address,
    'readings-walk',
  );
  expect(walk?.skipped.map((one) => one.reason)).toEqual(['Out of reach']);
  expect(walk?.readingIds).toHaveLength(1);
  const kept = await contents<{ channelId: string; value: number }>(server.address, 'reading');
  // 0.38 bar is 38 kPa, and there once
  expect(kept.filter((one) => one.channelId === pressure && Math.abs(one.value - 38) < 1e-9)).toHaveLength(1);

  // what the next shift should know
  await page.getByLabel('What the next shift should know').fill('The sock is nearly blind.\nSwap it first.');
  await page.getByRole('button', { name: 'Leave the note' }).click();
  await expect(page.getByText('not read by anybody yet').or(page.getByText('I have read it'))).toBeVisible();
  const second = await (await freshContext(browser, { locale: 'en-GB' })).newPage();
  await second.goto(`${server.address}/rounds`);
  await expect(second.getByText('The sock is nearly blind.')).toBeVisible();
  await second.context().close();
});

test('a route of two places made for another day: saved with its rounds, printed, begun, cut off from the network in the middle', async ({
  page,
  server,
  request,
}) => {
  const home = await seedTank(server.address, { services: [{ ago: 30 }] });
  const away = await seedTank(server.address, { name: 'Blue sock', services: [{ ago: 30 }] });
  await write(server.address, {
    ...{ op: 'revise', kind: 'site', id: away.site, revisionId: randomUUID(), baseVersion: 1 },
    content: {
      ...{ name: 'Lobby', timeZone: 'UTC' },
      visits: { weekdays: [6], everyWeeks: 1, from: daysAgo(30), minutes: null, travelMin: 35 },
    },
  });
  await page.goto(`${server.address}/rounds`);
  await page.getByRole('link', { name: 'A route of several places' }).click();
  await expect(page.getByRole('heading', { name: /^Route, / })).toBeVisible();
  await page.getByRole('button', { name: '+ Lobby' }).click();
  await page.getByRole('button', { name: '+ Home' }).click();
  await expect(page.locator('.head .facts')).toHaveText(/^2 places, \d+ min, 55 of them on the way$/);
  await page.getByRole('button', { name: 'Home earlier' }).click();
  await expect(page.locator('.route li').first()).toContainText('Home');
  await expect(page.getByRole('heading', { name: 'Load' })).toBeVisible();
  await expectFaultless(page);
  await page.getByRole('button', { name: 'Save the route' }).first().click();
  await expect(page).toHaveURL(/rounds\/route\/(?!new)/);
  const paper = await page.getByRole('link', { name: 'On paper (PDF)' }).getAttribute('href');
  expect((await request.get(`${server.address}${paper ?? ''}`)).ok()).toBe(true);
  expect(await contents(server.address, 'round')).toHaveLength(2);

  // changed before it begins: it is saved, not begun
  await page.getByRole('link', { name: 'Change it or begin' }).first().click();
  await expect(page.getByRole('heading', { name: 'Round, Home' })).toBeVisible();
  await page.getByRole('checkbox', { name: /Filter sock/ }).uncheck();
  await expect(page.getByRole('button', { name: 'Begin the round' }).first()).toBeDisabled();
  await page.getByRole('checkbox', { name: /Filter sock/ }).check();
  await page.evaluate('navigator.serviceWorker.ready');
  await page.reload();
  await begin(page);
  await stepThrough(page, { until: /Filter sock/ });
  await page.context().setOffline(true);
  await heed(page);
  await page.locator('.found button').nth(2).click();
  await expect(page.locator('.steptitle').first()).not.toContainText('Filter sock');
  await stepThrough(page);
  await page.getByRole('button', { name: 'End the round' }).click();
  await expect(page.locator('.head .facts')).toContainText('closed;');
  await page.context().setOffline(false);
  await expect(page.locator('.syncline').last()).toHaveText('all saved', { timeout: 60_000 });
  await page.goto(`${server.address}/rounds`);
  await expect(page.getByRole('link', { name: '1 place to go' })).toBeVisible();
  const services = await contents<{ jobId: string }>(server.address, 'service');
  expect(services.filter((one) => one.jobId === home.job)).toHaveLength(2);
});
