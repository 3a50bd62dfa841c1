import { createReadStream, createWriteStream, existsSync } from 'node:fs';
import { open, readdir, readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Unzip, UnzipInflate, UnzipPassThrough, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { archiveLines, importArchive, type ImportReport } from './archive.ts';
import type { Databases } from './database.ts';
import { keepFile, LARGEST_PICTURE_BYTES, pictureFile } from './pictures.ts';
import { StoreProblem } from './problems.ts';
import { sha256 } from './store.ts';

/** Read so much at a time: what a piece unpacks to is in memory at once. */
const PIECE_BYTES = 16 * 1024;
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
  if (await isZip(file)) yield* linesOfZip(file, onPicture);
  else yield* linesOfText(createReadStream(file));
}

/** No record is longer: a round with its steps and all its revisions is a hundredth of it. */
const LONGEST_LINE_CHARS = 64 * 1024 ** 2;
/** What a zip may unpack to: text of records packs to a twentieth at best, pictures not at all. */
const MOST_INFLATED = 100;
const ALWAYS_INFLATED_BYTES = 16 * 1024 ** 2;

/** Between two records there is none. */
const MOST_EMPTY_LINES = 1000;

/** Text in pieces, cut into its lines. */
class Lines {
  /** Of the line that has not ended yet: joined once, at its end, however many pieces it comes in. */
  private parts: string[] = [];
  private chars = 0;
  private empty = 0;
  private readonly decoder = new TextDecoder();

  push(piece: Uint8Array, isLast: boolean): string[] {
    const [first = '', ...others] = this.decoder.decode(piece, { stream: !isLast }).split('\n');
    this.add(first);
    return others.map((next) => {
      const line = this.take();
      this.add(next);
      return line;
    });
  }

  /** The last, which no end of line closes. */
  end(): string[] {
    return this.chars === 0 ? [] : [this.take()];
  }

  private add(part: string): void {
    this.parts.push(part);
    this.chars += part.length;
    if (this.chars > LONGEST_LINE_CHARS)
      throw StoreProblem.damaged('A line of the archive is longer than any record.');
  }
  private take(): string {
    const line = this.parts.join('');
    this.parts = [];
    this.chars = 0;
    this.empty = line === '' ? this.empty + 1 : 0;
    if (this.empty > MOST_EMPTY_LINES)
      throw StoreProblem.damaged('The archive is one empty line after the other.');
    return line.endsWith('\r') ? line.slice(0, -1) : line;
  }
}

async function* linesOfText(input: AsyncIterable<Buffer>): AsyncGenerator<string> {
  const lines = new Lines();
  for await (const piece of input) yield* lines.push(piece, false);
  yield* lines.end();
}

async function isZip(file: string): Promise<boolean> {
  const handle = await open(file);
  const { buffer } = await handle.read(Buffer.alloc(2), 0, 2, 0);
  await handle.close();
  return buffer.toString('latin1') === 'PK';
}

async function* linesOfZip(
  file: string,
  onPicture: (hash: string, bytes: Uint8Array) => Promise<void>,
): AsyncGenerator<string> {
  const text = new Lines();
  const lines: string[] = [];
  const pictures: Promise<void>[] = [];
  let left = ALWAYS_INFLATED_BYTES + MOST_INFLATED * (await stat(file)).size;
  const unzip = new Unzip((entry) => {
    const parts: Uint8Array[] = [];
    let ofPicture = LARGEST_PICTURE_BYTES;
    entry.ondata = (error, chunk, final) => {
      if (error) throw error;
      left -= chunk.length;
      if (left < 0) throw StoreProblem.damaged('The archive unpacks to far more than an archive holds.');
      if (entry.name === ARCHIVE_NAME) {
        for (const line of text.push(chunk, final)) lines.push(line);
        return;
      }
      ofPicture -= chunk.length;
      if (ofPicture < 0) throw StoreProblem.damaged(`“${entry.name}” in the archive is no picture of ours.`);
      parts.push(chunk);
      const hash = entry.name.replace('pictures/', '');
      if (final) pictures.push(onPicture(hash, Buffer.concat(parts)));
    };
    entry.start();
  });
  unzip.register(UnzipInflate);
  unzip.register(UnzipPassThrough);
  for await (const chunk of createReadStream(file, { highWaterMark: PIECE_BYTES })) {
    unzip.push(chunk as Buffer);
    yield* lines.splice(0);
    await Promise.all(pictures.splice(0));
  }
  unzip.push(new Uint8Array(0), true);
  lines.push(...text.end());
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
