import type { Page } from '@playwright/test';
import { expect, expectFaultless, test } from './app.ts';
import { daysAhead, seedPlan } from './seedPlan.ts';
import { contents, create, write } from './writing.ts';
import { freshContext } from './clock.ts';

const things = [
  { kindId: 'return-pump', jobId: 'strip-soak', name: 'Return pump', ago: 85 },
  { kindId: 'skimmer', jobId: 'body-soak', name: 'Skimmer', ago: 60 },
  { kindId: 'sponge', jobId: 'rinse', name: 'Sponge', ago: 5 },
];
interface Pin {
  jobId: string;
  day: string;
  from: string | null;
}
const opened = async (page: Page, address: string): Promise<void> => {
  await page.goto(`${address}/plan`);
  await settled(page);
};
/** The search has ended: nothing moves by itself any more. */
const settled = async (page: Page): Promise<void> => {
  await expect(page.getByRole('region', { name: 'Work spread over visits' })).toBeVisible({
    timeout: 30_000,
  });
  await expect(page.getByText('Still spreading the work', { exact: false })).toHaveCount(0, {
    timeout: 30_000,
  });
};
// its look comes first
const PUMP = 'Return pump, strip and soak';
/** For 50 ms after a drag a click is taken for its end. The page's own clock is waited for: however slow it is, it rings after that. */
const clicksHeard = (page: Page): Promise<void> =>
  page.evaluate('new Promise((resolve) => setTimeout(resolve, 100))');
/** What was let go over a visit is moved there; where it is too much for the visit, that is asked about first. */
async function dropped(page: Page, pins: () => Promise<Pin[]>): Promise<void> {
  await clicksHeard(page);
  const panel = page.getByRole('region', { name: 'The job in hand' });
  // while a move is sent its button is there and dead
  const ask = panel.locator('button:enabled', { hasText: 'Move it' });
  await expect.poll(async () => (await pins()).length === 1 || (await ask.isVisible())).toBe(true);
  if ((await pins()).length === 0) {
    await expect(panel.getByText('more minutes than there are').first()).toBeVisible();
    await ask.click();
  }
  await expect.poll(async () => (await pins()).length).toBe(1);
}
const block = (page: Page, name: string) => page.locator(`.block[title^="${name}"]`).first();

test('a job is moved by the keyboard and by the mouse alike, says what it costs, is pinned, and undone', async ({
  page,
  server,
}) => {
  const { jobs } = await seedPlan(server.address, things);
  await opened(page, server.address);
  await expectFaultless(page);
  // by the keyboard: the pile it stands in, down to it
  const pile = page.locator('.pile', { has: page.locator(`.block[title^="${PUMP}"]`) }).first();
  await pile.getByRole('button').focus();
  const panel = page.getByRole('region', { name: 'The job in hand' });
  for (const entry of await pile.locator('.block').all()) {
    await page.keyboard.press('ArrowDown');
    await expect(entry).toHaveAttribute('data-chosen');
    if ((await entry.getAttribute('title'))?.startsWith(PUMP)) break;
  }
  await expect(panel).toContainText(PUMP);
  await expect(panel.getByRole('columnheader', { name: 'due already by then' })).toBeVisible();
  // one visit on
  await page.keyboard.press('ArrowRight');
  await expect(panel).toContainText('Moving from');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Return pump, strip and soak: moved to/)).toBeVisible();
  const pins = () => contents<Pin>(server.address, 'plan-pin');
  await expect.poll(async () => (await pins()).length).toBe(1);
  const [byKeyboard] = await pins();
  expect(byKeyboard?.jobId).toBe(jobs[0]);
  expect(byKeyboard?.day).not.toBe(byKeyboard?.from);
  // undone, it stands where it stood
  await page.locator('.pileload').first().focus();
  await page.keyboard.press('u');
  await expect(page.getByText('Undone.')).toBeVisible();
  await expect.poll(async () => (await pins()).length).toBe(0);
  // by the mouse: the same record
  await settled(page);
  await expect(page.locator('.piles .block[data-pinned]')).toHaveCount(0);
  const from = await block(page, PUMP).boundingBox();
  const piles = await page.locator('.pile').all();
  const boxes = await Promise.all(piles.map((one) => one.boundingBox()));
  const to = boxes.find((box) => (box?.x ?? 0) > (from?.x ?? 0) + 40);
  if (!from || !to) throw new Error('nothing to drag');
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + 30, from.y + 2, { steps: 4 });
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 8 });
  await page.mouse.up();
  await dropped(page, pins);
  expect((await pins())[0]).toEqual(byKeyboard);
  // it is pinned now, and can be unpinned
  const pinned = page.locator('.piles .block[data-pinned]');
  await expect(pinned).toHaveCount(1);
  await pinned.click();
  await panel.getByRole('button', { name: /Unpin/ }).click();
  await expect.poll(async () => (await pins()).length).toBe(0);
});

