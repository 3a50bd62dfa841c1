import { randomFillSync } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import { canonicalJson } from '../contract/canonicalJson.ts';
import {
  againstKnown,
  channelFor,
  keyOfChannel,
  type CheckedDraft,
  type SentBefore,
} from '../usecases/imports/againstKnown.ts';
import type { Answers, ImportDraft } from '../usecases/imports/draft.ts';
import { importWrites, whyOfImport } from '../usecases/imports/importWrites.ts';
import type { ImportMapping } from '../contract/imports/mapping.ts';
import {
  previewOf,
  type ImportPreview,
  type ImportReport,
  type TakenBack,
} from '../usecases/imports/preview.ts';
import {
  proposeMapping,
  savedMapping,
  signatureOf,
  headsOf,
  type Head,
} from '../usecases/imports/propose.ts';
import { readRows } from '../usecases/imports/readRows.ts';
import { readTable, type Table } from '../usecases/imports/table.ts';
import type { Snapshot } from '../model/snapshot.ts';
import type { Write } from '../contract/work.ts';
import { decodeText } from './decodeText.ts';
import { inBetween } from './inBetween.ts';
import { StoreProblem } from './problems.ts';
import type { recordEntities } from './rows.ts';
import { revisionEntity } from './rows.ts';
import { sha256, type Store } from './store.ts';
import type { Databases } from './database.ts';

/** A file to be read in, and what was said about it. */
export interface ImportRequest {
  bytes: Buffer;
  fileName: string;
  systemId: string;
  /** null: a saved one for this head, else a first guess. */
  mapping: ImportMapping | null;
  /** Where the head stands, where a person said so. */
  head?: Head | null;
  answers: Answers;
}
interface Read {
  table: Table;
  encoding: string;
  mapping: ImportMapping;
  saved: boolean;
  draft: CheckedDraft;
}

async function read(request: ImportRequest, store: Store): Promise<Read> {
  const snapshot = await store.snapshot();
  const { text, encoding } = decodeText(request.bytes, request.mapping?.encoding ?? null);
  const table = readTable(text, request.mapping?.delimiter ?? null);
  if (table.rows.every((row) => row.every((cell) => cell === '')))
    throw StoreProblem.invalid([{ pointer: '/file', detail: 'The file holds no rows.' }]);
  const saved = request.mapping || request.head ? null : savedMapping(table, snapshot);
  const mapping =
    request.mapping ??
    saved ??
    proposeMapping(table, request.systemId, snapshot, request.fileName, request.head);
  const { answers } = request;
  const rows = await inBetween(readRows(table, mapping, snapshot, answers));
  const sent = mapping.source === 'device' ? await sentBefore(store, rows, snapshot) : () => [];
  const draft = await inBetween(againstKnown(rows, snapshot, mapping.source, answers, sent));
  return { table, encoding, mapping, saved: saved !== null, draft };
}

/** What stands of the channels of a file in the time it tells of. */
async function sentBefore(store: Store, { readings }: ImportDraft, snapshot: Snapshot): Promise<SentBefore> {
  const channels = new Map<string, string | null>();
  for (const { channel } of readings) {
    const key = keyOfChannel(channel);
    if (!channels.has(key)) channels.set(key, channelFor(channel, snapshot)?.id ?? null);
  }
  const instants = readings.flatMap(({ when }) => (when.kind === 'instant' ? [Date.parse(when.at)] : []));
  const known = await store.sentBetween(
    [...channels.values()].filter((id) => id !== null),
    instants.reduce((a, b) => Math.min(a, b), Infinity),
    instants.reduce((a, b) => Math.max(a, b), -Infinity),
  );
  return (channelId, at) => (channelId === null ? [] : (known.get(channelId)?.get(at) ?? []));
}

/** What a file would bring. Writes nothing. */
export async function previewImport(store: Store, request: ImportRequest): Promise<ImportPreview> {
  const { table, encoding, mapping, saved, draft } = await read(request, store);
  return previewOf({ encoding, delimiter: table.delimiter, mapping, saved }, table.rows, draft);
}

/**
 * Reads a file in, as one unit of work: what is asked and not answered is left out, the rest is written.
 * @param remember keeps the mapping for the next file with this head
 */
