import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type BrowserContext, type Page } from '@playwright/test';
import sharp from 'sharp';
import { expect, expectFaultless, Server, test, keepProgram } from './app.ts';
import { seedTank } from './seed.ts';
import { begin, heed, stepThrough } from './stepping.ts';
import { atTestTime, freshContext } from './clock.ts';

test.use({ serviceWorkers: 'allow' });

interface Row {
  jobId: string;
  siteId: string;
  work: string;
  recommended: string | null;
}
interface Stored<T> {
  id: string;
  content: T;
}
const get = async <T>(server: Server, path: string): Promise<T> =>
  (await (await fetch(`${server.address}/api${path}`)).json()) as T;

/** A round of the seeded tank, stopped before its sock. */
async function roundAtSock(page: Page, server: Server): Promise<void> {
  await page.goto(`${server.address}/rounds`);
  await keepProgram(page);
  await page.getByRole('link', { name: 'Build the round' }).click();
  await begin(page);
  await stepThrough(page, { until: /Filter sock/ });
}
const saved = (page: Page) =>
  expect(page.locator('.syncline').last()).toHaveText('all saved', { timeout: 60_000 });

test('a round of 20 jobs on a phone without network: the browser killed in the middle, the server cut off twice; all there, once', async () => {
  test.setTimeout(300_000);
  const server = new Server('demo');
  await server.start();
  const home = mkdtempSync(join(tmpdir(), 'jondrel-phone-'));
  const { launchOptions } = test.info().project.use;
  const open = async (): Promise<BrowserContext> => {
    const opened = await chromium.launchPersistentContext(home, {
      ...launchOptions,
      ...{ viewport: { width: 390, height: 844 }, serviceWorkers: 'allow', locale: 'en-GB' },
    });
    await atTestTime(opened);
    return opened;
  };
  try {
    const sites = await get<Stored<{ name: string }>[]>(server, '/records/site');
    const workshop = sites.find((one) => one.content.name === 'Workshop')?.id ?? '';
    const { jobs } = await get<{ jobs: Row[] }>(server, '/plan');
    const here = jobs.filter((row) => row.siteId === workshop && row.recommended !== null);
    const changes = here.filter((row) => row.work === 'change water').slice(0, 1);
    const rest = here.filter((row) => row.work !== 'change water').slice(0, 20 - changes.length);
    const chosen = [...changes, ...rest].map((row) => row.jobId);
    expect(chosen).toHaveLength(20);
    const before = await get<Stored<{ jobId: string }>[]>(server, '/records/service');

    let context = await open();
    let page = context.pages()[0] ?? (await context.newPage());
    await page.goto(`${server.address}/rounds/new?site=${workshop}&jobs=${chosen.join()}`);
    await keepProgram(page);
    await begin(page);
    await expect(page.getByText(/^Step 1 of/)).toBeVisible();
    await stepThrough(page, { most: 2 });
    await context.setOffline(true);
    await stepThrough(page, { most: 12 });
    await expect(page.locator('.syncline').last()).toContainText(/No answer.*things kept on this device/);
    await expectFaultless(page);
    const progress = await page.locator('.head .facts').textContent();
    const address = page.url();

    // the battery dies
    execFileSync('pkill', ['-9', '-f', home]);
    await context.close().catch(() => undefined);
    context = await open();
    await context.setOffline(true);
    page = context.pages()[0] ?? (await context.newPage());
    await page.goto(address);
    await expect(page.locator('.head .facts')).toHaveText(progress ?? '');
    await stepThrough(page);
    await page.getByRole('button', { name: 'End the round' }).click();
    await expect(page.locator('.head .facts')).toContainText('closed;');

    // the server had a cut of its own meanwhile, and has another one while it is sent
    await server.cutAndRestart();
    await context.setOffline(false);
    await page.waitForTimeout(400);
    await server.cutAndRestart();
    await saved(page);
    const after = await get<Stored<{ jobId: string }>[]>(server, '/records/service');
    const fresh = after.filter((one) => !before.some((old) => old.id === one.id));
    // the fitting that the change brings along is one more
    const [round] = await get<Stored<{ jobIds: string[] }>[]>(server, '/records/round');
    const taken = round?.content.jobIds ?? [];
    expect(chosen.filter((id) => !taken.includes(id))).toEqual([]);
    const worked = jobs.filter((row) => taken.includes(row.jobId) && row.work !== 'test');
    expect(fresh.map((one) => one.content.jobId).sort()).toEqual(worked.map((row) => row.jobId).sort());
    const actions = await get<Stored<{ sequence: number; what: { do: string } }>[]>(
      server,
      '/records/round-action',
    );
    expect(actions.filter((one) => one.content.what.do === 'closed')).toHaveLength(1);
    const sequence = actions.map((one) => one.content.sequence).sort((a, b) => a - b);
    expect(sequence).toEqual(sequence.map((_, i) => i + 1));
    await context.close();
  } finally {
    await server.stop();
    server.remove();
    rmSync(home, { recursive: true, force: true });
  }
});

