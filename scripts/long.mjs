// npm run test:attack, npm run test:crash: the long form of what npm test does a little of. Plain Node, no packages.
import { preparePackages, run } from './prepare.mjs';

const long = {
  attack: { JONDREL_ATTACKS: '10000', files: ['server/attack'] },
  crash: { JONDREL_KILLS: '30', files: ['cli/crash.test.ts'] },
};
const { files, ...env } = long[process.argv[2]] ?? {};
if (!files) throw new Error(`Say which: ${Object.keys(long).join(', ')}.`);
preparePackages();
run('npx', ['vitest', 'run', ...files], { env: { ...process.env, ...env } });
