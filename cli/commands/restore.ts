import { Command } from 'commander';
import { endAllAfterRestore } from '../../store/access/afterRestore.ts';
import { restoreBackup, stampOf } from '../../store/backup.ts';
import { takeLock } from '../../store/lock.ts';
import { defaultDataDir, opened } from '../dataDir.ts';
import { now } from '../clock.ts';

export function restoreCommand(): Command {
  return new Command('restore')
    .description('put a backup in place; what was there is kept beside it')
    .option('--data <dir>', 'data directory', defaultDataDir())
    .argument('<backup>', 'the folder of the backup')
    .action(async (backup: string, options: { data: string }) => {
      const release = takeLock(options.data, 'a restore');
      try {
        const at = now();
        const kept = restoreBackup(backup, options.data, stampOf(at));
        await opened(options.data, (databases) => endAllAfterRestore(databases, at));
        if (kept) process.stderr.write(`What was there is kept in ${kept}.\n`);
        process.stderr.write('Everybody is signed out; secret links have ended.\n');
        process.stdout.write(`${options.data}\n`);
      } finally {
        release();
      }
    });
}