test('on a tablet a finger that holds a job takes it, one that moves on scrolls', async ({
  browser,
  server,
}) => {
  const { jobs } = await seedPlan(server.address, things);
  const tablet = await freshContext(browser, {
    viewport: { width: 1024, height: 768 },
    ...{ hasTouch: true, isMobile: true, serviceWorkers: 'block' },
  });
  const page = await tablet.newPage();
  await opened(page, server.address);
  const pins = () => contents<Pin>(server.address, 'plan-pin');
  const panel = page.getByRole('region', { name: 'The job in hand' });
  const from = await block(page, PUMP).boundingBox();
  const boxes = await Promise.all((await page.locator('.pile').all()).map((one) => one.boundingBox()));
  const to = boxes.find((box) => (box?.x ?? 0) > (from?.x ?? 0) + 40);
  if (!from || !to) throw new Error('nothing to drag');
  const finger = await tablet.newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', x = 0, y = 0): Promise<unknown> =>
    finger.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: type === 'touchEnd' ? [] : [{ x, y }],
    });
  const start = { x: from.x + from.width / 2, y: from.y + from.height / 2 };
  const end = { x: to.x + to.width / 2, y: to.y + to.height / 2 };
  const drawn = async (holdMs: number): Promise<void> => {
    await touch('touchStart', start.x, start.y);
    await page.waitForTimeout(holdMs);
    for (let i = 1; i <= 8; i++)
      await touch('touchMove', start.x + ((end.x - start.x) * i) / 8, start.y + ((end.y - start.y) * i) / 8);
    await touch('touchEnd');
  };
  await drawn(0);
  await expect(panel).toHaveCount(0);
  await drawn(500);
  await dropped(page, pins);
  expect((await pins())[0]?.jobId).toBe(jobs[0]);
  await tablet.close();
});

test('skipped twice with reasons: the count is said; a whole visit is moved, left out and put back', async ({
  page,
  server,
}) => {
  const { site } = await seedPlan(server.address, things);
  await opened(page, server.address);
  for (const [i, reason] of ['no vinegar left', 'again none'].entries()) {
    await block(page, PUMP).click();
    await page.getByRole('button', { name: 'Skip, with a reason' }).click();
    await page.getByLabel('Reason').fill(reason);
    await page.getByRole('button', { name: 'Put it off' }).click();
    await expect.poll(async () => (await contents(server.address, 'skip')).length).toBe(i + 1);
    await settled(page);
  }
  await page.reload();
  await settled(page);
  await block(page, PUMP).click();
  await expect(page.getByText('Put off 2 times since it was last done.')).toBeVisible();
  // the visit itself
  await page.locator('.pileload').nth(1).click();
  const visit = page.getByRole('region', { name: 'The visit in hand' });
  await expect(visit.getByRole('button', { name: 'Leave it out' })).toBeDisabled();
  await visit.getByLabel('Reason').fill('fair in town');
  await visit.getByRole('button', { name: 'Leave it out' }).click();
  await expect(page.locator('.pileclosed')).toContainText('fair in town');
  const [change] = await contents<{ siteId: string; to: string | null }>(server.address, 'visit-change');
  expect(change).toMatchObject({ siteId: site, to: null });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.pileclosed')).toHaveCount(0);
  await page.locator('.pileload').nth(1).click();
  await visit.getByRole('button', { name: 'Split: a visit more that day' }).click();
  await expect.poll(async () => (await contents(server.address, 'visit-change')).length).toBe(1);
});

