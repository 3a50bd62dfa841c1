import { Command } from 'commander';
import { backUp, stampOf } from '../../store/backup.ts';
import { defaultDataDir, withReading } from '../dataDir.ts';
import { now } from '../clock.ts';

export function backupCommand(): Command {
  return new Command('backup')
    .description('a consistent copy of the data directory, in its folder backups/')
    .option('--data <dir>', 'data directory', defaultDataDir())
    .action(async (options: { data: string }) => {
      const folder = await withReading(options.data, (databases) =>
        backUp(databases.reader, options.data, stampOf(now())),
      );
      process.stdout.write(`${folder}\n`);
    });
}
