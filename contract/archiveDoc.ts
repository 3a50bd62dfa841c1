import { toJsonSchema } from '@valibot/to-json-schema';
import { ArchiveDeviceDay, ArchiveHeader, ArchiveRecord, ARCHIVE_SCHEMA } from './archive.ts';
import { kindWords, recordKinds } from './kinds.ts';
import { recordSchemas, references } from './records.ts';

type JsonSchema = ReturnType<typeof toJsonSchema>;
const json = (schema: JsonSchema): string => `\`\`\`json\n${JSON.stringify(schema, null, 1)}\n\`\`\``;
// checks in code (a date that exists, a range the right way round) have no word in JSON Schema
const options = { target: 'draft-2020-12', errorMode: 'ignore' } as const;

/** docs/archive.md, from the schemas themselves. Written by `npm run docs`; a test holds the file to this text. */
export function archiveDocument(): string {
  const kinds = recordKinds.map((kind) => {
    const links = Object.entries(references[kind]).map(([field, to]) => `\`${field}\` → ${kindWords[to]}`);
    return `### ${kind}\n\nA ${kindWords[kind]}.${links.length > 0 ? ` Points to: ${links.join(', ')}.` : ''}\n\n${json(toJsonSchema(recordSchemas[kind], options))}`;
  });
  return `<!-- do not edit: written by npm run docs from contract/ -->
# The archive

An archive is line-delimited JSON (UTF-8, one line feed after each line), schema version ${ARCHIVE_SCHEMA}.
The first line is the header; each further line is one record with all its revisions, sorted by kind, then id.
After them stands what devices sent, a line for each channel and day, sorted by channel, then day. Archives of schema 1, where
each of these was a record, are read too. Keys are sorted; there are no spaces, so that the same data are the same bytes.
With pictures it is a zip of \`archive.ndjson\` and \`pictures/<sha256>\`.

- Revisions count up from 1 and are never changed. \`sha256\` is that of the content's canonical JSON (sorted keys, no spaces).
- A deleted record's last revision has \`deleted: true\`; its content is kept.
- Import: the same id with the same revisions is skipped; any difference is listed with its line, and nothing is written.
- There are no passwords, sessions, tokens or caches in it.
- Instants are UTC (\`2026-11-25T14:20:00Z\`); a day belongs to the time zone of its site. Quantities are in their stored unit, which their name carries.

## Header

${json(toJsonSchema(ArchiveHeader, options))}

## A line

${json(toJsonSchema(ArchiveRecord, options))}

## A line of what devices sent

\`day\` is a day of UTC. A second value for one instant is revision 2 and not \`good\`. What was taken back stays, with the hour.

${json(toJsonSchema(ArchiveDeviceDay, options))}

## Contents by kind

${kinds.join('\n\n')}
`;
}
