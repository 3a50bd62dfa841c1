import { randomUUID } from 'node:crypto';
import { expect, expectFaultless, test } from './app.ts';
import { daysAgo, seedTank } from './seed.ts';
import { begin, heed, stepThrough } from './stepping.ts';
import { contents, write } from './writing.ts';

test('a report says what was not tested and what was only half done; a remark, a price and a signature go with it', async ({
  page,
  server,
  request,
}) => {
  const { site, system } = await seedTank(server.address, { services: [{ ago: 30 }] });
  const revise = (kind: string, id: string, content: unknown) => ({
    ...{ op: 'revise', kind, id, revisionId: randomUUID(), baseVersion: 1, content },
  });
  await write(
    server.address,
    revise('system', system, {
      ...{ siteId: site, name: 'Reef', water: 'salt', believedVolumeL: 400, note: '' },
      programmeId: 'balanced-reef',
    }),
    revise('site', site, {
      ...{ name: 'Home', timeZone: 'UTC' },
      visits: { weekdays: [6], everyWeeks: 1, from: daysAgo(30), minutes: null },
      client: { name: 'The café', greeting: 'Dear neighbours,', units: null },
    }),
  );
  await page.goto(`${server.address}/rounds`);
  await page.getByRole('link', { name: 'Build the round' }).click();
  await expect(page.getByRole('checkbox', { name: /Filter sock/ }).first()).toBeChecked();
  await begin(page);
  await stepThrough(page, { until: /swap/ });
  // a part of it only
  await page.getByRole('button', { name: 'Picture, note, readings, supplies' }).click();
  await page.getByRole('button', { name: 'Half', exact: true }).click();
  await heed(page);
  await page.locator('.found button').nth(2).click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await stepThrough(page);
  await page.getByRole('button', { name: 'End the round' }).click();
  await page.getByRole('link', { name: 'Report' }).click();

  const letter = page.getByRole('region', { name: 'Letter' });
  await expect(letter).toContainText('Dear neighbours,');
  await expect(letter).toContainText('Reef was not tested.');
  await expect(letter).toContainText('1 job done in part');
  await expect(page.getByText(/^Not tested: .*nitrate, never/)).toBeVisible();
  await page.getByLabel('Remark').fill('The sock clogs in three weeks: feed less.');
  await page.getByLabel('Price, if any').fill('45');
  await page.getByLabel('Who signs').fill('A. Neighbour');
  const pad = page.getByLabel('Sign here');
  await pad.scrollIntoViewIfNeeded();
  const box = (await pad.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  for (const dy of [20, 60]) {
    await page.mouse.move(box.x + 20, box.y + dy);
    await page.mouse.down();
    for (let i = 1; i <= 10; i++) await page.mouse.move(box.x + 20 + 20 * i, box.y + dy + (i % 3) * 8);
    await page.mouse.up();
  }
  await page.getByRole('button', { name: 'Put it into the report' }).click();
  await expect(letter).toContainText('feed less');
  await expect(page.getByRole('img', { name: 'Signed by A. Neighbour' })).toBeVisible();
  await expect(page.getByText('Price: 45.00')).toBeVisible();
  await expectFaultless(page);
  const [round] = await contents<{ letter: { signature: { path: string } } }>(server.address, 'round');
  // both strokes
  expect(round?.letter.signature.path.match(/M/g)).toHaveLength(2);
  const href = await page.getByRole('link', { name: 'PDF' }).getAttribute('href');
  expect((await request.get(`${server.address}${href ?? ''}`)).ok()).toBe(true);

  const reportAddress = page.url();
  // the café reads German: said where the place is, and the report that stands is written so
  await page.goto(`${server.address}/settings`);
  await page
    .getByRole('group', { name: 'Language of its reports' })
    .getByRole('button', { name: 'Deutsch' })
    .click();
  await page.getByRole('button', { name: 'Save this place' }).click();
  await expect(page.getByText('Home: saved.')).toBeVisible();
  await page.goto(reportAddress);
  await expect(letter).toContainText('1 Arbeit zum Teil erledigt. Reef wurde nicht getestet.');
  await expect(letter).toContainText('feed less');
  await expect(page.getByText(/^Nicht getestet: .*Nitrat, noch nie/)).toBeVisible();
  await expect(page.getByText('Preis: 45,00')).toBeVisible();
  await expectFaultless(page);
});
