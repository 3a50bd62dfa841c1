import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { archiveDocument } from '../contract/archiveDoc.ts';
import { calculatorDoc } from '../contract/calculatorDoc.ts';

const docs = join(import.meta.dirname, '../docs');
writeFileSync(join(docs, 'archive.md'), archiveDocument());
writeFileSync(join(docs, 'calculators.md'), calculatorDoc());
