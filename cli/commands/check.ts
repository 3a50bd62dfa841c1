import { Command } from 'commander';
import { recordsOfArchive, archiveLines } from '../../store/archive.ts';
import { kindWords } from '../../contract/records.ts';
import { rowsApart } from '../../store/rowsApart.ts';
import { StoreProblem } from '../../store/problems.ts';
import { defaultDataDir, withReading } from '../dataDir.ts';

export function checkCommand(): Command {
  return new Command('check')
    .description('is the database whole, and does every revision match its checksum?')
    .option('--data <dir>', 'data directory', defaultDataDir())
    .action(async (options: { data: string }) => {
      await withReading(options.data, async (databases) => {
        const answers = await databases.reader.query<{ integrity_check: string }[]>('PRAGMA integrity_check');
        const links = await databases.reader.query<unknown[]>('PRAGMA foreign_key_check');
        if (answers[0]?.integrity_check !== 'ok')
          throw StoreProblem.damaged(
            `The database is damaged: ${answers[0]?.integrity_check ?? 'no answer'}.`,
          );
        if (links.length > 0)
          throw StoreProblem.damaged(`${links.length} records belong to others that are missing.`);
        const [apart] = await rowsApart(databases.reader);
        if (apart)
          throw StoreProblem.damaged(
            `The ${kindWords[apart.kind]} ${apart.id} is not as it was last written: ${apart.what}. Put a backup back, or correct it by hand.`,
          );
        const records = await recordsOfArchive(archiveLines(databases));
        process.stdout.write(`${JSON.stringify({ ok: true, records: records.length })}\n`);
      });
    });
}
