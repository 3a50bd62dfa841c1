import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, test } from './app.ts';
import { daysAgo, seedTank } from './seed.ts';

const cell = (page: Page, name: string) => page.getByLabel(name, { exact: true });
const readingsOf = async (address: string, system: string) =>
  (await (await fetch(`${address}/api/readings?system=${system}`)).json()) as {
    content: { below: boolean; value: number; timing: string; note: string; repeats?: number[] };
  }[];

test('choose a programme, test by keyboard alone, and an out-of-band phosphate calls the job that cures it', async ({
  page,
  server,
}) => {
  const { system } = await seedTank(server.address, {
    kindId: 'phosphate-media',
    jobId: 'replace',
    name: 'Phosphate media',
    services: [{ ago: 10 }],
  });
  await page.goto(`${server.address}/water?system=${system}`);
  await expect(page.getByText('no programme, so no bands')).toBeVisible();
  await page.getByRole('button', { name: 'Choose a programme' }).click();
  await page.getByRole('button', { name: /Balanced mixed reef/ }).click();
  // what would change is said before it does
  await expect(
    page.getByText(/Nitrate: no band, not asked for → 5–20 mg\/L NO₃, tested every 7 days/),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Follow balanced mixed reef/ }).click();
  await expect(page.getByRole('status')).toContainText('Balanced mixed reef');

  await cell(page, 'Salinity, ppt').focus();
  await page.keyboard.type('99');
  await expect(page.getByRole('alert')).toHaveText(
    'Salinity cannot be 99 ppt: it lies between 0 and 42 ppt.',
  );
  await page.keyboard.press('Control+a');
  // six parameters with one hand: figures and Enter
  for (const figure of ['34,8', '8.4', '420', '1380', '12'])
    await page.keyboard.type(`${figure}\n`, { delay: 2 });
  await page.keyboard.type('0.16');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('6 readings saved');
  await expect(page.locator('.keptrow').first()).toContainText('0.160');
  // no vessel is measured: how much to change cannot be said, and it says so
  const verdicts = page.getByLabel('What to do');
  await expect(verdicts.getByText('Measure the vessel')).toBeVisible();
  await expect(verdicts).toContainText('0.06 mg/L PO₄ above its band');

  await page.goto(`${server.address}/today`);
  const media = page.locator('li.job', { hasText: 'Phosphate media' });
  await expect(media).toContainText('Phosphate 0.16 mg/L');
  await expect(page.getByText('Reef: phosphate 0.16 mg/L (at most 0.1 mg/L)')).toBeVisible();
});

test('water that kills is said at once without any programme, on Water and on Today, with what to do within the hour', async ({
  page,
  server,
}) => {
  const { system } = await seedTank(server.address);
  await page.goto(`${server.address}/water?system=${system}`);
  await expect(page.getByText('no programme, so no bands')).toBeVisible();
  const ammonia = cell(page, 'Ammonia, mg/L NH₃/NH₄');
  if ((await ammonia.count()) === 0) {
    await page.getByRole('button', { name: 'Test another parameter' }).click();
    await page.getByRole('menuitem', { name: 'Ammonia' }).click();
  }
  await ammonia.focus();
  await page.keyboard.type('1.2');
  await page.keyboard.press('Control+Enter');
  // a first value as high as that is asked about, and kept
  const keep = page.getByRole('button', { name: /Keep it as typed/ });
  if (await keep.count()) await keep.first().click();
  const danger = page.getByRole('alert').filter({ hasText: 'Within the hour' });
  await expect(danger).toContainText('free ammonia; it harms from 0.05 mg/L; pH not tested, taken as high');
  await expect(danger.getByText('Stop feeding.', { exact: true })).toBeVisible();
  await page.goto(`${server.address}/today`);
  await expect(danger).toContainText('Reef: ammonia 1.2 mg/L');
  await danger.getByRole('link', { name: 'How much to change' }).click();
  await expect(page).toHaveURL(/\/water\?system=/);
});

