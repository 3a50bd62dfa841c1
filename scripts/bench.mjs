// npm run bench: speed against a baseline in the same run. Prints figures, asserts nothing.
import { ensureBuilt, node, preparePackages } from './prepare.mjs';

preparePackages();
ensureBuilt();
node(['dist/bench/plan.js', ...process.argv.slice(2)]);
