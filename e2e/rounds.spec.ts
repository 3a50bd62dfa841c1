import { randomUUID } from 'node:crypto';
import { expect, expectFaultless, test } from './app.ts';
import { deviceReadsFlow, seedTank } from './seed.ts';
import { begin, heed, stepThrough } from './stepping.ts';
import { contents, create, write } from './writing.ts';

const pump = {
  kindId: 'return-pump',
  jobId: 'strip-soak',
  name: 'Return pump',
  services: [{ ago: 300, found: 'right' }],
};

test('a round: off, bath, done; it does not end before the pump was seen running; the service is there', async ({
  page,
  server,
}) => {
  const { job } = await seedTank(server.address, pump);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.address}/rounds`);
  await page.getByRole('link', { name: 'Build the round' }).click();
  await expect(page.getByText(/Return pump.*: in the vinegar bath/)).toBeVisible();
  await expectFaultless(page);
  await begin(page);
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  // somebody can be hurt: asked, and only then it goes on
  await expect(page.getByText('Unplug it before hands go in.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'It is off' })).toBeDisabled();
  await heed(page);
  await page.getByRole('button', { name: 'It is off' }).click();
  const off = page.getByRole('region', { name: 'Off now' });
  await expect(off).toContainText('Return pump');
  await expect(page.getByRole('button', { name: 'End the round' })).toBeDisabled();
  await expectFaultless(page);
  // what the bath takes is worked out where it is mixed
  await page.getByLabel('The bath that covers it').fill('3');
  await expect(page.getByText('1.5 L white vinegar, 1.5 L water')).toBeVisible();
  // the bath counts down by itself
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByRole('list', { name: 'Timers' })).toContainText(/29:5\d|30:00/);
  // half-done, it is the same after a reload
  await page.reload();
  await expect(page.getByRole('list', { name: 'Timers' })).toContainText('in the vinegar bath');
  await page.getByRole('button', { name: /^just due/ }).click();
  await expect(page.getByRole('heading', { name: 'On again: Return pump' })).toBeVisible();
  // nobody looks: the rest is skipped, and still it cannot end
  for (let left = 0; left < 4; left++) {
    await page.getByRole('button', { name: 'Skip it' }).click();
    await page.getByLabel('Why it is skipped').fill('called away');
    await page.getByRole('button', { name: 'Skip it for this reason' }).click();
    await expect(page.getByLabel('Why it is skipped')).toHaveCount(0);
  }
  await expect(page.getByText('All steps are done or skipped.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'End the round' })).toBeDisabled();
  // and it stands first on Today until somebody has seen it
  await page.goto(`${server.address}/today`);
  const left = page.getByRole('region', { name: 'Left off' });
  await expect(left).toContainText('Return pump');
  await left.getByRole('button', { name: 'I see it' }).click();
  await expect(left).toHaveCount(0);
  await page.goto(`${server.address}/rounds`);
  await page.getByRole('link', { name: 'Go on' }).click();
  await page.getByRole('button', { name: 'End the round' }).click();
  await expect(page.getByText('closed;')).toBeVisible();
  const services = (await (await fetch(`${server.address}/api/records/service`)).json()) as {
    content: { jobId: string; found: string };
  }[];
  expect(services.filter((one) => one.content.jobId === job && one.content.found === 'right')).toHaveLength(
    2,
  );
});

test('what a device says of the flow since the pump is on again is the proof; no flow is said as the contrary', async ({
  page,
  server,
}) => {
  const { sock: componentId } = await seedTank(server.address, pump);
  const channel = await deviceReadsFlow(server.address, componentId, 2900);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.address}/rounds`);
  await page.getByRole('link', { name: 'Build the round' }).click();
  await begin(page);
  await stepThrough(page, { until: /^See it: Return pump/ });
  // what it sent while the pump ran before proves nothing
  await expect(page.getByRole('button', { name: 'I see it' }).first()).toBeVisible();
  await expect(page.getByRole('button', { name: /by its device/ })).toHaveCount(0);
  await deviceReadsFlow(server.address, componentId, 0, channel);
  await expect(page.getByText(/Flow 0 L\/h at \d\d:\d\d, by its device: it does not run\./)).toBeVisible();
  await deviceReadsFlow(server.address, componentId, 2750, channel);
  await page.getByRole('button', { name: /Flow 2,750 L\/h at \d\d:\d\d, by its device: take it/ }).click();
  await expect(page.getByRole('region', { name: 'Off now' })).toHaveCount(0);
  // it is on the device first
  const proofs = async () => {
    const actions = await contents<{ what: { do: string; how?: string; saw?: string } }>(
      server.address,
      'round-action',
    );
    return actions.map(({ what }) => what).filter((what) => what.do === 'proved');
  };
  await expect.poll(proofs).toHaveLength(1);
  expect(await proofs()).toMatchObject([
    { how: 'reading', saw: expect.stringContaining('2,750 L/h') as unknown },
  ]);
});

