// npm test: lint, types, unit and API tests, browser tests. Ends with "N passed, N failed", all suites added up.
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { prepareCertutil, prepareChromium, preparePackages, root } from './prepare.mjs';

preparePackages();
const chromium = prepareChromium();
prepareCertutil();
const results = join(root, 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
let passed = 0;
let failed = 0;

function step(name, command, args, env = {}) {
  process.stdout.write(`\n== ${name}\n`);
  const started = process.hrtime.bigint();
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  process.stdout.write(`   ${(Number(process.hrtime.bigint() - started) / 1e9).toFixed(1)} s\n`);
  return done.status === 0;
}
/** A check that is one test: passed or failed as a whole. */
function check(name, command, args) {
  if (step(name, command, args)) passed++;
  else failed++;
}
/** A suite that reports its own count; one that dies before it can report has failed. */
function suite(name, command, args, file, count, env) {
  const ok = step(name, command, args, env);
  let counted;
  try {
    counted = count(JSON.parse(readFileSync(join(results, file), 'utf8')));
  } catch (error) {
    process.stdout.write(`   ${name} left no report (${error.message})\n`);
    failed++;
    return;
  }
  passed += counted.passed;
  failed += counted.failed;
  if (!ok && counted.failed === 0) failed++;
  if (counted.passed + counted.failed === 0) failed++;
}

check('lint', 'npx', ['eslint', '.']);
check('format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']);
check('arrows', 'npx', [
  'depcruise',
  '--config',
  '.dependency-cruiser.cjs',
  'core',
  'contract',
  'model',
  'usecases',
  'store',
  'server',
  'cli',
  'demo',
  'web',
  'e2e',
  'benchmarks',
]);
check('types', 'npx', ['tsc', '-p', 'tsconfig.json']);
check('types of the interface', 'npx', ['tsc', '-p', 'web/tsconfig.json']);
check('types of its tests', 'npx', ['tsc', '-p', 'web/testing/tsconfig.json']);
check('types of its work without network', 'npx', ['tsc', '-p', 'web/sw/tsconfig.json']);
check('build', 'npm', ['run', 'build', '--silent']);
suite(
  'unit and API tests',
  'npx',
  ['vitest', 'run', '--reporter=dot', '--reporter=json', '--outputFile.json=test-results/unit.json'],
  'unit.json',
  (report) => ({
    passed: report.numPassedTests,
    // and each file that broke before its tests could be counted
    failed:
      report.numFailedTests +
      report.testResults.filter(
        (one) => one.status === 'failed' && !one.assertionResults.some((test) => test.status === 'failed'),
      ).length,
  }),
);
suite(
  'browser tests',
  'npx',
  ['playwright', 'test'],
  'browser.json',
  (report) => ({ passed: report.stats.expected, failed: report.stats.unexpected + report.stats.flaky }),
  { CHROMIUM_PATH: chromium, PLAYWRIGHT_JSON_OUTPUT_NAME: join(results, 'browser.json') },
);

process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed > 0 ? 1 : 0);
