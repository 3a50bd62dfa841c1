import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { AxeBuilder } from '@axe-core/playwright';
import { test as base, expect, type Page } from '@playwright/test';
import { AHEAD_MS, atTestTime } from './clock.ts';

/** A server of its own for each test, on a free port, with an empty data directory. */
export class Server {
  readonly dataDir = mkdtempSync(join(tmpdir(), 'jondrel-e2e-'));
  address = '';
  private child: ChildProcess | null = null;
  private readonly command: 'serve' | 'demo';
  private readonly flags: readonly string[];
  /** Everything it has printed. */
  said = '';

  constructor(command: 'serve' | 'demo' = 'serve', flags: readonly string[] = []) {
    this.command = command;
    this.flags = flags;
  }

  /** @param port where it stood before, so that a page finds it again */
  async start(port = '0'): Promise<void> {
    const child = spawn(
      process.execPath,
      ['dist/cli/main.js', this.command, '--data', this.dataDir, '--port', port, ...this.flags],
      {
        stdio: ['ignore', 'ignore', 'pipe'],
        env: { ...process.env, JONDREL_CLOCK_AHEAD_MS: String(AHEAD_MS) },
      },
    );
    this.child = child;
    this.address = await new Promise<string>((resolve, reject) => {
      this.said = '';
      child.stderr?.on('data', (chunk: Buffer) => {
        this.said += chunk.toString();
        const found = /http:\/\/localhost:\d+(?=[\s\S]*Stop it with)/.exec(this.said);
        if (found) resolve(found[0]);
      });
      child.once('exit', () => reject(new Error(`the server ended: ${this.said}`)));
    });
  }
  async stop(): Promise<void> {
    const child = this.child;
    if (!child) return;
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill();
    await ended;
    this.child = null;
  }
  /** Stops as a power cut does, and comes back at the same address. */
  async cutAndRestart(): Promise<void> {
    const { port } = new URL(this.address);
    const child = this.child;
    const ended = new Promise((resolve) => child?.once('exit', resolve));
    child?.kill('SIGKILL');
    await ended;
    await this.start(port);
  }
  remove(): void {
    rmSync(this.dataDir, { recursive: true, force: true });
  }
}

export const test = base.extend<{ server: Server; demo: Server }>({
  context: async ({ context }, use) => {
    await atTestTime(context);
    await use(context);
  },
  server: async ({}, use) => {
    const server = new Server();
    await server.start();
    await use(server);
    await server.stop();
    server.remove();
  },
  /** The demonstration data, made for the test. */
  demo: async ({}, use) => {
    const demo = new Server('demo');
    await demo.start();
    await use(demo);
    await demo.stop();
    demo.remove();
  },
});
export { expect };

/** A screen as it stands: free of accessibility faults, and no wider than a phone when it is one. */
export async function expectFaultless(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  expect
    .soft(violations.map((one) => `${page.url()}: ${one.id} ${one.nodes[0]?.target.join(' ') ?? ''}`))
    .toEqual([]);
  const size = page.viewportSize();
  await page.setViewportSize({ width: 390, height: 844 });
  // the screen lays itself out anew when it becomes a phone's
  await expect
    .poll(() => page.evaluate<number>('document.documentElement.scrollWidth'), { message: page.url() })
    .toBeLessThanOrEqual(390);
  if (size) await page.setViewportSize(size);
}

/** Describes a salt-water tank with one felt sock, last swapped as given. */
export async function describeReef(page: Page, server: Server, lastSwap: 'today' | 'unknown'): Promise<void> {
  await page.goto(`${server.address}/describe`);
  await page.getByRole('button', { name: /Salt water/ }).click();
  await page.getByLabel('What do you call it?').fill('Reef');
  await page.getByRole('button', { name: /^Next/ }).click();
  await page.getByLabel('Length inside').fill('120');
  await page.getByLabel('Width inside').fill('50');
  await page.getByLabel('Water depth').fill('45');
  await page.getByRole('button', { name: /^Next/ }).click();
  await page.getByLabel('Search the catalogue').fill('sock');
  await page.keyboard.press('Enter');
  if (lastSwap === 'today') await page.getByRole('button', { name: 'On a date' }).first().click();
  await page.getByRole('button', { name: /^Next/ }).click();
  await page
    .getByRole('button', { name: /See the whole plan/ })
    .last()
    .click();
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
}

/** Opened once with a network, the program is on the device. */
export async function keepProgram(page: Page): Promise<void> {
  await page.evaluate('navigator.serviceWorker.ready');
  await page.reload();
  await expect.poll(() => page.evaluate<boolean>('navigator.serviceWorker.controller !== null')).toBe(true);
}