test('given up, what is off stays on Today with its reason until it is proved', async ({ page, server }) => {
  await seedTank(server.address, pump);
  await page.goto(`${server.address}/rounds`);
  await page.getByRole('link', { name: 'Build the round' }).click();
  await begin(page);
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByText('Unplug it before hands go in.')).toBeVisible();
  await heed(page);
  await page.getByRole('button', { name: 'It is off' }).click();
  await page.getByRole('region', { name: 'Off now' }).getByRole('button', { name: 'It stays off' }).click();
  await page.getByLabel('Why it stays off').fill('the seal is ordered');
  await page.getByRole('button', { name: 'It stays off' }).first().click();
  await expect(page.getByRole('region', { name: 'Off now' })).toContainText('the seal is ordered');
  await page.getByRole('button', { name: 'Give the round up' }).click();
  await page.getByLabel('Why it is given up').fill('called away');
  await page.getByRole('button', { name: /^Give it up/ }).click();
  await expect(page.getByText('given up (called away)')).toBeVisible();
  await page.goto(`${server.address}/today`);
  await expect(page.getByRole('region', { name: 'Left off' })).toContainText('the seal is ordered');
  await expectFaultless(page);
});

const siteNamed = async (address: string, name: string): Promise<string> => {
  const sites = (await (await fetch(`${address}/api/records/site`)).json()) as {
    id: string;
    content: { name: string };
  }[];
  return sites.find((one) => one.content.name === name)?.id ?? '';
};

