import { createReadStream, createWriteStream, existsSync } from 'node:fs';
import { open, readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Unzip, UnzipInflate, UnzipPassThrough, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { archiveLines, importArchive, type ImportReport } from './archive.ts';
import type { Databases } from './database.ts';
import { keepFile, pictureFile } from './pictures.ts';
import { StoreProblem } from './problems.ts';
import { sha256 } from './store.ts';

const ARCHIVE_NAME = 'archive.ndjson';

/** The archive as bytes: plain lines, or with pictures a zip of archive.ndjson and pictures/<sha256>. */
export function archiveBytes(databases: Databases, dataDir: string, withPictures: boolean): Readable {
  return Readable.from(withPictures ? zipped(databases, dataDir) : plain(databases));
}

async function* plain(databases: Databases): AsyncGenerator<Buffer> {
  for await (const line of archiveLines(databases)) yield Buffer.from(`${line}\n`);
}

async function* zipped(databases: Databases, dataDir: string): AsyncGenerator<Uint8Array> {
  const chunks: Uint8Array[] = [];
  const failures: Error[] = [];
  const zip = new Zip((error, chunk) => {
    if (error) failures.push(error);
    else chunks.push(chunk);
  });
  // a fixed date, so that the same data makes the same file
  const mtime = new Date('2000-01-01T12:00:00Z');
  const drain = function* (): Generator<Uint8Array> {
    if (failures[0]) throw failures[0];
    yield* chunks.splice(0);
  };
  const text = new ZipDeflate(ARCHIVE_NAME, { level: 6 });
  text.mtime = mtime;
  zip.add(text);
  for await (const piece of plain(databases)) {
    text.push(piece);
    yield* drain();
  }
  text.push(new Uint8Array(0), true);
  for (const name of (await readdir(join(dataDir, 'pictures')))
    .filter((one) => /^[0-9a-f]{64}$/.test(one))
    .sort()) {
    const entry = new ZipPassThrough(`pictures/${name}`);
    entry.mtime = mtime;
    zip.add(entry);
    entry.push(await readFile(pictureFile(dataDir, name)), true);
    yield* drain();
  }
  zip.end();
  yield* drain();
}

export async function writeArchive(databases: Databases, dataDir: string, to: string): Promise<void> {
  await pipeline(archiveBytes(databases, dataDir, to.endsWith('.zip')), createWriteStream(to));
}

/** The lines of an archive file, plain or zipped; pictures of a zip go to `onPicture`. */
export async function* linesOfFile(
  file: string,
  onPicture: (hash: string, bytes: Uint8Array) => Promise<void>,
): AsyncGenerator<string> {
  if (!existsSync(file)) throw StoreProblem.notFound(`file (${file})`);
  if (!(await isZip(file))) {
    yield* createInterface({ input: createReadStream(file), crlfDelay: Number.POSITIVE_INFINITY });
    return;
  }
  yield* linesOfZip(createReadStream(file), onPicture);
}

async function isZip(file: string): Promise<boolean> {
  const handle = await open(file);
  const { buffer } = await handle.read(Buffer.alloc(2), 0, 2, 0);
  await handle.close();
  return buffer.toString('latin1') === 'PK';
}

async function* linesOfZip(
  input: AsyncIterable<Buffer>,
  onPicture: (hash: string, bytes: Uint8Array) => Promise<void>,
): AsyncGenerator<string> {
  let rest = '';
  const lines: string[] = [];
  const pictures: Promise<void>[] = [];
  const decoder = new TextDecoder();
  const unzip = new Unzip((entry) => {
    const parts: Uint8Array[] = [];
    entry.ondata = (error, chunk, final) => {
      if (error) throw error;
      if (entry.name === ARCHIVE_NAME) {
        const split = (rest + decoder.decode(chunk, { stream: !final })).split('\n');
        rest = split.pop() ?? '';
        lines.push(...split);
        return;
      }
      parts.push(chunk);
      const hash = entry.name.replace('pictures/', '');
      if (final) pictures.push(onPicture(hash, Buffer.concat(parts)));
    };
    entry.start();
  });
  unzip.register(UnzipInflate);
  unzip.register(UnzipPassThrough);
  for await (const chunk of input) {
    unzip.push(chunk);
    yield* lines.splice(0);
    await Promise.all(pictures.splice(0));
  }
  unzip.push(new Uint8Array(0), true);
  if (rest) lines.push(rest);
  yield* lines.splice(0);
  await Promise.all(pictures);
}

/** Imports a file, pictures first: a picture nobody names harms nobody, a record without its picture does. */
export function importFile(
  databases: Databases,
  dataDir: string,
  file: string,
  now: number,
): Promise<ImportReport> {
  const keep = async (hash: string, bytes: Uint8Array): Promise<void> => {
    if (sha256(Buffer.from(bytes)) !== hash)
      throw StoreProblem.damaged(`The picture ${hash} does not match its checksum.`);
    await keepFile(pictureFile(dataDir, hash), bytes);
  };
  return importArchive(databases, linesOfFile(file, keep), now);
}
