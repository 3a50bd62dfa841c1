// npm run bench: speeds beside a baseline in the same run. npm run bench:wear: the engine against simulated truths.
// Both print figures and assert nothing. Arguments are names of files in benchmarks/, in order.
import { ensureBuilt, node, preparePackages } from './prepare.mjs';

preparePackages();
ensureBuilt();
for (const name of process.argv.slice(2)) node([`dist/benchmarks/${name}.js`]);
