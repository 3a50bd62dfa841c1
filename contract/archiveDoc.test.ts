import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { archiveDocument } from './archiveDoc.ts';

test('docs/archive.md is what the schemas say (npm run docs writes it)', () => {
  expect(readFileSync(join(import.meta.dirname, '../docs/archive.md'), 'utf8')).toBe(archiveDocument());
});
