import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { open, rename, readFile, unlink } from 'node:fs/promises';
import { join } from 'node:path';
import { fileTypeFromBuffer } from 'file-type';
import sharp, { type OutputInfo, type Sharp } from 'sharp';
import type { RecordContent } from '../contract/records.ts';
import { StoreProblem } from './problems.ts';
import { sha256 } from './store.ts';

export const LARGEST_PICTURE_BYTES = 15 * 1024 * 1024;
/** Longest edge kept: enough to read a serial number, small enough to send. */
const LONGEST_EDGE_PX = 2400;

type Encode = (image: Sharp) => Sharp;
/** The formats taken, by what the bytes say (not the name), and how each is written again. */
const formats: Record<string, Encode> = {
  'image/jpeg': (image) => image.jpeg({ quality: 85 }),
  'image/png': (image) => image.png(),
  'image/webp': (image) => image.webp({ quality: 85 }),
};

export const pictureFile = (dataDir: string, hash: string): string => join(dataDir, 'pictures', hash);

/**
 * Keeps a picture: sniffed by content, turned upright, encoded again (which drops place and camera data),
 * written under its SHA-256 before any record names it.
 * @throws StoreProblem invalid, in words
 */
export async function keepPicture(
  dataDir: string,
  bytes: Buffer,
  name: string,
): Promise<RecordContent<'picture'>> {
  const kind = await fileTypeFromBuffer(bytes);
  const encode = formats[kind?.mime ?? ''];
  if (!encode || !kind)
    throw refuse(
      kind?.mime === 'image/heic' || kind?.mime === 'image/heif'
        ? 'Pictures in HEIC cannot be read here. Send it as JPEG: most phones do that when “most compatible” is chosen for the camera.'
        : 'This is not a JPEG, PNG or WebP picture.',
    );
  let encoded: { data: Buffer; info: OutputInfo };
  try {
    const upright = sharp(bytes, { failOn: 'error', limitInputPixels: 200_000_000 }).rotate();
    encoded = await encode(
      upright.resize({
        width: LONGEST_EDGE_PX,
        height: LONGEST_EDGE_PX,
        fit: 'inside',
        withoutEnlargement: true,
      }),
    ).toBuffer({ resolveWithObject: true });
  } catch {
    throw refuse('This picture is damaged and cannot be read.');
  }
  const hash = sha256(encoded.data);
  await keepFile(pictureFile(dataDir, hash), encoded.data);
  return {
    sha256: hash,
    mime: kind.mime as RecordContent<'picture'>['mime'],
    widthPx: encoded.info.width,
    heightPx: encoded.info.height,
    bytes: encoded.data.length,
    name,
  };
}

/** Whole or not at all, and on disk before anybody relies on it. */
export async function keepFile(file: string, data: Uint8Array): Promise<void> {
  if (existsSync(file)) return;
  // two may keep the same at once: each writes its own draft, the later one takes the place of the same bytes
  const draft = `${file}.${randomUUID()}.part`;
  const handle = await open(draft, 'w');
  try {
    await handle.writeFile(data);
    await handle.sync();
  } catch (error) {
    await handle.close();
    await unlink(draft);
    throw error;
  }
  await handle.close();
  await rename(draft, file);
}

/** The bytes of a picture; null: they are not here, as after an archive that came without its pictures. */
export async function readPicture(dataDir: string, hash: string): Promise<Buffer | null> {
  try {
    return await readFile(pictureFile(dataDir, hash));
  } catch (error) {
    if ((error as { code?: string }).code === 'ENOENT') return null;
    throw error;
  }
}
export const isPictureHere = (dataDir: string, hash: string): boolean =>
  /^[0-9a-f]{64}$/.test(hash) && existsSync(pictureFile(dataDir, hash));

const refuse = (detail: string) => StoreProblem.invalid([{ pointer: '/picture', detail }]);
