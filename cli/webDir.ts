import { existsSync } from 'node:fs';
import { join } from 'node:path';

/** The built interface, beside the built command line or in dist/ when run from source. */
export function webDir(): string | null {
  return (
    [join(import.meta.dirname, '../web'), join(import.meta.dirname, '../dist/web')].find(
      (dir) => existsSync(join(dir, 'index.html')) && existsSync(join(dir, 'assets')),
    ) ?? null
  );
}
