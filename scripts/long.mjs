// npm run test:attack, test:crash, test:properties: the long form of what npm test does a little of. Plain Node, no packages.
import { preparePackages, run } from './prepare.mjs';

const long = {
  attack: { JONDREL_ATTACKS: '10000', files: ['server/attack'] },
  properties: { PROPERTY_SEED: 'any', files: ['core', 'model', 'usecases'] },
  crash: { JONDREL_KILLS: '30', files: ['cli/crash.test.ts'] },
};
const { files, ...env } = long[process.argv[2]] ?? {};
if (!files) throw new Error(`Say which: ${Object.keys(long).join(', ')}.`);
preparePackages();
run('npx', ['vitest', 'run', ...files], { env: { ...process.env, ...env } });