test('a whole visit of the workshop with its three systems: tests, planned water, fittings, proofs; then its report', async ({
  page,
  demo,
}) => {
  test.setTimeout(240_000);
  const { address } = demo;
  const all = async (kind: string) =>
    (await (await fetch(`${address}/api/records/${kind}`)).json()) as {
      id: string;
      content: Record<string, unknown>;
    }[];
  const before = new Set((await all('service')).map((one) => one.id));
  await page.goto(`${address}/rounds/new?site=${await siteNamed(address, 'Workshop')}`);
  await expect(page.getByText(/Water as planned: Staghorn trough 98 L/)).toBeVisible();
  await expectFaultless(page);
  await begin(page);
  await expect(page.getByText(/^Step 1 of/)).toBeVisible();
  await stepThrough(page, { until: /Staghorn trough: siphon and drain/ });
  // worked out where it is needed
  await expect(page.getByText(/98 L, 10 buckets of 10 L, .* cm of level in/)).toBeVisible();
  await expectFaultless(page);
  await stepThrough(page);
  await page.getByRole('button', { name: 'End the round' }).click();
  await expect(page.locator('.head .facts')).toContainText('closed;');
  await expect(page.locator('.syncline').first()).toHaveText('all saved', { timeout: 60_000 });
  const [round] = await all('round');
  const jobIds = round?.content.jobIds as string[];
  const kinds = new Map((await all('job')).map((one) => [one.id, one.content.kindId]));
  const worked = jobIds.filter((id) => kinds.get(id) !== 'water-test');
  const services = (await all('service')).filter((one) => !before.has(one.id));
  expect(services.map((one) => one.content.jobId).sort()).toEqual([...worked].sort());
  // the planned litres were logged
  const changed = services.filter((one) => typeof one.content.litres === 'number');
  expect(changed.map((one) => one.content.litres).sort()).toEqual([26, 27, 98]);
  await page.getByRole('link', { name: 'Report' }).click();
  await expect(page.getByText(/All \d+ things that were switched off were seen running again/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Water, Staghorn trough' })).toBeVisible();
  await expect(page.getByText('Not done')).toHaveCount(0);
  await expectFaultless(page);
  // by mail: the stand-in of the demonstration takes it
  await page.getByLabel('Mail address').fill('cafe@example.org');
  await page.getByRole('button', { name: 'Mail the PDF' }).click();
  await expect(
    page.getByText(/Sent to cafe@example.org: the mail server took it and answered “250/),
  ).toBeVisible();
  const letters = (await (await fetch(`${address}/api/mail/stand-in`)).json()) as { attachments: string[] }[];
  expect(letters[0]?.attachments[0]).toMatch(/^workshop-.*\.pdf$/);
  // the plan of changes is carried out by it: the next one begins anew
  await page.goto(`${address}/water/change?site=${await siteNamed(address, 'Workshop')}`);
  await expect(page.locator('.head .facts')).toHaveText('not kept yet');
});

test('a person’s own order: by the keyboard; what it breaks is named, and what can hurt somebody is forbidden', async ({
  page,
  server,
}) => {
  await seedTank(server.address, pump);
  await page.goto(`${server.address}/rounds`);
  await page.getByRole('link', { name: 'Build the round' }).click();
  const steps = page.locator('.movable li');
  await expect(steps.nth(1)).toContainText('Off: Return pump');
  const spoken = page.locator('[aria-live="assertive"]');
  /** Each key follows when what the one before did has been read aloud. */
  const moveDown = async (title: string, from: number): Promise<void> => {
    await page.getByRole('button', { name: `Move: ${title}` }).focus();
    await page.keyboard.press('Space');
    await expect(spoken).toContainText(new RegExp(`^${title}.*: now at place ${from} of`));
    await page.keyboard.press('ArrowDown');
    await expect(spoken).toContainText(new RegExp(`^${title}.*: now at place ${from + 1} of`));
    await page.keyboard.press('Space');
    await expect(spoken).toContainText(new RegExp(`^${title}.*: put at place ${from + 1} of`));
  };
  // looking afterwards is a pity, no more
  await moveDown('Look at Reef', 1);
  const broken = page.getByRole('region', { name: 'What this round breaks' });
  await expect(broken).toContainText('What is seen before anything is touched is how it ran.');
  // it asks for a reason, and no more
  await expect(page.getByRole('button', { name: 'Begin the round' }).first()).toBeDisabled();
  await page.getByLabel('Why it goes on all the same').fill('I looked this morning');
  await expect(page.getByRole('button', { name: 'Begin the round' }).first()).toBeEnabled();
  await page.getByRole('button', { name: 'As proposed' }).click();
  await expect(broken).not.toContainText('What is seen before anything');
  // hands in a pump that is on is forbidden
  await moveDown('Off: Return pump', 2);
  await expect(broken).toContainText('Hands go in when it is off.');
  await expect(broken).toContainText('It cannot begin like this');
  await expect(page.getByRole('button', { name: 'Begin the round' }).first()).toBeDisabled();
  await expectFaultless(page);
  // it is still there after a reload, and undone in one go
  await page.reload();
  await expect(broken).toBeVisible();
  await page.getByRole('button', { name: 'As proposed' }).click();
  await expect(page.getByRole('button', { name: 'Begin the round' }).first()).toBeEnabled();
});

test('paused and taken over; on paper, and entered afterwards on one screen', async ({
  page,
  server,
  request,
}) => {
  const { job } = await seedTank(server.address, pump);
  await page.goto(`${server.address}/rounds`);
  await page.getByRole('link', { name: 'Build the round' }).click();
  await begin(page);
  await page.getByRole('button', { name: 'Pause, or hand over' }).click();
  await expect(page.locator('.head .facts')).toContainText('paused;');
  await expect(page.locator('.steptitle')).toHaveCount(0);
  await page.getByRole('region', { name: 'Take over' }).getByRole('button', { name: 'Go on' }).click();
  await expect(page.locator('.steptitle')).toBeVisible();
  const href = await page.getByRole('link', { name: 'On paper' }).getAttribute('href');
  const pdf = await request.get(`${server.address}${href ?? ''}`);
  expect(pdf.ok()).toBe(true);
  await page.getByRole('link', { name: 'Enter it from paper' }).click();
  await page.getByRole('button', { name: 'Tick all' }).click();
  await page.getByRole('group', { name: 'Found' }).getByRole('button').nth(3).click();
  await expectFaultless(page);
  await page.getByRole('button', { name: 'Enter it' }).first().click();
  await expect(page.getByText('All steps are done or skipped.')).toBeVisible();
  await expect(page.getByRole('region', { name: /^Off now/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'End the round' }).click();
  await expect(page.locator('.head .facts')).toContainText('closed;');
  const services = (await (await fetch(`${server.address}/api/records/service`)).json()) as {
    content: { jobId: string; found: string };
  }[];
  expect(services.filter((one) => one.content.jobId === job && one.content.found === 'overdue')).toHaveLength(
    1,
  );
});

test('a neglected tank is brought back over visits; a sitter’s sheet is made, read and ticked', async ({
  page,
  demo,
}) => {
  const { address } = demo;
  await page.goto(`${address}/systems`);
  await page
    .getByRole('link', { name: /Staghorn trough/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'Recovery' }).click();
  await expect(page.getByRole('heading', { name: '1. Make it safe, and look at everything' })).toBeVisible();
  await expectFaultless(page);
  await page.getByRole('link', { name: 'Build this visit' }).first().click();
  await expect(page.getByRole('heading', { name: 'Round, Staghorn trough' })).toBeVisible();
  await page.goto(`${address}/rounds/sitter?site=${await siteNamed(address, 'Workshop')}`);
  await page.getByRole('button', { name: /^Add a task/ }).click();
  await page.getByLabel('Task').last().fill('Two cubes of food at noon');
  await page.getByRole('button', { name: /^Add a task/ }).click();
  await page.getByLabel('Task').last().fill('Count the clownfish');
  await expectFaultless(page);
  await page.getByRole('button', { name: 'Make the sheet' }).first().click();
  await expect(page.getByRole('region', { name: 'Do not touch' })).toContainText('calcium reactor');
  await expect(page.getByText('0151 555 01 20')).toBeVisible();
  const task = page.locator('.sheettask').filter({ hasText: 'Two cubes of food at noon' });
  await task.getByRole('button', { name: 'Done today' }).click();
  await expect(task).toContainText('☑');
  await expectFaultless(page);
  // without network the page stays, and says that a tick was not taken
  const open = page.getByRole('button', { name: 'Done today' }).first();
  await page.context().setOffline(true);
  await open.click();
  await expect(page.getByText('The server does not answer.')).toBeVisible();
  await expect(page.getByRole('complementary').getByText(/No answer since/)).toBeVisible();
  await page.context().setOffline(false);
  await open.click();
  await expect(page.getByText('The server does not answer.')).toHaveCount(0);
});

test('a change of water: the last pump is warned about, all goes off by one touch, each is on and seen by one', async ({
  page,
  server,
}) => {
  const { system, site } = await seedTank(server.address, pump);
  const unit = (kindId: string, name: string) => ({
    ...{
      siteId: site,
      systemIds: [system],
      parentId: null,
      stationId: null,
      kindId,
      name,
      status: 'running',
    },
    ...{ statusSince: null, statusReason: '', dutyHoursPerDay: 24 },
    facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
  });
  const change = randomUUID();
  await write(
    server.address,
    create('component', unit('heater', 'Heater')),
    create('component', unit('top-off', 'Top-off')),
    create(
      'job',
      {
        ...{ componentId: null, systemId: system, vesselId: null, kindId: 'water-change', jobId: 'change' },
        ...{ overrides: {}, own: null },
      },
      change,
    ),
  );
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.address}/rounds/new?site=${site}&jobs=${change}`);
  await expect(page.getByRole('region', { name: 'What stands still' })).toContainText('flow');
  await expectFaultless(page);
  await begin(page);
  await stepThrough(page, { until: /^Off: / });
  await heed(page);
  await expect(page.getByText('With it: Heater, Return pump.')).toBeVisible();
  await expectFaultless(page);
  await page.getByRole('button', { name: 'It is off' }).click();
  await expect(page.locator('.steptitle')).toHaveText('Off: Heater');
  await page.getByRole('button', { name: 'It is off' }).click();
  // what is about to stand, before it stands
  await expect(page.getByText(/Reef: Nothing else moves its water; at most \d+ min\./)).toBeVisible();
  await page.getByRole('button', { name: 'It is off' }).click();
  await stepThrough(page, { until: /^On again: / });
  const off = page.getByRole('region', { name: 'Off now' });
  await expect(off.getByRole('listitem')).toHaveCount(3);
  for (const left of [2, 1]) {
    await page.getByRole('button', { name: 'It is on, and I see it' }).click();
    await expect(off.getByRole('listitem')).toHaveCount(left);
  }
  await page.getByRole('button', { name: 'It is on, and I see it' }).click();
  await expect(off).toHaveCount(0);
});
