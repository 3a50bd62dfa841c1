import { chmodSync, existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { StoreProblem } from '../../store/problems.ts';

/** A secret of fewer signs could be guessed. */
const SHORTEST = 32;

/** Keys of this installation: a folder only the server's user reads, in no backup and no archive. */
export class KeyFolder {
  readonly dir: string;

  constructor(dataDir: string) {
    this.dir = join(dataDir, 'keys');
    mkdirSync(this.dir, { recursive: true, mode: 0o700 });
    // made by an older umask, or copied: closed again at each start
    chmodSync(this.dir, 0o700);
  }

  read(name: string): string | null {
    const file = join(this.dir, name);
    return existsSync(file) ? readFileSync(file, 'utf8') : null;
  }

  /** Whole or not at all. */
  write(name: string, text: string): void {
    const file = join(this.dir, name);
    const draft = `${file}.${process.pid}.part`;
    writeFileSync(draft, text, { mode: 0o600 });
    chmodSync(draft, 0o600);
    renameSync(draft, file);
  }

  remove(name: string): void {
    rmSync(join(this.dir, name), { force: true });
  }

  /**
   * What stands there, or what is made the first time.
   * @param lost what it costs where it is made anew
   * @throws StoreProblem damaged where it is too short to be a secret
   */
  once(name: string, make: () => string, lost: string): string {
    const known = this.read(name)?.trim();
    if (known !== undefined && known.length < SHORTEST)
      throw StoreProblem.damaged(
        `${join(this.dir, name)} is empty or cut off. Put it back from a copy, or remove it and start again: it is made anew, and ${lost}.`,
      );
    if (known !== undefined) return known;
    const made = make();
    this.write(name, made);
    return made;
  }
}
