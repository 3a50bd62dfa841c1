// Prints the gzipped script of the first screen: the entry and everything it imports statically.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const dir = join(import.meta.dirname, '../dist/web');
const LIMIT_KB = 300;
const manifest = JSON.parse(readFileSync(join(dir, '.vite/manifest.json'), 'utf8'));
const seen = new Set();
const visit = (key) => {
  if (seen.has(key)) return;
  seen.add(key);
  for (const next of manifest[key].imports ?? []) visit(next);
};
visit(Object.keys(manifest).find((key) => manifest[key].isEntry));
const kb =
  [...seen].reduce((sum, key) => sum + gzipSync(readFileSync(join(dir, manifest[key].file))).length, 0) /
  1000;
console.error(`script of the first screen: ${kb.toFixed(0)} kB gzipped (limit ${LIMIT_KB})`);
if (kb > LIMIT_KB) process.exit(1);
