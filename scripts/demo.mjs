// npm run demo: install, build, make the demo data if absent, serve. `-- --fresh` makes the data anew.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build, preparePackages, root } from './prepare.mjs';

preparePackages();
build();
const child = spawn(
  process.execPath,
  ['--enable-source-maps', join(root, 'dist/cli/main.js'), 'demo', ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
child.on('exit', (code) => process.exit(code ?? 0));
