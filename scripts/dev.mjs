// npm run dev: the server from source, restarted when it changes, and the interface with hot reload in front of it.
import { spawn } from 'node:child_process';
import { preparePackages, root } from './prepare.mjs';

preparePackages();
const children = [
  spawn('npx', ['tsx', 'watch', 'cli/main.ts', 'serve', '--port', '4180', '--data', './data-dev'], {
    cwd: root,
    stdio: 'inherit',
  }),
  spawn('npx', ['vite', '--port', '5180'], { cwd: root, stdio: 'inherit' }),
];
const stop = () => children.forEach((child) => child.kill());
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
for (const child of children) child.on('exit', stop);
