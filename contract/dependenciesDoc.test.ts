import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';

const read = (name: string) => readFileSync(join(import.meta.dirname, '..', name), 'utf8');
interface Package {
  dependencies: Record<string, string>;
  devDependencies: Record<string, string>;
}

test('docs/dependencies.md names every package, why it is there and its licence, and no other', () => {
  const { dependencies, devDependencies } = JSON.parse(read('package.json')) as Package;
  const rows = [...read('docs/dependencies.md').matchAll(/^\| ([@a-z][^ ]*) \| ([^|]+) \| ([^|]+) \|$/gm)];
  expect(rows.map(([, name]) => name).sort()).toEqual(
    [...Object.keys(dependencies), ...Object.keys(devDependencies)].sort(),
  );
  for (const [, name = '', why = '', licence = ''] of rows) {
    expect(why.trim(), `why ${name} is there`).not.toMatch(/^\?*$/);
    // fit to be shipped with a program under another licence
    expect(licence.trim(), `the licence of ${name}`).toMatch(
      /^(MIT(-0)?|ISC|OFL-1\.1|MPL-2\.0|Apache-2\.0( AND BSL-1\.0)?)$/,
    );
  }
});
