import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { archiveDocument } from '../contract/archiveDoc.ts';

writeFileSync(join(import.meta.dirname, '../docs/archive.md'), archiveDocument());
