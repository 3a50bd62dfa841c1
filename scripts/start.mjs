// npm start: a person's own data, from ./data or JONDREL_DATA.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, preparePackages, root } from './prepare.mjs';

preparePackages();
ensureBuilt();
const child = spawn(
  process.execPath,
  ['--enable-source-maps', join(root, 'dist/cli/main.js'), 'serve', ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
child.on('exit', (code) => process.exit(code ?? 0));
