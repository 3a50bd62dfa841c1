import { randomUUID } from 'node:crypto';
import { expect, expectFaultless, test } from './app.ts';
import { seedTank } from './seed.ts';
import { contents, create, write } from './writing.ts';

const unit = (siteId: string, systemId: string, kindId: string, name: string, status = 'running') => ({
  ...{ siteId, systemIds: [systemId], parentId: null, stationId: null, kindId, name, status },
  ...{ statusSince: null, statusReason: '', dutyHoursPerDay: 24 },
  facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
});
const jobOf = (componentId: string, kindId: string, jobId: string) => ({
  ...{ componentId, systemId: null, vesselId: null, kindId, jobId, overrides: {}, own: null },
});

test('bleach and acid in one round: named with the day on which it would be right; the reason stays on the round and the job', async ({
  page,
  server,
}) => {
  const { site, system, job: sockJob } = await seedTank(server.address, { services: [{ ago: 30 }] });
  const [pump, pumpJob] = [randomUUID(), randomUUID()];
  await write(
    server.address,
    create('component', unit(site, system, 'return-pump', 'Return pump'), pump),
    create('job', jobOf(pump, 'return-pump', 'strip-soak'), pumpJob),
  );
  await page.goto(`${server.address}/rounds/new?site=${site}&jobs=${sockJob},${pumpJob}`);
  // nobody knows the pump: it is looked at, unless somebody says otherwise
  await page.getByRole('button', { name: /^Do it without a look/ }).click();
  const broken = page.getByRole('region', { name: 'What this round breaks' });
  await expect(broken).toContainText('together they give off chlorine');
  await expect(page.getByRole('button', { name: 'Begin the round' }).first()).toBeDisabled();
  await expect(broken.getByRole('button', { name: /^Leave .* for Sat 5 Dec$/ }).first()).toBeVisible();
  await expectFaultless(page);
  await broken.getByRole('button', { name: 'Rinsed between, another bucket, window open' }).click();
  await page.getByRole('button', { name: 'Begin the round' }).first().click();
  await expect(page.getByRole('list', { name: 'Goes on all the same' })).toContainText(
    'Rinsed between, another bucket, window open',
  );
  const [round] = await contents<{ overrides: { rule: string; jobIds: string[] }[] }>(
    server.address,
    'round',
  );
  expect(round?.overrides.find((one) => one.rule === 'acid-and-bleach')?.jobIds).toEqual(
    expect.arrayContaining([sockJob, pumpJob]),
  );
  await page.goto(`${server.address}/components/${pump}`);
  await expect(page.getByText('went on all the same').first()).toBeVisible();
});

test('a pair of pumps is never down together: it cannot begin, one is left for the next visit by a touch', async ({
  page,
  server,
}) => {
  const { site, system } = await seedTank(server.address, { services: [{ ago: 30 }] });
  const pumps = [randomUUID(), randomUUID()] as const;
  const jobs = [randomUUID(), randomUUID()] as const;
  await write(
    server.address,
    create('component', unit(site, system, 'return-pump', 'Pump, duty'), pumps[0]),
    create('component', unit(site, system, 'return-pump', 'Pump, standby', 'standby'), pumps[1]),
    create('job', jobOf(pumps[0], 'return-pump', 'strip-soak'), jobs[0]),
    create('job', jobOf(pumps[1], 'return-pump', 'strip-soak'), jobs[1]),
  );
  await page.goto(`${server.address}/rounds/new?site=${site}&jobs=${jobs.join()}`);
  const whole = page.getByRole('button', { name: /^Do it without a look/ });
  await expect(whole).toHaveCount(2);
  await whole.first().click();
  await expect(whole).toHaveCount(1);
  await whole.click();
  const broken = page.getByRole('region', { name: 'What this round breaks' });
  await expect(broken).toContainText('stand in for each other; one must run');
  await expect(broken).toContainText('It cannot begin like this');
  await expect(page.getByRole('button', { name: 'Begin the round' }).first()).toBeDisabled();
  await broken
    .getByRole('button', { name: /^Leave / })
    .first()
    .click();
  await expect(page.getByText('stand in for each other')).toHaveCount(0);
});

test('basins of one store: one at a time is out of service; three pumps beside a fourth soak two by two', async ({
  page,
  server,
}) => {
  const { site, system } = await seedTank(server.address, { services: [{ ago: 30 }] });
  const named = (name: string, kindId: string, jobId: string) => {
    const [component, job] = [randomUUID(), randomUUID()];
    const writes = [
      create('component', unit(site, system, kindId, name), component),
      create('job', jobOf(component, kindId, jobId), job),
    ];
    return { component, job, writes };
  };
  const basins = ['Basin 1', 'Basin 2'].map((name) => named(name, 'storage-basin', 'clean'));
  const pumps = ['Pump 1', 'Pump 2', 'Pump 3'].map((name) => named(name, 'return-pump', 'strip-soak'));
  await write(
    server.address,
    ...[...basins, ...pumps].flatMap((one) => one.writes),
    create('component', unit(site, system, 'stream-pump', 'Stream pump')),
  );
  const build = (some: typeof basins): Promise<unknown> =>
    page.goto(`${server.address}/rounds/new?site=${site}&jobs=${some.map((one) => one.job).join()}`);
  const whole = page.getByRole('button', { name: /^Do it without a look/ });
  const allWhole = async (): Promise<void> => {
    await expect(whole.first()).toBeVisible();
    for (let left = await whole.count(); left > 0; left--) {
      await whole.first().click();
      await expect(whole).toHaveCount(left - 1);
    }
  };
  await build(basins);
  const broken = page.getByRole('region', { name: 'What this round breaks' });
  await expect(broken).toContainText('of Basin 1 and Basin 2 one at a time is out of service');
  await expectFaultless(page);
  await broken
    .getByRole('button', { name: /^Leave .* for Sat 5 Dec$/ })
    .first()
    .click();
  await expect(page.getByText('one at a time is out of service')).toHaveCount(0);

  await build(pumps);
  await allWhole();
  const steps = (await page.locator('ol.order li').allTextContents()).map((text) =>
    text.replace(/^.*?min/, '').trim(),
  );
  // whichever comes first: two are off at once, never three
  let [off, most] = [0, 0];
  for (const text of steps) {
    off += text.startsWith('Off: Pump') ? 1 : text.startsWith('On again: Pump') ? -1 : 0;
    most = Math.max(most, off);
  }
  expect([most, off]).toEqual([2, 0]);
});
