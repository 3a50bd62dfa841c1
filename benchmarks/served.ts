import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const MEGABYTE = 1024 ** 2;
const PAGE_BYTES = 4096;

/** The built server on a free port, as a process of its own. */
export interface Served {
  address: string;
  stop: () => void;
  memoryMb: () => number;
}
export async function served(dataDir: string): Promise<Served> {
  const main = join(import.meta.dirname, '..', 'cli', 'main.js');
  const server = spawn(process.execPath, [main, 'serve', '--data', dataDir, '--port', '0'], {
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  const address = await new Promise<string>((resolve, reject) => {
    let said = '';
    server.stderr.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const found = /http:\/\/localhost:\d+(?=[\s\S]*Stop it with)/.exec(said);
      if (found) resolve(found[0]);
    });
    server.once('exit', () => reject(new Error(said)));
  });
  const memoryMb = (): number => {
    const [, pages = '0'] = readFileSync(`/proc/${server.pid ?? 0}/statm`, 'utf8').split(' ');
    return (Number(pages) * PAGE_BYTES) / MEGABYTE;
  };
  return { address, stop: () => server.kill(), memoryMb };
}

/** What a server answers, and after how many milliseconds. */
export interface Asked {
  ok: boolean;
  status: number;
  ms: number;
  text: string;
}
export async function ask(address: string, path: string, body?: unknown): Promise<Asked> {
  const begun = performance.now();
  const answer = await fetch(`${address}/api${path}`, {
    ...(body === undefined
      ? {}
      : {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', Origin: address },
          body: JSON.stringify(body),
        }),
  });
  const text = await answer.text();
  return { ok: answer.ok, status: answer.status, ms: performance.now() - begun, text };
}