test('what is unlikely is asked in the line below, and answered by a key', async ({ page, server }) => {
  const { system } = await seedTank(server.address);
  await page.goto(`${server.address}/water?system=${system}`);
  const phosphate = cell(page, 'Phosphate, mg/L PO₄');
  await phosphate.fill('0.05');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('1 reading saved');
  const question = page.locator('.questionrow');

  // a shifted point: Enter takes what was meant
  await phosphate.fill('0.5');
  await page.keyboard.press('Enter');
  await expect(question).toContainText('last time 0.05 mg/L PO₄. Did you mean 0.05 mg/L PO₄?');
  await page.keyboard.press('Enter');
  await expect(phosphate).toHaveValue('0.05');
  // … and Esc keeps what was typed
  await phosphate.fill('0.5');
  await page.keyboard.press('Enter');
  await expect(question).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(phosphate).toHaveValue('0.5');
  await expect(question).toHaveCount(0);
  // undo goes back through both
  await phosphate.focus();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(phosphate).toHaveValue('0.05');

  // gravity in a column of ppt; 35 ppm is refused
  const salinity = cell(page, 'Salinity, ppt');
  await salinity.fill('1.026');
  await page.keyboard.press('Enter');
  await expect(question).toContainText('SG at 25/25 °C');
  await page.keyboard.press('Enter');
  await expect(salinity).toHaveValue(/^34\.5/);
  await salinity.fill('35 ppm');
  await expect(page.getByText(/Sea water is about 35 ppt/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Save the test/ })).toBeDisabled();
  await salinity.fill('');

  // kept in the middle of the row, it is not asked again on leaving the cell
  const alkalinity = cell(page, 'Alkalinity, dKH');
  await alkalinity.fill('20');
  await page.keyboard.press('Enter');
  await expect(question).toContainText('Alkalinity 20 dKH');
  await page.keyboard.press('Escape');
  await expect(question).toHaveCount(0);
  await expect(alkalinity).toHaveValue('20');

  // below the lowest reading, and read again
  await phosphate.fill('<0.02');
  await cell(page, 'Alkalinity, dKH').fill('8.1 8.5 8.2');
  await expect(page.getByText(/Alkalinity: the readings lie 0.4 dKH apart/)).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('2 readings saved');
  await expect(page.locator('.keptrow').first()).toContainText('< 0.020');
  const readings = await readingsOf(server.address, system);
  expect(readings.map(({ content }) => [content.value, content.below])).toContainEqual([0.02, true]);
  expect(readings.flatMap(({ content }) => content.repeats ?? [])).toEqual([8.1, 8.5, 8.2]);
});

test('a future date is refused; what was typed stays over a reload', async ({ page, server }) => {
  const { system } = await seedTank(server.address);
  await page.goto(`${server.address}/water?system=${system}`);
  await cell(page, 'Nitrate, mg/L NO₃').fill('12');
  await cell(page, 'When; empty is now').fill(daysAgo(-3));
  await expect(page.getByText('When: a test cannot lie in the future. Check the date.')).toBeVisible();
  await page.reload();
  await expect(cell(page, 'Nitrate, mg/L NO₃')).toHaveValue('12');
});

test('over a slow line: what is on its way is saved once, and what is typed meanwhile is saved next', async ({
  page,
  server,
}) => {
  const { system } = await seedTank(server.address);
  const stored = async () =>
    (await readingsOf(server.address, system)).map(({ content }) => content.value).sort((a, b) => a - b);
  let held: (() => void)[] = [];
  await page.route('**/api/work', async (route) => {
    await new Promise<void>((free) => held.push(free));
    await route.continue();
  });
  const letGo = async (): Promise<void> => {
    await expect.poll(() => held.length).toBe(1);
    for (const free of held) free();
    held = [];
  };
  await page.goto(`${server.address}/water?system=${system}`);
  const nitrate = cell(page, 'Nitrate, mg/L NO₃');
  await nitrate.fill('12');
  await page.keyboard.press('Control+Enter');
  await expect(nitrate).toHaveAttribute('readonly');
  await letGo();
  // the screen has not fetched anything anew yet, and the next test is typed and saved
  await expect(nitrate).toHaveValue('');
  await nitrate.fill('13');
  await page.keyboard.press('Control+Enter');
  await letGo();
  await expect.poll(stored).toEqual([12, 13]);
  // a correction and a new test, the second key before the first is through
  await expect(page.locator('.keptrow')).toHaveCount(2);
  await expect(page.locator('.keptrow').first()).toContainText('13.0');
  await page.locator('.keptrow button').first().click();
  await page.getByRole('button', { name: 'Correct', exact: true }).click();
  await expect(nitrate).toHaveCount(2);
  await nitrate.nth(1).fill('14');
  await page.keyboard.press('Control+Enter');
  await expect(nitrate.nth(1)).toHaveAttribute('readonly');
  await nitrate.first().fill('15');
  await page.keyboard.press('Control+Enter');
  await letGo();
  await letGo();
  await expect.poll(stored).toEqual([12, 14, 15]);
  await expect(nitrate).toHaveCount(1);
  // closed while it was on its way: it is sent from this device, and not offered to be saved once more
  await nitrate.fill('16');
  await page.keyboard.press('Control+Enter');
  await expect.poll(() => held.length).toBe(1);
  held = [];
  await page.reload();
  await letGo();
  await expect.poll(stored).toEqual([12, 14, 15, 16]);
  await expect(nitrate).toHaveValue('');
  await expect(page.locator('.keptrow')).toHaveCount(4);
  expect(await stored()).toEqual([12, 14, 15, 16]);
});

