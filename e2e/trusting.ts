import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser, type LaunchOptions } from '@playwright/test';

/** Another device: a browser of its own, with a home of its own and what it has been told to trust. */
export class Device {
  private readonly home = mkdtempSync(join(tmpdir(), 'jondrel-device-'));
  private browser: Browser | null = null;
  private readonly options: LaunchOptions;

  constructor(options: LaunchOptions) {
    this.options = options;
  }

  /** Trusts an authority, as a person does by the page that hands it out. */
  trust(certificateFile: string): void {
    const store = join(this.home, '.pki', 'nssdb');
    mkdirSync(store, { recursive: true });
    execFileSync('certutil', ['-d', `sql:${store}`, '-N', '--empty-password']);
    execFileSync('certutil', [
      '-d',
      `sql:${store}`,
      '-A',
      '-t',
      'C,,',
      '-n',
      'jondrel',
      '-i',
      certificateFile,
    ]);
  }

  async open(): Promise<Browser> {
    const env = { ...(process.env as Record<string, string>), HOME: this.home };
    return (this.browser ??= await chromium.launch({ ...this.options, env }));
  }

  async close(): Promise<void> {
    await this.browser?.close();
    this.browser = null;
  }
  remove(): void {
    rmSync(this.home, { recursive: true, force: true });
  }
}
