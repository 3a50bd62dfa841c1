import type { Page } from '@playwright/test';
import { expect, expectFaultless, Server, test as base } from './app.ts';
import { seedTank } from './seed.ts';
import { Device } from './trusting.ts';
import { freshContext } from './clock.ts';

const BEYOND = '127.0.0.2';
const PHONE = { viewport: { width: 390, height: 844 } };
const password = 'four quiet words marit';

const test = base.extend<{ house: Server }>({
  /** A server that can be opened to another device: an address of its own on loopback, another port. */
  house: async ({}, use) => {
    const server = new Server('serve', ['--wide-port', '0', '--name', BEYOND]);
    await server.start();
    await use(server);
    await server.stop();
    server.remove();
  },
});

/** Makes the first owner where the person stands, and opens it. @returns where it answers beyond this computer */
async function openIt(page: Page, house: Server): Promise<string> {
  await page.goto(`${house.address}/settings`);
  await page.getByRole('link', { name: 'Use a phone at the tank' }).click();
  await page.getByLabel('Your name').fill('Marit');
  await page.getByLabel('What you sign in with').fill('marit');
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Make me the owner and open it' }).click();
  await expect(page.getByRole('heading', { name: 'With a new phone' })).toBeVisible();
  const address = await page
    .getByText(new RegExp(`^https://${BEYOND}:`))
    .first()
    .textContent();
  return address ?? '';
}
async function signIn(page: Page, name: string, word: string): Promise<void> {
  await page.getByLabel('Name or mail address').fill(name);
  await page.getByLabel('Password').fill(word);
  await page.getByRole('button', { name: 'Sign in' }).click();
}