test('thirty rows are pasted from a spreadsheet, looked over and saved as one step', async ({
  page,
  server,
}) => {
  const { system } = await seedTank(server.address);
  await page.goto(`${server.address}/water?system=${system}`);
  const rows = Array.from({ length: 30 }, (_, i) => [
    daysAgo(7 * (30 - i)),
    (8 + (i % 5) / 10).toFixed(1),
    10 + i,
  ]);
  const text = ['Date\tKH (dKH)\tNO3', ...rows.map((row) => row.join('\t'))].join('\n');
  await cell(page, 'Nitrate, mg/L NO₃').focus();
  // what a spreadsheet puts on the clipboard
  await page.evaluate(`(() => {
    const data = new DataTransfer();
    data.setData('text', ${JSON.stringify(text)});
    document.activeElement.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  })()`);
  await expect(page.getByText('30 rows pasted. Look them over, then save.')).toBeVisible();
  await expect(page.locator('.draftrow')).toHaveCount(30);
  await page.getByRole('button', { name: /^Save 30 tests/ }).click();
  await expect(page.getByRole('status').first()).toContainText('60 readings saved');
  expect((await readingsOf(server.address, system)).length).toBe(60);
  // and back in one step
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('No tests yet. The first one sets the line.')).toBeVisible();
  expect(await readingsOf(server.address, system)).toEqual([]);
});

test('a stored test is corrected by revision, doubted and deleted', async ({ page, server }) => {
  const { system } = await seedTank(server.address);
  await page.goto(`${server.address}/water?system=${system}`);
  await cell(page, 'Nitrate, mg/L NO₃').fill('12');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('.keptrow')).toContainText('12.0');
  const open = page.locator('.keptrow button').first();
  await open.click();
  await page.getByRole('button', { name: 'Correct', exact: true }).click();
  await cell(page, 'Nitrate, mg/L NO₃').nth(1).fill('14');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('.keptrow').first()).toContainText('14.0');
  expect((await readingsOf(server.address, system)).map(({ content }) => content.value)).toEqual([14]);
  await page.getByRole('button', { name: 'I doubt it' }).click();
  await expect(page.locator('.keptrow').first()).toContainText('?');
  await expect(page.getByLabel('What to do')).toContainText('not counted');
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByText('No tests yet. The first one sets the line.')).toBeVisible();
});

