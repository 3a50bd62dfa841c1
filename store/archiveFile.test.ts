import { mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { importFile, linesOfFile } from './archiveFile.ts';
import { removeDrafts, uploadFolder } from './leftovers.ts';
import { keepPicture } from './pictures.ts';
import { NOW, openTestStore } from './testing/fixtures.ts';

let dir: string;
let one: Awaited<ReturnType<typeof openTestStore>>;
beforeEach(async () => {
  dir = mkdtempSync(join(tmpdir(), 'jondrel-file-'));
  one = await openTestStore();
});
afterEach(async () => {
  await one.close();
  rmSync(dir, { recursive: true });
});
const written = (name: string, bytes: Uint8Array | string): string => {
  const file = join(dir, name);
  writeFileSync(file, bytes);
  return file;
};
const read = async (file: string): Promise<string[]> => {
  const lines: string[] = [];
  for await (const line of linesOfFile(file, () => Promise.resolve())) lines.push(line);
  return lines;
};

describe('an archive that is not what it says', () => {
  const MB = 1024 ** 2;
  test('a small file that unpacks to very much: refused while it is read', async () => {
    const bomb = written('bomb.zip', zipSync({ 'archive.ndjson': new Uint8Array(40 * MB).fill(97) }));
    await expect(importFile(one.databases, one.dataDir, bomb, NOW)).rejects.toThrow(
      'The archive unpacks to far more than an archive holds.',
    );
  });
  test('millions of empty lines from a small file: given up after the first thousand', async () => {
    const bomb = written('bomb.zip', zipSync({ 'archive.ndjson': new Uint8Array(20 * MB).fill(10) }));
    await expect(importFile(one.databases, one.dataDir, bomb, NOW)).rejects.toThrow(
      'The archive is one empty line after the other.',
    );
  });
  test('a picture larger than any is', async () => {
    const large = written('large.zip', zipSync({ [`pictures/${'a'.repeat(64)}`]: new Uint8Array(16 * MB) }));
    await expect(read(large)).rejects.toThrow('is no picture of ours');
  });
  test('one line without an end', async () => {
    const long = written('long.ndjson', new Uint8Array(80 * MB).fill(97));
    await expect(read(long)).rejects.toThrow('longer than any record');
  });
  test('what is an archive comes through, with either end of line, the last without one', async () => {
    const text = 'one\r\ntwo ☼\n\nthree';
    const lines = ['one', 'two ☼', '', 'three'];
    expect(await read(written('a.ndjson', text))).toEqual(lines);
    expect(await read(written('a.zip', zipSync({ 'archive.ndjson': strToU8(text) })))).toEqual(lines);
  });
  test('a file in it that leads out of its folder is no picture', async () => {
    const out = written('out.zip', zipSync({ 'pictures/../../evil': strToU8('evil') }));
    await expect(importFile(one.databases, one.dataDir, out, NOW)).rejects.toThrow('checksum');
    expect(readdirSync(dir)).toEqual(['out.zip']);
  });
});

test('two who send one picture at once both have it', async () => {
  const bytes = await sharp({ create: { width: 900, height: 900, channels: 3, background: 'teal' } })
    .png()
    .toBuffer();
  const kept = await Promise.all(
    Array.from({ length: 8 }, (_, i) => keepPicture(one.dataDir, bytes, `${i}.png`)),
  );
  expect(new Set(kept.map((picture) => picture.sha256)).size).toBe(1);
  expect(readdirSync(join(one.dataDir, 'pictures'))).toEqual([kept[0]?.sha256]);
});

describe('what a killed process left', () => {
  test('drafts that nobody writes any more are removed, those of now stay', () => {
    const [old, young] = ['a.part', 'b.part'].map((name) => join(one.dataDir, 'backups', name));
    for (const file of [old, young]) writeFileSync(file ?? '', 'half');
    const long = new Date(Date.now() - 3_600_000);
    utimesSync(old ?? '', long, long);
    expect(removeDrafts(one.dataDir)).toEqual([old]);
    expect(readdirSync(join(one.dataDir, 'backups'))).toEqual(['b.part']);
  });
  test('uploads that were not read begin anew', () => {
    writeFileSync(join(uploadFolder(one.dataDir), 'half'), 'half');
    expect(readdirSync(uploadFolder(one.dataDir))).toEqual([]);
  });
});
