// Makes a fresh machine ready: packages, the native module, and (for tests) Chromium. Plain Node, no packages.
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

export const root = dirname(import.meta.dirname);
const say = (text) => process.stderr.write(`${text}\n`);

export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: ['ignore', 2, 2], ...options });
  if (done.error) throw done.error;
  if (done.status !== 0) {
    say(`${command} ${args.join(' ')} failed (exit ${done.status ?? done.signal}).`);
    process.exit(done.status ?? 1);
  }
}

/** npm ci where packages are missing or older than the lock; the native module is compiled if no binary is to be had. */
export function preparePackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19) || major > 22) {
    say(`Node.js 20.19 to 22 is needed; this is ${process.versions.node}.`);
    process.exit(1);
  }
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.jondrel-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  say('Installing packages (once; a few minutes where the database module must be compiled) …');
  const prefix = dirname(dirname(process.execPath));
  const headers = [prefix, '/usr'].find((dir) => existsSync(join(dir, 'include', 'node', 'node.h')));
  const env = { ...process.env };
  if (headers && !env.npm_config_nodedir) env.npm_config_nodedir = headers;
  run('npm', ['ci', '--no-audit', '--no-fund'], { env });
  if (
    spawnSync(process.execPath, ['-e', "new (require('better-sqlite3'))(':memory:')"], {
      cwd: root,
      stdio: 'ignore',
    }).status !== 0
  ) {
    run('npm', ['rebuild', 'better-sqlite3'], { env });
  }
  writeFileSync(stamp, lock);
}

const candidates = [process.env.CHROMIUM_PATH, '/usr/bin/chromium', '/usr/bin/chromium-browser'];
/** Debian's Chromium: found, or installed where we may. @returns its path */
export function prepareChromium() {
  const found = () => candidates.find((path) => path && existsSync(path));
  if (found()) return found();
  if (process.getuid?.() !== 0) {
    say('The browser tests need Chromium: run “apt-get install chromium” as root, or set CHROMIUM_PATH.');
    process.exit(1);
  }
  say('Installing Chromium (once) …');
  run('apt-get', ['update']);
  run('apt-get', ['-o', 'DPkg::Lock::Timeout=300', 'install', '-y', '--no-install-recommends', 'chromium'], {
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
  return found();
}

/** Debian's certutil: the browser tests trust a certificate authority as a phone would. */
export function prepareCertutil() {
  if (spawnSync('certutil', ['-H'], { stdio: 'ignore' }).error === undefined) return;
  if (process.getuid?.() !== 0) {
    say('The browser tests need certutil: run “apt-get install libnss3-tools” as root.');
    process.exit(1);
  }
  say('Installing certutil (once) …');
  run('apt-get', ['update']);
  run(
    'apt-get',
    ['-o', 'DPkg::Lock::Timeout=300', 'install', '-y', '--no-install-recommends', 'libnss3-tools'],
    {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    },
  );
}

export function build() {
  run('npm', ['run', 'build', '--silent']);
}

const sources = [
  'core',
  'contract',
  'model',
  'usecases',
  'store',
  'server',
  'cli',
  'demo',
  'benchmarks',
  'web',
  'package-lock.json',
  'tsconfig.build.json',
  'vite.config.ts',
];

/** Builds where nothing is built or a source is newer than what is. */
export function ensureBuilt() {
  const built = [join(root, 'dist', 'cli', 'main.js'), join(root, 'dist', 'web', 'index.html')];
  if (!built.every((file) => existsSync(file))) return build();
  const oldest = Math.min(...built.map((file) => statSync(file).mtimeMs));
  const files = sources.flatMap((name) => {
    const path = join(root, name);
    return statSync(path).isDirectory()
      ? readdirSync(path, { recursive: true }).map((inner) => join(path, inner))
      : [path];
  });
  if (files.some((file) => statSync(file).mtimeMs > oldest)) build();
}

export function node(args, options = {}) {
  execFileSync(process.execPath, ['--enable-source-maps', ...args], {
    cwd: root,
    stdio: 'inherit',
    ...options,
  });
}