test('on a phone: one parameter at a time with big keys', async ({ page, server }) => {
  const { system } = await seedTank(server.address);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.address}/water?system=${system}`);
  const entry = page.getByLabel('A new test');
  await expect(entry).toContainText('Salinity');
  for (const key of ['3', '4', '.', '8']) await entry.getByRole('button', { name: key, exact: true }).click();
  await entry.getByRole('button', { name: 'Next' }).click();
  await entry.getByRole('button', { name: 'Not tested' }).click();
  for (const key of ['1', '2']) await entry.getByRole('button', { name: key, exact: true }).click();
  await entry.getByRole('button', { name: 'Next' }).click();
  await entry.getByRole('button', { name: '< below' }).click();
  for (const key of ['0', '.', '0', '2']) await entry.getByRole('button', { name: key, exact: true }).click();
  await entry.getByRole('button', { name: 'Save the test', exact: true }).click();
  await expect(page.getByRole('status')).toContainText('3 readings saved');
  const readings = await readingsOf(server.address, system);
  expect(readings.map(({ content }) => [content.value, content.below]).sort()).toEqual([
    [0.02, true],
    [12, false],
    [34.8, false],
  ]);
});

test('kits and a dose of one’s own: drops counted by the kit, the holding dose from a week’s use', async ({
  page,
  server,
}) => {
  const { system } = await seedTank(server.address);
  await page.goto(`${server.address}/water/kits?system=${system}&parameter=alkalinity`);
  await page.getByLabel('Name').fill('My titration');
  await page.getByLabel('One drop or mL counts').fill('0.5');
  await page.getByLabel('Batch').fill('A-17');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText(/one drop counts 0.5; batch A-17/)).toBeVisible();
  await page.getByRole('link', { name: 'Back to the tests' }).click();
  const alkalinity = cell(page, 'Alkalinity, dKH');
  await alkalinity.fill('17x');
  await expect(page.locator('.kitline')).toContainText('My titration');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('1 reading saved');
  expect((await readingsOf(server.address, system))[0]?.content.value).toBe(8.5);
});

test.describe('each verdict, with amounts', () => {
  /** A reef of 100 L with programme, and one test of today. */
  async function tested(address: string, values: Record<string, number>, below: readonly string[] = []) {
    const { system, site } = await seedTank(address);
    const uuid = () => crypto.randomUUID();
    const create = (kind: string, content: unknown, id = uuid()) => ({
      op: 'create',
      kind,
      id,
      revisionId: uuid(),
      content,
    });
    const quantity: Record<string, string> = {
      salinity: 'salinity',
      alkalinity: 'alkalinity',
      temperature: 'temperature',
      ph: 'ph',
    };
    const writes = [
      {
        op: 'revise',
        kind: 'system',
        id: system,
        revisionId: uuid(),
        baseVersion: 1,
        content: {
          siteId: site,
          name: 'Reef',
          water: 'salt',
          believedVolumeL: null,
          note: '',
          programmeId: 'balanced-reef',
        },
      },
      create('vessel', {
        systemId: system,
        name: 'Tank',
        shape: 'box',
        dimensions: { lengthCm: 50, widthCm: 50 },
        waterDepthCm: 40,
        displacementShare: 0,
      }),
      ...Object.entries(values).flatMap(([parameter, value]) => {
        const channelId = uuid();
        return [
          create(
            'channel',
            {
              componentId: null,
              systemId: system,
              name: parameter,
              quantity: quantity[parameter] ?? 'concentration',
              parameter,
            },
            channelId,
          ),
          create('reading', {
            channelId,
            when: { kind: 'day', day: daysAgo(0) },
            value,
            below: below.includes(parameter),
            source: 'typed',
            quality: 'good',
            timing: 'before',
            serviceId: null,
            whoId: null,
            note: '',
          }),
        ];
      }),
    ];
    const response = await fetch(`${address}/api/work`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ writes }),
    });
    expect(await response.text()).toContain('results');
    return system;
  }
  // amounts worked out by hand for 100 L
  const verdicts: [string, Record<string, number>, RegExp, string[]?][] = [
    ['nitrate high: (38 − 19) ÷ 38 in two changes, none over 30 %', { nitrate: 38 }, /Change 29 L, 2 times/],
    ['phosphate high', { phosphate: 0.12 }, /Change 25 L/],
    ['both high: changes first', { nitrate: 40, phosphate: 0.3 }, /Change \d+ L/],
    [
      'alkalinity low: 1.2 dKH × 100 L × 29.96 mg',
      { alkalinity: 7 },
      /3\.6 g of sodium bicarbonate over 2 days/,
    ],
    ['alkalinity high', { alkalinity: 11 }, /Dose no more alkalinity/],
    [
      'calcium low: 28 mg/L × 100 L ÷ 27.26 %',
      { calcium: 380 },
      /10 g of calcium chloride dihydrate over 2 days/,
    ],
    [
      'magnesium low: 125 mg/L × 100 L × 8.364',
      { magnesium: 1200 },
      /105 g of magnesium chloride hexahydrate over 3 days/,
    ],
    ['out of proportion', { alkalinity: 11, calcium: 360 }, /by itself/],
    ['salinity high', { salinity: 37, temperature: 25.5 }, /Swap 5 L for fresh water, over 2 days/],
    ['salinity low', { salinity: 31, temperature: 25.5 }, /Swap \d+ L for water of 39 ppt, over 3 days/],
    ['ammonia: an alarm', { ammonia: 0.5, ph: 8.2, temperature: 25.5, salinity: 35 }, /Change 50 L now/],
    ['nitrite: an alarm', { nitrite: 0.5 }, /Change 50 L now/],
    ['nitrate at none', { nitrate: 0.5 }, /Take out less nitrate/, ['nitrate']],
    ['temperature low', { temperature: 22 }, /Warm it by 3.2 °C over 4 days/],
    ['oxygen by saturation', { oxygen: 4.5, temperature: 25.5, salinity: 35 }, /Aerate now/],
  ];
  for (const [name, values, expected, below] of verdicts)
    test(name, async ({ page, server }) => {
      const system = await tested(server.address, values, below);
      await page.goto(`${server.address}/water?system=${system}`);
      await expect(page.locator('.verdict .order', { hasText: expected }).first()).toBeVisible();
      if ('ammonia' in values) {
        await page.goto(`${server.address}/today`);
        await expect(page.getByRole('alert')).toContainText('Reef: ammonia 0.5 mg/L');
      }
    });
});

test.describe('import', () => {
  const sample = (name: string): string =>
    join(import.meta.dirname, '..', 'store', 'testing', 'samples', name);
  async function choose(page: Page, address: string, system: string, name: string): Promise<void> {
    await page.goto(`${address}/water/import?system=${system}`);
    await page.locator('input[type=file]').setInputFiles(sample(name));
    await expect(page.getByRole('heading', { name: 'As it would be written' })).toBeVisible();
  }
  const written = (page: Page) => page.getByLabel('Written', { exact: true });

  test('a reef’s weekly sheet: gravity is asked, then read in, read again, and taken back', async ({
    page,
    server,
  }) => {
    const { system } = await seedTank(server.address);
    await choose(page, server.address, system, 'reef-weekly.csv');
    await expect(page.getByText('One question about the whole file first.')).toBeVisible();
    await expect(page.getByText('the head again')).toBeVisible();
    await page.getByLabel('SG: by which convention').click();
    await page.getByRole('option', { name: 'specific gravity 25/25' }).click();
    await page.getByRole('button', { name: /^Write 21\d readings/ }).click();
    await expect(written(page)).toContainText('added');
    await page.goto(`${server.address}/water?system=${system}`);
    await expect(page.locator('.keptrow').first()).toContainText('lost a snail');
    // the same file again, read as before: nothing is new
    await choose(page, server.address, system, 'reef-weekly.csv');
    await expect(page.getByText('Read the way it was read last time.')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Nothing new to write' })).toBeDisabled();
    await page.getByRole('button', { name: 'Take it back' }).click();
    await expect.poll(async () => (await readingsOf(server.address, system)).length).toBe(0);
  });

  test('a German sheet in its code page: density with its row’s temperature', async ({ page, server }) => {
    const { system } = await seedTank(server.address);
    await choose(page, server.address, system, 'becken-werte.csv');
    await expect(page.getByText('KH (°dH)')).toBeVisible();
    await page.getByLabel('Dichte: by which convention').click();
    await page.getByRole('option', { name: 'density, kg/L' }).click();
    await page.getByRole('button', { name: 'Write 156 readings' }).click();
    await expect(written(page)).toContainText('156 added');
  });

  for (const [name, button] of [
    ['laboratory.csv', /^Write 56 readings/],
    ['probe-export.csv', /^Write 2,6\d\d readings/],
    ['jobs-done.tsv', /^Write \d+ jobs/],
  ] as const)
    test(`${name} is read in as it stands`, async ({ page, server }) => {
      const { system } = await seedTank(server.address);
      await choose(page, server.address, system, name);
      await page.getByRole('button', { name: button }).click();
      await expect(written(page)).toContainText('added');
      if (name === 'probe-export.csv') {
        await page.goto(`${server.address}/water?system=${system}`);
        await page.getByRole('button', { name: 'pH', exact: true }).click();
        await page.getByRole('button', { name: '3 years' }).click();
        await expect(page.getByText(/1,1\d\d readings, their middle, least and most/)).toBeVisible();
      }
    });

  test('a round sheet: two rows of heads, equipment said, a remark that is a job', async ({
    page,
    server,
  }) => {
    const { system } = await seedTank(server.address, {
      kindId: 'sand-filter',
      jobId: 'backwash',
      name: 'Filter A',
    });
    await choose(page, server.address, system, 'round-sheet.csv');
    // only Filter A stands here: the rest of the sheet is left out
    for (const head of [
      'Filter B psi in',
      'Filter B psi out',
      'Filter B gpm',
      'Pump hours P1',
      'Pump hours P2',
    ]) {
      await page.getByLabel(`${head} holds`).click();
      await page.getByRole('option', { name: 'Leave it out' }).click();
    }
    await page.getByText('Remarks that are a job done').click();
    await page.getByLabel('“bw A” means').click();
    await page.getByRole('option', { name: /Filter A/ }).click();
    await page.getByRole('button', { name: /^Write 120 readings, 5 jobs$/ }).click();
    await expect(written(page)).toContainText('125 added');
  });
});

test('the tests leave as a table that this program reads back', async ({ page, server }) => {
  const { system } = await seedTank(server.address);
  await page.goto(`${server.address}/water?system=${system}`);
  await cell(page, 'Nitrate, mg/L NO₃').fill('12');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status')).toContainText('1 reading saved');
  const sheet = await (await fetch(`${server.address}/api/water/tests.csv?system=${system}`)).text();
  expect(sheet).toContain('Nitrate [mg/L NO3]');
  expect(sheet.trim().split('\n')).toHaveLength(2);
});
