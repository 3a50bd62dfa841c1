import { pipeline } from 'node:stream/promises';
import { Command } from 'commander';
import { archiveBytes, writeArchive } from '../../store/archiveFile.ts';
import { defaultDataDir, withReading } from '../dataDir.ts';

export function exportCommand(): Command {
  return new Command('export')
    .description('write everything as an archive; a name ending in .zip takes the pictures along')
    .option('--data <dir>', 'data directory', defaultDataDir())
    .argument('[file]', 'where to; standard output if left out')
    .action(async (file: string | undefined, options: { data: string }) => {
      await withReading(options.data, async (databases) => {
        if (file) await writeArchive(databases, options.data, file);
        else await pipeline(archiveBytes(databases, options.data, false), process.stdout, { end: false });
      });
    });
}