test('rounds and Today follow what was moved in the plan: its round, a job to a later visit, the visit itself', async ({
  page,
  server,
}) => {
  const { site, jobs } = await seedPlan(server.address, [
    { kindId: 'sponge', jobId: 'rinse', name: 'Sponge', ago: 60 },
    { kindId: 'skimmer', jobId: 'body-soak', name: 'Skimmer', ago: 200 },
  ]);
  const searches: string[] = [];
  page.on('worker', (worker) => searches.push(worker.url()));
  await opened(page, server.address);
  const searched = searches.length;
  expect(searched).toBeGreaterThan(0);
  // the visit at hand: its round holds what the plan put there
  await page.locator('.pileload').first().click();
  const visit = page.getByRole('region', { name: 'The visit in hand' });
  await expect(visit.getByText(/^Sponge/).first()).toBeVisible();
  await visit.getByRole('link', { name: 'Build its round' }).click();
  await expect(page.getByRole('heading', { name: 'Round, Home' })).toBeVisible();
  await expect(page.getByRole('checkbox', { name: /Sponge/ })).toBeChecked();
  // from the rounds: all that is due, or what the plan has
  await page.getByRole('link', { name: 'All that is due' }).click();
  await expect(page).toHaveURL(new RegExp(`/rounds/new\\?site=${site}$`));
  await page.getByRole('button', { name: 'As the plan has it' }).click();
  await expect(page).toHaveURL(new RegExp(`&jobs=.*${jobs[0] ?? ''}`));
  await expect(page.getByRole('checkbox', { name: /Sponge/ })).toBeChecked();
  // nothing has changed since: it was not levelled a second time
  expect(searches).toHaveLength(searched);
  // moved to the visit after it: neither proposed for this one nor forgotten
  await write(
    server.address,
    create('plan-pin', { jobId: jobs[0], day: daysAhead(7), from: daysAhead(0), whoId: null, note: '' }),
  );
  await page.goto(`${server.address}/rounds/new?site=${site}`);
  await expect(page.getByText(/^Moved in the plan: Sponge, rinse.* to /)).toBeVisible();
  await expect(page.getByRole('checkbox', { name: /Skimmer/ })).toBeChecked();
  await expect(page.getByRole('checkbox', { name: /Sponge/ })).toHaveCount(0);
  await expectFaultless(page);
  await page.goto(`${server.address}/today`);
  await expect(page.getByText(/^Moved in the plan to /)).toHaveCount(1);
  // the visit is made a day later: every screen says so
  await write(
    server.address,
    create('visit-change', {
      ...{ siteId: site, day: daysAhead(0), to: daysAhead(1), minutes: null, whoId: null, reason: 'fair' },
    }),
  );
  const [year, month, day] = daysAhead(1).split('-').map(Number);
  const tomorrow = new Date(Date.UTC(year ?? 0, (month ?? 1) - 1, day));
  const weekday = tomorrow.toLocaleDateString('en-GB', { weekday: 'short', timeZone: 'UTC' });
  await page.goto(`${server.address}/rounds`);
  await expect(page.getByText(new RegExp(`^${weekday} ${day} .*min of hands`))).toBeVisible();
  const plan = (await (await fetch(`${server.address}/api/plan`)).json()) as {
    jobs: { nextVisit: string }[];
  };
  expect(new Set(plan.jobs.map((row) => row.nextVisit))).toEqual(new Set([daysAhead(1)]));
});

test('work for two on a day when one is there: named, not planned; by system, person and kind; a year', async ({
  page,
  server,
}) => {
  await seedPlan(server.address, [
    ...things,
    { kindId: 'standby-power', jobId: 'test', name: 'Generator', ago: 40 },
  ]);
  const absent = [{ from: daysAhead(-10), to: daysAhead(300), note: '' }];
  await write(
    server.address,
    create('person', { name: 'Marit' }),
    create('person', { name: 'Ole', absences: absent }),
  );
  await opened(page, server.address);
  const unplaced = page.getByRole('region', { name: 'No visit found' });
  await expect(unplaced).toContainText('Generator');
  await expect(unplaced).toContainText('It needs two people');
  for (const by of ['system', 'person', 'kind']) {
    await page.goto(`${server.address}/plan?by=${by}`);
    await expect(page.locator('.pilerow h3').first()).toBeVisible({ timeout: 30_000 });
    await expectFaultless(page);
  }
  await page.goto(`${server.address}/plan?view=year`);
  await page.locator('.farmonth').nth(0).click();
  await expect(page.getByRole('region', { name: 'The month in hand' })).toContainText('min of what recurs');
  await expectFaultless(page);
});

