import { Command } from 'commander';
import { importFile } from '../../store/archiveFile.ts';
import { defaultDataDir, withWriting } from '../dataDir.ts';
import { now } from '../clock.ts';
import { BadInput } from '../exit.ts';

export function importCommand(): Command {
  return new Command('import')
    .description(
      'take an archive in; what is here already with the same content is skipped, any difference stops it',
    )
    .option('--data <dir>', 'data directory', defaultDataDir())
    .argument('<file>', 'the archive')
    .action(async (file: string, options: { data: string }) => {
      const report = await withWriting(options.data, 'an import', (databases) =>
        importFile(databases, options.data, file, now()),
      );
      for (const { line, detail } of report.refused) process.stderr.write(`line ${line}: ${detail}\n`);
      if (report.refused.length > 0)
        throw new BadInput(
          `${report.refused.length} ${report.refused.length === 1 ? 'line differs' : 'lines differ'}; nothing was written.`,
        );
      process.stdout.write(`${JSON.stringify({ added: report.added, same: report.same })}\n`);
    });
}
