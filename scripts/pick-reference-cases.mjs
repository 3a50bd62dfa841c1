// Copies the reference cases with their sources into core/reference/cases.json, one a line.
// usage: node scripts/pick-reference-cases.mjs FILE-OF-ALL-CASES
import { readFileSync, writeFileSync } from 'node:fs';

const all = JSON.parse(readFileSync(process.argv[2], 'utf8'));
writeFileSync('core/reference/cases.json', `[\n${all.map((one) => JSON.stringify(one)).join(',\n')}\n]\n`);
console.log(`${all.length} cases`);