test('from loopback to a second device over https, and back', async ({ page, house }) => {
  test.setTimeout(120_000);
  await seedTank(house.address, { services: [{ ago: 12 }, { ago: 5, found: 'right' }] });
  const address = await openIt(page, house);
  const fingerprint = (await page.locator('.fingerprint').textContent()) ?? '';
  expect(fingerprint).toMatch(/^([0-9A-F]{2}:){31}[0-9A-F]{2}$/);
  const options = test.info().project.use.launchOptions ?? {};

  // a phone that trusts nothing yet is stopped by its own browser, and told how by plain http
  const stranger = new Device(options);
  const stopped = await (await freshContext(await stranger.open(), PHONE)).newPage();
  await expect(stopped.goto(address)).rejects.toThrow('ERR_CERT_AUTHORITY_INVALID');
  const strange = await (await freshContext(await stranger.open(), PHONE)).newPage();
  await strange.goto(address.replace('https:', 'http:'));
  await expect(strange.getByText(fingerprint)).toBeVisible();
  const taken = strange.waitForEvent('download');
  await strange.getByRole('link', { name: 'Take the certificate' }).click();
  const phone = new Device(options);
  phone.trust(await (await taken).path());
  await stranger.close();

  const there = await (await freshContext(await phone.open(), PHONE)).newPage();
  await there.goto(`${address}/today`);
  await expect(there.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await signIn(there, 'marit', 'not the password');
  await expect(there.getByRole('alert')).toContainText('Name and password do not fit.');
  await signIn(there, 'Marit', password);
  await expect(there.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  const [cookie] = await there.context().cookies();
  expect(cookie).toMatchObject({ httpOnly: true, secure: true, sameSite: 'Strict', domain: BEYOND });
  expect(await there.evaluate('document.cookie')).toBe('');
  // a service worker, a wake lock and notifications need this
  expect(await there.evaluate('isSecureContext')).toBe(true);

  // what the phone does, this computer follows, and knows who it was
  await page.goto(`${house.address}/log`);
  await there
    .getByRole('button', { name: /Filter sock/ })
    .first()
    .click();
  await there.getByRole('button', { name: /^just due/ }).click();
  await expect(there.getByRole('status')).toContainText('logged');
  await expect(page.getByText('Marit').first()).toBeVisible();

  // signed out elsewhere in the middle of typing: nothing typed is lost
  await page.goto(`${house.address}/settings/network`);
  await page.getByLabel('Other names it answers to').fill('tank.home.arpa');
  await there.goto(`${address}/settings/account`);
  await there.getByRole('button', { name: 'Sign out everywhere' }).click();
  await expect(there.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await expect(page.getByRole('dialog', { name: 'Are you still Marit?' })).toBeVisible();
  await page.getByRole('dialog').getByLabel('Password').fill(password);
  await page.getByRole('dialog').getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByLabel('Other names it answers to')).toHaveValue('tank.home.arpa');

  // and back: this computer only, where everybody signs in from now on
  await page.getByRole('button', { name: 'Answer this computer only' }).click();
  await expect(page.getByRole('button', { name: 'Open it to phones and others' })).toBeVisible();
  await expect(there.goto(address)).rejects.toThrow('ERR_CONNECTION');
  await page.getByRole('link', { name: 'Settings' }).click();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await phone.close();
  phone.remove();
  stranger.remove();
});

test('an invitation by its code; a client reads their own system; a secret link, until it is revoked', async ({
  page,
  house,
  browser,
}) => {
  test.setTimeout(90_000);
  await seedTank(house.address, { services: [{ ago: 12 }, { ago: 5, found: 'right' }] });
  await openIt(page, house);
  await page.goto(`${house.address}/settings/people`);
  await page.getByRole('button', { name: /Invite somebody/ }).click();
  await page.getByRole('button', { name: 'client' }).click();
  await page.getByRole('checkbox').first().check();
  await page.getByLabel('Name', { exact: true }).fill('The café');
  await page.getByLabel('Signs in as').fill('cafe');
  await page.getByRole('button', { name: 'Make the invitation' }).click();
  await expect(page.getByRole('img', { name: 'QR code: Invitation for The café' })).toBeVisible();
  const code =
    /[0-9A-Z]{5}(-[0-9A-Z]{5}){3}/.exec((await page.locator('.token').textContent()) ?? '')?.[0] ?? '';

  const guest = await (await freshContext(browser)).newPage();
  await guest.goto(`${house.address}/join`);
  await guest.getByLabel('Code').fill(code.toLowerCase());
  await guest.getByRole('button', { name: 'Go on' }).click();
  await expect(guest.getByRole('heading', { name: 'Welcome, The café' })).toBeVisible();
  await expectFaultless(guest);
  await guest.getByLabel('Password').fill('short');
  await guest.getByRole('button', { name: 'Come in' }).click();
  await expect(guest.getByRole('alert')).toContainText('at least 12 characters');
  await guest.getByLabel('Password').fill('coffee and four fishes');
  await guest.getByRole('button', { name: 'Come in' }).click();
  await expect(guest.getByRole('heading', { name: 'To do this week' })).toBeVisible();
  await expectFaultless(guest);
  // whatever they ask for, they stay on their page
  await guest.goto(`${house.address}/settings/people`);
  await expect(guest.getByRole('heading', { name: 'To do this week' })).toBeVisible();
  await guest.getByRole('link', { name: 'The café' }).click();
  await expect(guest.getByRole('heading', { name: 'Where you are signed in' })).toBeVisible();
  await expectFaultless(guest);
  // whether what is ticked is saved stands there in words
  const reach = guest.locator('.connectionline');
  await expect(reach).toHaveText('all saved');
  await guest.context().setOffline(true);
  await expect(reach).toHaveText(/^No answer since \d\d:\d\d: what you tick now is not saved$/);
  await guest.context().setOffline(false);
  await expect(reach).toHaveText('all saved');

  await page.getByRole('button', { name: 'Make a link' }).click();
  await page.getByLabel('Who it is for').fill('the window');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByText('/shared#')).toBeVisible();
  const link = /\/shared#[0-9A-Z-]+/.exec((await page.getByText('/shared#').textContent()) ?? '')?.[0] ?? '';
  const passerBy = await (await freshContext(browser)).newPage();
  await passerBy.goto(house.address + link);
  await expect(passerBy.getByRole('heading', { name: 'To do this week' })).toBeVisible();
  await expectFaultless(passerBy);
  await page.getByRole('button', { name: 'Put it away' }).last().click();
  await page.getByRole('button', { name: 'Revoke' }).click();
  await expect(page.getByText(/revoked a moment ago/)).toBeVisible();
  await passerBy.reload();
  await expect(passerBy.getByRole('heading', { name: 'This link has ended' })).toBeVisible();
});

test('started wide before anybody owns it: only the printed code makes the owner', async ({ browser }) => {
  const house = new Server('serve', ['--wide', '--wide-port', '0', '--name', BEYOND]);
  await house.start();
  const address = /https:\/\/127\.0\.0\.2:\d+/.exec(house.said)?.[0] ?? '';
  const code = /[0-9A-Z]{4}-[0-9A-Z]{4}-[0-9A-Z]{4}/.exec(house.said)?.[0] ?? '';
  const page = await (await freshContext(browser, { ignoreHTTPSErrors: true })).newPage();
  await page.goto(address);
  await expect(page.getByRole('heading', { name: 'Who owns this?' })).toBeVisible();
  await expectFaultless(page);
  await page.getByLabel('Your name').fill('Ole');
  await page.getByLabel('What you sign in with').fill('ole');
  await page.getByLabel('Password').fill('four quiet words ole');
  await page.getByLabel('The code that the server printed').fill('0000-0000-0000');
  await page.getByRole('button', { name: 'Make me the owner' }).click();
  await expect(page.getByRole('alert')).toContainText('not the code that the server printed');
  await page.getByLabel('The code that the server printed').fill(code);
  await page.getByRole('button', { name: 'Make me the owner' }).click();
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
  await house.stop();
  house.remove();
});

test('people: days, permits and absences are kept; one person alone sees none of it', async ({
  page,
  house,
}) => {
  await seedTank(house.address, { services: [{ ago: 5 }] });
  await page.goto(`${house.address}/settings/people`);
  const add = async (name: string) => {
    await page.getByRole('button', { name: 'Add somebody' }).click();
    await page.getByLabel('Name').fill(name);
    await page.getByRole('button', { name: 'Add the name' }).click();
  };
  await add('Marit');
  await page.getByRole('button', { name: /^Marit/ }).click();
  await expect(page.getByText('as soon as there is a second person')).toBeVisible();
  await expect(page.getByText('Holds a permit for')).toHaveCount(0);
  await add('Ole');
  await page.getByRole('button', { name: /^Ole/ }).click();
  await page.getByRole('button', { name: 'Saturday' }).click();
  await page.getByLabel('discharge').check();
  await page.getByLabel('discharge, until').fill('2030-01-31');
  await page.getByRole('button', { name: 'Add days away' }).click();
  await page.getByRole('button', { name: 'Save Ole' }).click();
  await expect(page.getByRole('alert')).toContainText('The first day away needs a date.');
  await page.getByLabel('From').fill('2030-02-01');
  await page.getByLabel('To', { exact: true }).fill('2030-02-10');
  await page.getByRole('button', { name: 'Save Ole' }).click();
  await expect(page.getByRole('button', { name: /^Ole.*Sat; away.*discharge, until/ })).toBeVisible();
  await expectFaultless(page);
});

for (const scheme of ['light', 'dark'] as const)
  test(`the owner’s pages are free of accessibility faults, ${scheme}`, async ({ page, house }) => {
    await seedTank(house.address, { services: [{ ago: 5, found: 'right' }] });
    await page.emulateMedia({ colorScheme: scheme });
    await page.goto(`${house.address}/settings/network`);
    await expect(page.getByLabel('Your name')).toBeVisible();
    await expectFaultless(page);
    await openIt(page, house);
    await expect(page.getByRole('img', { name: /QR code/ })).toBeVisible();
    await expectFaultless(page);
    for (const path of ['/settings/people', '/settings/account', '/week', '/settings']) {
      await page.goto(house.address + path);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await expectFaultless(page);
    }
    await page.goto(`${house.address}/settings`);
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
    await expectFaultless(page);
  });