test('away: what runs out, what is done before, what the helper does; the sheet takes the days over', async ({
  page,
  server,
}) => {
  const { site } = await seedPlan(server.address, [
    ...things,
    { kindId: 'top-off', jobId: 'refill', name: 'Top-off', ago: 3 },
    { kindId: 'fleece-roll', jobId: 'replace', name: 'Roll', ago: 30 },
  ]);
  const [from, to] = [daysAhead(3), daysAhead(18)];
  await page.goto(`${server.address}/plan/away?site=${site}&from=${from}&to=${to}`);
  await expect(page.getByText('16 days', { exact: false }).first()).toBeVisible();
  const roll = page.getByRole('row', { name: /^Roll/ });
  await expect(roll).toContainText('days');
  await expect(page.getByRole('row', { name: /^Top-off/ })).toContainText('3 days');
  await page.getByRole('button', { name: 'Nobody comes' }).click();
  await expect(page.getByRole('row', { name: /^Top-off/ })).toContainText('it does not last');
  await expectFaultless(page);
  await page.getByRole('button', { name: 'Yes' }).click();
  await page.getByRole('link', { name: 'Make the sitter’s sheet' }).first().click();
  await expect(page).toHaveURL(new RegExp(`from=${from}&to=${to}`));
  await expect(page.getByText('Top-off: refill the reservoir', { exact: false }).first()).toBeVisible();
});

test('what if: fortnightly, another programme, twice the feed, one person less, a power cut; prices', async ({
  page,
  server,
}) => {
  const { site, system } = await seedPlan(server.address, [
    ...things,
    { kindId: 'heater', jobId: 'check', name: 'Heater', ago: 10 },
  ]);
  await write(server.address, create('person', { name: 'Marit' }), create('person', { name: 'Ole' }));
  const side = page.getByRole('region', { name: 'Side by side' });
  await page.goto(`${server.address}/plan/what-if?if=rhythm&site=${site}`);
  await expect(side).toBeVisible({ timeout: 30_000 });
  const visits = side.getByRole('row', { name: /^Visits in 12 weeks/ });
  const [was, then] = (await visits.getByRole('cell').allTextContents()).slice(1).map(Number);
  expect(then).toBeLessThan(was ?? 0);
  await expect(side).toContainText('no prices set');
  await expectFaultless(page);
  for (const [tab, said] of [
    ['Another programme', 'Water expected'],
    ['Twice the feed', 'Reef: its feed is not entered'],
    ['One person less', 'Likelier late'],
  ] as const) {
    await page.getByRole('button', { name: tab }).click();
    await expect(side).toBeVisible({ timeout: 30_000 });
    await expect(page.getByText(said, { exact: false }).first()).toBeVisible();
  }
  await page.getByRole('button', { name: 'A power cut' }).click();
  await expect(page.getByText('Not known when it starts to matter', { exact: false }).first()).toBeVisible();
  await expect(page.getByText(/Brought back in this order.*Return pump.*Skimmer/)).toBeVisible();
  await page.getByLabel('Battery 1 holds').fill('600');
  await expect(page.getByText('watts not known', { exact: false }).first()).toBeVisible();
  await expect(page.getByLabel('Battery 2 holds')).toBeVisible();
  await expectFaultless(page);
  // money, once a price is set
  await page.getByRole('button', { name: 'Set prices' }).click();
  await page.getByLabel('Currency').fill('EUR');
  await page.getByLabel('Price of a pack of white vinegar').fill('3');
  await page.getByLabel('Jobs a pack of white vinegar serves').fill('2');
  await page.getByRole('button', { name: 'Save the prices' }).click();
  await page.getByRole('button', { name: 'Fortnightly' }).click();
  await expect(side.getByRole('row', { name: /^Supplies in 30 days/ })).toContainText('EUR', {
    timeout: 30_000,
  });
  expect(system).not.toBe('');
});
