import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { setTimeout as wait } from 'node:timers/promises';
import Papa from 'papaparse';
import { dayOf } from '../core/time/day.ts';
import { makeDemo } from '../demo/make.ts';
import type { Stored } from '../contract/records.ts';
import { ask, served } from './served.ts';
import { print, spread } from './timings.ts';

// A file of many rows looked at before it is read in, while somebody else asks for what they see. Baseline in the same
// run: the file cut into cells by the library alone.

const ROWS = Number(process.env.JONDREL_ROWS ?? 100_000);
const ASKS_EVERY_MS = 50;
const EVERY_MS = 300_000;

const now = Date.now();
const file = [
  'time,temperature (°C),pH',
  ...Array.from({ length: ROWS }, (_, k) => {
    const at = new Date(now - (ROWS - k) * EVERY_MS).toISOString().slice(0, 16).replace('T', ' ');
    return `${at},${(25 + Math.sin(k / 50)).toFixed(2)},${(8.1 + 0.1 * Math.cos(k / 50)).toFixed(2)}`;
  }),
].join('\n');

const begun = performance.now();
Papa.parse(file);
print(`baseline: ${ROWS} rows cut into cells by the library`, `${(performance.now() - begun).toFixed(0)} ms`);

const dir = mkdtempSync(join(tmpdir(), 'jondrel-csv-'));
try {
  await makeDemo(dir, dayOf(now, 'Europe/Berlin'));
  const { address, stop, memoryMb } = await served(dir);
  try {
    const records = JSON.parse((await ask(address, '/snapshot')).text) as Stored[];
    const systemId = records.find(({ kind }) => kind === 'system')?.id ?? '';
    const send = async (path: string): Promise<string> => {
      const form = new FormData();
      form.append('systemId', systemId);
      form.append('file', new Blob([file]), 'probe.csv');
      const answer = await fetch(`${address}/api${path}`, {
        method: 'POST',
        headers: { Origin: address },
        body: form,
      });
      const text = await answer.text();
      if (!answer.ok) throw new Error(`${path}: ${answer.status} ${text.slice(0, 300)}`);
      return text;
    };
    for (const [name, path] of [
      ['looked at', '/import-csv/preview'],
      ['read in', '/import-csv'],
    ] as const) {
      let isDone = false;
      const waits: number[] = [];
      const other = (async () => {
        while (!isDone) {
          waits.push((await ask(address, '/about')).ms);
          await wait(ASKS_EVERY_MS);
        }
      })();
      const from = performance.now();
      const answer = await send(path);
      const ms = performance.now() - from;
      isDone = true;
      await other;
      print(`${ROWS} rows ${name}`, `${ms.toFixed(0)} ms, ${(answer.length / 1000).toFixed(0)} kB told`);
      print('  others wait meanwhile', spread(waits));
    }
    print('memory of the server', `${memoryMb().toFixed(0)} MB`);
  } finally {
    stop();
  }
} finally {
  rmSync(dir, { recursive: true, force: true });
}
