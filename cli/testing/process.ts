import { spawn, type ChildProcess } from 'node:child_process';
import { commandLine } from './command.ts';

/** The command line as a process of its own that can be killed at any moment. */
export class Process {
  private readonly child: ChildProcess;
  err = '';
  readonly ended: Promise<number | null>;

  constructor(...args: string[]) {
    this.child = spawn(process.execPath, [...commandLine, ...args], {
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    this.child.stderr?.on('data', (chunk: Buffer) => (this.err += chunk.toString()));
    this.ended = new Promise((resolve) => this.child.once('exit', resolve));
  }

  /** As a power cut does. */
  async kill(): Promise<void> {
    this.child.kill('SIGKILL');
    await this.ended;
  }
  async stop(): Promise<void> {
    this.child.kill('SIGTERM');
    await this.ended;
  }
  /** What it says once it matches. @throws where it ends before */
  async says(pattern: RegExp): Promise<string> {
    for (;;) {
      const found = pattern.exec(this.err);
      if (found) return found[0];
      const ended = await Promise.race([this.ended.then(() => true), wait(20).then(() => false)]);
      if (ended && !pattern.test(this.err)) throw new Error(`it ended: ${this.err}`);
    }
  }
}
export const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** A server on a free port. */
export async function served(dataDir: string): Promise<{ address: string; process: Process }> {
  const child = new Process('serve', '--data', dataDir, '--port', '0');
  const address = await child.says(/http:\/\/localhost:\d+(?=[\s\S]*Stop it with)/);
  return { address, process: child };
}