export async function writeImport(
  store: Store,
  request: ImportRequest,
  remember: boolean,
  who: string,
): Promise<ImportReport> {
  const snapshot = await store.snapshot();
  const { table, mapping, draft } = await read(request, store);
  const added = draft.readings.length + draft.services.length + draft.notes.length;
  const importId = added + draft.replacements.length > 0 ? uuid() : null;
  const writes: Write[] = importId
    ? await inBetween(
        importWrites(
          draft,
          mapping,
          { name: request.fileName, sha256: sha256(request.bytes) },
          snapshot,
          importId,
          manyIds(),
        ),
      )
    : [];
  if (remember) writes.push(...rememberMapping(mapping, table, snapshot));
  if (writes.length > 0) await store.apply({ writes, why: importId ? whyOfImport(importId) : '', who });
  return {
    importId,
    added,
    replaced: draft.replacements.length,
    skipped: draft.skipped,
    refused: draft.refused,
    flagged: draft.flagged,
    questions: draft.questions,
  };
}

/** Ids for a hundred thousand rows: chance is drawn for many at once, since each draw costs more than the id. */
function manyIds(): () => string {
  const bytes = new Uint8Array(16 * 512);
  let from = bytes.length;
  const rng = (): Uint8Array => {
    if (from === bytes.length) {
      randomFillSync(bytes);
      from = 0;
    }
    from += 16;
    return bytes.subarray(from - 16, from);
  };
  return () => uuid({ rng });
}

/** One mapping for a head: the newest one stands. */
function rememberMapping(mapping: ImportMapping, table: Table, snapshot: Snapshot): Write[] {
  const content = { ...mapping, signature: signatureOf(headsOf(table.rows, mapping)) };
  const known = snapshot.all('import-mapping').find((one) => one.content.signature === content.signature);
  if (!known) return [{ op: 'create', kind: 'import-mapping', id: uuid(), revisionId: uuid(), content }];
  return canonicalJson(known.content) !== canonicalJson(content)
    ? [
        {
          op: 'revise',
          kind: 'import-mapping',
          id: known.id,
          revisionId: uuid(),
          baseVersion: known.version,
          content,
        },
      ]
    : [];
}

/** Takes an import back in one step: what it made goes, what it corrected gets its old text; later changes stay. */
export async function takeBackImport(
  store: Store,
  databases: Databases,
  importId: string,
  who: string,
): Promise<TakenBack> {
  await store.get('import', importId);
  const made = await databases.reader
    .getRepository(revisionEntity)
    .createQueryBuilder('revision')
    .where("revision.why = :why AND revision.why LIKE 'import:%'", { why: whyOfImport(importId) })
    .getMany();
  const writes: Write[] = [];
  let changedSince = 0;
  const snapshot = await store.snapshot();
  for (const revision of made) {
    const kind = revision.kind as keyof typeof recordEntities;
    if (kind === 'import-mapping') continue;
    const now = snapshot.get(kind, revision.recordId);
    if (!now) continue;
    if (now.version !== revision.version) {
      changedSince++;
      continue;
    }
    if (revision.version === 1)
      writes.push({ op: 'delete', kind, id: now.id, revisionId: uuid(), baseVersion: now.version });
    else {
      const before = (await store.revisions(kind, now.id)).find(
        (one) => one.version === revision.version - 1,
      );
      if (before)
        writes.push({
          op: 'revise',
          kind,
          id: now.id,
          revisionId: uuid(),
          baseVersion: now.version,
          content: before.content,
        });
    }
  }
  const left = writes.filter((write) => !(write.kind === 'channel' && isRead(write.id, writes, snapshot)));
  const withdrawn = await store.applyWithdrawing(
    { writes: left, why: 'import taken back', who },
    whyOfImport(importId),
  );
  return { deleted: withdrawn + left.filter((write) => write.kind !== 'channel').length, changedSince };
}

/** Whether other readings stand in a channel: then it stays. */
function isRead(channelId: string, writes: readonly Write[], snapshot: Snapshot): boolean {
  const going = new Set(writes.map((write) => write.id));
  return (
    snapshot.devices.has(channelId) ||
    snapshot.all('reading').some((one) => one.content.channelId === channelId && !going.has(one.id))
  );
}
