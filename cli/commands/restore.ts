import { Command } from 'commander';
import { restoreBackup, stampOf } from '../../store/backup.ts';
import { takeLock } from '../../store/lock.ts';
import { defaultDataDir } from '../dataDir.ts';

export function restoreCommand(): Command {
  return new Command('restore')
    .description('put a backup in place; what was there is kept beside it')
    .option('--data <dir>', 'data directory', defaultDataDir())
    .argument('<backup>', 'the folder of the backup')
    .action((backup: string, options: { data: string }) => {
      const release = takeLock(options.data, 'a restore');
      try {
        const kept = restoreBackup(backup, options.data, stampOf(Date.now()));
        if (kept) process.stderr.write(`What was there is kept in ${kept}.\n`);
        process.stdout.write(`${options.data}\n`);
      } finally {
        release();
      }
    });
}
