import { expect, test } from './app.ts';
import { seedTank } from './seed.ts';

// A browser opens six lines to one server and lets everything else wait: windows share one to hear by.

test('eight windows of one browser: each opens, each hears what one of them writes, also when the first is closed', async ({
  server,
  context,
}) => {
  const { sock } = await seedTank(server.address, { services: [{ ago: 4 }] });
  const windows = await Promise.all(Array.from({ length: 8 }, () => context.newPage()));
  for (const window of windows) {
    await window.goto(`${server.address}/today`);
    await expect(window.locator('li.job')).toHaveCount(1);
  }
  const [first, second, ...others] = windows;
  if (!first || !second) throw new Error('no windows');
  const log = async (grade: RegExp): Promise<void> => {
    await second.goto(`${server.address}/components/${sock}`);
    await second.getByRole('button', { name: /Log it done/ }).click();
    await second.getByRole('button', { name: grade }).click();
  };
  await log(/^half-way/);
  for (const window of [first, ...others])
    await expect(window.locator('li.job').first()).toContainText('found half-way after 4 days');
  // the one that listened for all is gone: another takes over
  await first.close();
  const heard = others[0]?.waitForResponse('**/api/records**');
  await server.cutAndRestart();
  await heard;
  await log(/^just due/);
  for (const window of others)
    await expect(window.locator('li.job').first()).toContainText('just due after under a day');
});