test('a picture taken without network is made small, loses its place, waits, and is sent with its job', async ({
  page,
  context,
  server,
}) => {
  const { job } = await seedTank(server.address, { services: [{ ago: 40 }] });
  await roundAtSock(page, server);
  await context.setOffline(true);
  const jpeg = await sharp({ create: { width: 3000, height: 2000, channels: 3, background: 'teal' } })
    .withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '54/1 5/1 0/1' } })
    .jpeg()
    .toBuffer();
  expect((await sharp(jpeg).metadata()).exif?.length).toBeGreaterThan(0);
  await page.getByRole('button', { name: 'Picture, note, readings, supplies' }).click();
  await page
    .locator('input[type=file]')
    .last()
    .setInputFiles({ name: 'sock.jpg', mimeType: 'image/jpeg', buffer: jpeg });
  await expect(page.getByAltText('sock.jpg')).toBeVisible();
  await page.getByLabel('Note').fill('two snails in it');
  await heed(page);
  await page.locator('.found button').nth(2).click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.locator('.steptitle')).not.toContainText('Filter sock');
  // what waits says what it is
  await page.locator('.syncline').first().click();
  await expect(page.getByText(/Filter sock.*done/)).toBeVisible();
  await expect(page.getByText(/a picture/)).toBeVisible();
  await expectFaultless(page);
  await context.setOffline(false);
  await saved(page);
  const services = await get<Stored<{ jobId: string; note: string; pictureIds: string[] }>[]>(
    server,
    '/records/service',
  );
  const logged = services.filter(
    (one) => one.content.jobId === job && one.content.note === 'two snails in it',
  );
  expect(logged).toHaveLength(1);
  const [pictureId = ''] = logged[0]?.content.pictureIds ?? [];
  const bytes = Buffer.from(await (await fetch(`${server.address}/api/pictures/${pictureId}`)).arrayBuffer());
  const { width, exif } = await sharp(bytes).metadata();
  expect([width, exif]).toEqual([1600, undefined]);
});

test('two browsers on one round, one without network: done twice with two notes is shown to both and made one by one of them; nothing is lost', async ({
  page,
  context,
  server,
  browser,
}) => {
  const { job } = await seedTank(server.address, { services: [{ ago: 40 }] });
  await roundAtSock(page, server);
  await saved(page);
  const address = page.url();
  const second = await freshContext(browser, { serviceWorkers: 'allow' });
  const other = await second.newPage();
  await other.goto(address);
  await expect(other.locator('.steptitle')).toContainText('Filter sock');
  await context.setOffline(true);
  for (const [one, grade, note] of [
    [page, 'half-way', 'hardly grey'],
    [other, 'overdue', 'a snail in it'],
  ] as const) {
    await heed(one);
    await one.getByRole('button', { name: 'Picture, note, readings, supplies' }).click();
    await one.getByLabel('Note').fill(note);
    await one.getByRole('button', { name: new RegExp(`^${grade}`) }).click();
    await one.getByRole('button', { name: 'Done', exact: true }).click();
    await expect(one.locator('.steptitle')).not.toContainText('Filter sock');
  }
  await context.setOffline(false);
  for (const one of [page, other]) {
    const twice = one.getByRole('region', { name: 'Done by two' });
    await expect(twice).toContainText('Filter sock', { timeout: 30_000 });
    await expect(twice).toContainText('hardly grey');
    await expect(twice).toContainText('a snail in it');
    await expect(twice.getByRole('button', { name: 'half-way' })).toBeVisible();
    await expect(twice.getByRole('button', { name: 'overdue' })).toBeVisible();
    await expect(one.getByText(/they differ/)).toBeVisible();
  }
  await other.getByRole('region', { name: 'Done by two' }).getByRole('button', { name: 'overdue' }).click();
  for (const one of [page, other])
    await expect(one.getByRole('region', { name: 'Done by two' })).toHaveCount(0);
  interface Logged {
    jobId: string;
    found: string | null;
    note: string;
    mergedInto?: string | null;
  }
  const services = (await get<Stored<Logged>[]>(server, '/records/service')).filter(
    (one) => one.content.jobId === job && one.content.found !== null,
  );
  const holds = services.find((one) => one.content.found === 'overdue');
  expect(holds?.content.note).toBe('somebody: a snail in it\nsomebody: hardly grey');
  // the other entry stays as it was said
  const second_ = services.find((one) => one.content.found === 'light');
  expect(second_?.content).toMatchObject({ note: 'hardly grey', mergedInto: holds?.id });
  await second.close();
});

test('a job logged outside a round without network waits, is named, and is sent; a refused one is set aside and the rest go on', async ({
  page,
  context,
  server,
}) => {
  const { job } = await seedTank(server.address);
  await page.goto(`${server.address}/today`);
  await keepProgram(page);
  const line = page.locator('li.job').first();
  await expect(line).toBeVisible();
  await context.setOffline(true);
  await line.getByRole('button', { expanded: false }).first().click();
  await line.getByRole('button', { name: /^half-way/ }).click();
  await expect(page.getByRole('status')).toContainText('Kept on this device until the server answers.');
  // meanwhile somebody else takes the job out of the records
  const gone = {
    op: 'delete',
    kind: 'job',
    id: job,
    revisionId: crypto.randomUUID(),
    baseVersion: 1,
  };
  const sent = await fetch(`${server.address}/api/work`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ writes: [gone] }),
  });
  expect(await sent.text()).toContain('"deleted":true');
  await context.setOffline(false);
  await expect(page.locator('.syncline').first()).toContainText('One thing refused: look', {
    timeout: 30_000,
  });
  await page.locator('.syncline').first().click();
  await expect(page.getByRole('heading', { name: 'Refused by the server' })).toBeVisible();
  await expect(page.locator('.keptunit b')).toContainText('Filter sock: swap and wash logged');
  await expectFaultless(page);
  await page.getByRole('button', { name: 'Drop it' }).click();
  await page.getByRole('button', { name: 'Drop it for good' }).click();
  await expect(page.getByText('Nothing waits')).toBeVisible();
});
