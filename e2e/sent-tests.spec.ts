import { randomUUID } from 'node:crypto';
import { expect, expectFaultless, test } from './app.ts';
import { daysAgo } from './seed.ts';
import { WaterSeed } from './seedWater.ts';

test('the café tests its water between visits: asked about a slip, told the new dose; the contractor sees it', async ({
  page,
  server,
  browser,
}) => {
  const seed = new WaterSeed();
  const system = seed.system('Reef', 200);
  const solution = seed.add('solution', {
    ...{ systemId: system, parameter: 'alkalinity', name: 'Alk mix', perMl: 60, note: '' },
  });
  const channel = { componentId: null, systemId: system };
  const dkh = seed.add('channel', {
    ...channel,
    name: 'Alkalinity',
    quantity: 'alkalinity',
    parameter: 'alkalinity',
  });
  const dose = seed.add('channel', { ...channel, name: 'Alk mix', quantity: 'dose', solutionId: solution });
  const read = (channelId: string, value: number, days: number) =>
    seed.add('reading', {
      ...{ channelId, value, below: false, source: 'typed', quality: 'good', timing: null, serviceId: null },
      ...{ when: { kind: 'day', day: daysAgo(days) }, whoId: null, note: '' },
    });
  read(dose, 20, 60);
  for (let i = 0; i < 8; i++) read(dkh, 8.6 - 0.25 * i, 40 - 5 * i);
  await seed.send(server.address);

  const made = await fetch(`${server.address}/api/page-links`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({
      ...{ id: randomUUID(), name: 'The café', siteId: seed.siteId, systemIds: [], days: 90 },
      sendsTests: true,
    }),
  });
  const { token } = (await made.json()) as { token: string };

  // another device, which knows nothing but the link
  const cafe = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await cafe.goto(`${server.address}/shared#${token}`);
  const send = cafe.getByRole('region', { name: 'Send tests' });
  await send.getByText('You tested the water?').click();
  await send.getByLabel('Alkalinity (dKH)').fill('66');
  await send.getByLabel('Your name').fill('Ines');
  await send.getByRole('button', { name: 'Send' }).click();
  await expect(send.getByText(/Did you mean 6.6 dKH\?/)).toBeVisible();
  // typed half, and the page left: it is still there
  await send.getByLabel('Alkalinity (dKH)').fill('6,6');
  await cafe.reload();
  await send.getByText('You tested the water?').click();
  await expect(send.getByLabel('Alkalinity (dKH)')).toHaveValue('6,6');
  await send.getByRole('button', { name: 'Send' }).click();
  await expect(send.getByText(/^Alkalinity 6.6 dKH/)).toBeVisible();
  await expect(send.getByText(/Dose .* mL a day of Alk mix/)).toBeVisible();
  await expectFaultless(cafe);

  await page.goto(`${server.address}/`);
  const told = page.getByRole('list', { name: 'Tests sent in' });
  await expect(told).toContainText('Reef, tests from Ines');
  await expect(told).toContainText('Alkalinity 6.6 dKH');
  await told.getByRole('button', { name: 'Seen' }).click();
  await expect(told).toHaveCount(0);
  await page.goto(`${server.address}/water?system=${system}`);
  await expect(page.getByText('6.6').first()).toBeVisible();
});
