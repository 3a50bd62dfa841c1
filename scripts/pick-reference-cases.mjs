// Copies the reference cases that the core's tests use, with their sources, into core/reference/cases.json.
// usage: node scripts/pick-reference-cases.mjs FILE-OF-ALL-CASES
import { readFileSync, writeFileSync } from 'node:fs';

const topics = [
  'density, one atmosphere',
  'specific gravity from salinity',
  'salinity from specific gravity',
  'units',
  'alkalinity units',
  'vessel volume',
  'turnover and residence',
  'lognormal from a range',
  'posterior of the wear life',
  'minimum of independent lognormal times',
  'lognormal remaining life',
  'age replacement',
  'robust slope',
  'robust slope',
];
const all = JSON.parse(readFileSync(process.argv[2], 'utf8'));
const picked = all.filter((one) => topics.includes(one.topic));
writeFileSync('core/reference/cases.json', `[\n${picked.map((one) => JSON.stringify(one)).join(',\n')}\n]\n`);
console.log(`${picked.length} of ${all.length} cases`);
