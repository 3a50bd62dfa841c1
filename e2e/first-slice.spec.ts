import { describeReef, expect, test } from './app.ts';

test('an empty database: describe a tank, see its date and reason, log a change, watch the date move', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await page.getByRole('link', { name: 'Describe your tank' }).click();
  await describeReef(page, server, 'today');
  const sock = page.locator('li.job', { hasText: 'Filter sock, felt' });
  await expect(sock).toContainText('Done today; usually every 3 to 7 days. Nothing learned yet.');
  await sock.getByRole('button', { name: /swap and wash/ }).click();
  await sock.getByRole('button', { name: /^half-way/ }).click();
  await expect(page.getByRole('status')).toContainText('swap and wash logged, found half-way');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('status')).toContainText('Undone');
});
