import { Command, InvalidArgumentError } from 'commander';
import { backUp, keepNewest, stampOf } from '../../store/backup.ts';
import { proveBackup } from '../../store/wholeness.ts';
import { defaultDataDir, withReading } from '../dataDir.ts';
import { now } from '../clock.ts';

const countOf = (typed: string): number => {
  const count = Number(typed);
  if (!Number.isInteger(count) || count < 1)
    throw new InvalidArgumentError('It has to be a whole number from 1 on.');
  return count;
};

export function backupCommand(): Command {
  return new Command('backup')
    .description('a consistent copy of the data directory, in its folder backups/')
    .option('--data <dir>', 'data directory', defaultDataDir())
    .option('--keep <count>', 'afterwards only so many backups stay, the newest', countOf)
    .option('--prove', 'put the copy back on trial and read it whole before any older one goes')
    .action(async (options: { data: string; keep?: number; prove?: boolean }) => {
      const folder = await withReading(options.data, (databases) =>
        backUp(databases.reader, options.data, stampOf(now())),
      );
      if (options.prove) {
        const records = await proveBackup(folder);
        process.stderr.write(
          `Put back on trial and read whole: ${records.toLocaleString('en-GB')} records.\n`,
        );
      }
      const gone = options.keep === undefined ? [] : keepNewest(options.data, options.keep);
      for (const one of gone) process.stderr.write(`Removed the older backup ${one}.\n`);
      process.stdout.write(`${folder}\n`);
    });
}
