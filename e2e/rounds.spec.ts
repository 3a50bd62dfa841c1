import { expect, expectFaultless, test } from './app.ts';
import { seedTank } from './seed.ts';

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
  await page.getByRole('button', { name: 'Begin the round' }).last().click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByText('Unplug it before hands go in.')).toBeVisible();
  await page.getByRole('button', { name: 'It is off' }).click();
  const off = page.getByRole('region', { name: 'Off now' });
  await expect(off).toContainText('Return pump');
  await expect(page.getByRole('button', { name: 'End the round' })).toBeDisabled();
  await expectFaultless(page);
  // the bath counts down by itself
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByRole('list', { name: 'Timers' })).toContainText(/29:5\d|30:00/);
  // half-done, it is the same after a reload
  await page.reload();
  await expect(page.getByRole('list', { name: 'Timers' })).toContainText('in the vinegar bath');
  await page.getByRole('button', { name: /^right/ }).click();
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

test('given up, what is off stays on Today with its reason until it is proved', async ({ page, server }) => {
  await seedTank(server.address, pump);
  await page.goto(`${server.address}/rounds`);
  await page.getByRole('link', { name: 'Build the round' }).click();
  await page.getByRole('button', { name: 'Begin the round' }).first().click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
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
