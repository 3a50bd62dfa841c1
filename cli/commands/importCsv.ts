import { existsSync, readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { Command } from 'commander';
import * as v from 'valibot';
import { ImportMapping } from '../../contract/imports/mapping.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { writeImport } from '../../store/imports.ts';
import { Store } from '../../store/store.ts';
import { defaultDataDir, withWriting } from '../dataDir.ts';
import { BadInput } from '../exit.ts';
import { now } from '../clock.ts';

interface Options {
  data: string;
  mapping: string;
  system?: string;
}

export function importCsvCommand(): Command {
  return new Command('import-csv')
    .description(
      'read a file of tests, readings or jobs in by a saved mapping; what would be asked is listed by row and not written',
    )
    .option('--data <dir>', 'data directory', defaultDataDir())
    .requiredOption('--mapping <name>', 'a mapping saved on the screen, or a JSON file that holds one')
    .option('--system <name>', 'another system than the mapping’s')
    .argument('<file>', 'the file')
    .action(async (file: string, options: Options) => {
      if (!existsSync(file)) throw new BadInput(`There is no file ${file}.`);
      const report = await withWriting(options.data, 'an import', async (databases) => {
        const store = new Store(databases, now);
        const mapping = mappingOf(options, await store.snapshot());
        return writeImport(
          store,
          {
            bytes: readFileSync(file),
            fileName: basename(file),
            systemId: mapping.systemId,
            mapping,
            answers: {},
          },
          false,
          'command line',
        );
      });
      const { importId, added, replaced, skipped, refused, flagged, questions } = report;
      process.stdout.write(
        `${JSON.stringify({ importId, added, replaced, skipped, refused, flagged, asked: questions })}\n`,
      );
      for (const { row, head, text, why } of refused)
        process.stderr.write(`row ${row}${head ? `, ${head}` : ''}: ${text}: ${why}\n`);
      for (const { row, sentence } of questions)
        process.stderr.write(`${row === null ? 'the file' : `row ${row}`}: ${sentence}\n`);
      if (questions.length > 0 || refused.length > 0)
        throw new BadInput(
          `${questions.length} asked and ${refused.length} refused are not written; the rest is (${added} added).`,
        );
    });
}

function mappingOf({ mapping: name, system }: Options, snapshot: Snapshot): ImportMapping {
  const saved = snapshot.all('import-mapping').find((one) => one.content.name === name)?.content;
  const mapping = saved ?? (existsSync(name) ? fromFile(name) : null);
  if (!mapping) {
    const names = snapshot.all('import-mapping').map((one) => `“${one.content.name}”`);
    throw new BadInput(
      `There is no mapping “${name}”. ${names.length > 0 ? `Saved are ${names.join(', ')}.` : 'None is saved yet: import one file on the screen first.'}`,
    );
  }
  const systemId = system === undefined ? mapping.systemId : idOfSystem(system, snapshot);
  if (!snapshot.get('system', systemId))
    throw new BadInput('The mapping’s system is not in these data: say --system.');
  return { ...mapping, systemId };
}

function fromFile(file: string): ImportMapping {
  let content: unknown;
  try {
    content = JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    throw new BadInput(`${file} is not JSON.`);
  }
  const parsed = v.safeParse(ImportMapping, content);
  if (parsed.success) return parsed.output;
  throw new BadInput(`${file} is not a mapping: ${parsed.issues.map((issue) => issue.message).join(' ')}`);
}

function idOfSystem(name: string, snapshot: Snapshot): string {
  const found = snapshot
    .all('system')
    .filter((one) => one.content.name.toLowerCase() === name.toLowerCase() || one.id === name);
  if (found.length !== 1 || !found[0]) throw new BadInput(`There is no one system called “${name}”.`);
  return found[0].id;
}
