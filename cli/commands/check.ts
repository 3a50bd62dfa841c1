import { Command } from 'commander';
import { requireWhole } from '../../store/wholeness.ts';
import { defaultDataDir, withReading } from '../dataDir.ts';

export function checkCommand(): Command {
  return new Command('check')
    .description('is the database whole, and does every record and revision match its checksum?')
    .option('--data <dir>', 'data directory', defaultDataDir())
    .action(async (options: { data: string }) => {
      const records = await withReading(options.data, requireWhole);
      process.stdout.write(`${JSON.stringify({ ok: true, records })}\n`);
    });
}
