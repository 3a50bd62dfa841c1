import { In, type EntityManager } from 'typeorm';
import * as v from 'valibot';
import { parseJson } from '../contract/json.ts';
import { ArchiveDeviceDay, ArchiveHeader, ArchiveRecord, ARCHIVE_SCHEMA } from '../contract/archive.ts';
import { canonicalJson } from '../contract/canonicalJson.ts';
import { kindWords, recordKinds } from '../contract/kinds.ts';
import type { RecordContent, RecordKind, Stored } from '../contract/records.ts';
import { Snapshot } from '../model/snapshot.ts';
import { meaningErrors, referenceErrors, shapeErrors, wordsOf } from './checks.ts';
import type { Databases } from './database.ts';
import { deviceDayLines, recordsOfDeviceDay, takeDeviceDay } from './devices/archiveDays.ts';
import { isSent, sentReading } from './devices/sent.ts';
import { sumUpWhatIsNot } from './devices/sums.ts';
import { takeIn } from './devices/takeIn.ts';
import { oneAtATime } from './oneAtATime.ts';
import { StoreProblem } from './problems.ts';
import { parentOf, recordEntities, revisionEntity, toStored, type RevisionRow } from './rows.ts';
import { sha256, toRevision } from './store.ts';

const sortedKinds: RecordKind[] = [...recordKinds].sort();
const PAGE = 500;

/** The archive, line by line: header, every record with all its revisions, sorted by kind and id, what devices sent. */
export async function* archiveLines(databases: Databases): AsyncGenerator<string> {
  yield canonicalJson({ archive: 'jondrel', schema: ARCHIVE_SCHEMA });
  const revisions = databases.reader.getRepository(revisionEntity);
  for (const kind of sortedKinds) {
    const rows = databases.reader.getRepository(recordEntities[kind]);
    for (let skip = 0; ; skip += PAGE) {
      const page = await rows.find({ select: { id: true }, order: { id: 'ASC' }, skip, take: PAGE });
      if (page.length === 0) break;
      const history = await revisions
        .createQueryBuilder('revision')
        .where('revision.kind = :kind AND revision.record_id IN (:...ids)', {
          kind,
          ids: page.map((row) => row.id),
        })
        .orderBy('revision.version', 'ASC')
        .getMany();
      const byRecord = new Map<string, RevisionRow[]>();
      for (const row of history) byRecord.set(row.recordId, [...(byRecord.get(row.recordId) ?? []), row]);
      for (const { id } of page)
        yield canonicalJson({ kind, id, revisions: (byRecord.get(id) ?? []).map(toRevision) });
    }
  }
  yield* deviceDayLines(databases);
}

export interface ImportReport {
  added: number;
  same: number;
  /** Lines that differ from what is here, or are damaged: then nothing was written. */
  refused: { line: number; detail: string }[];
}

/**
 * Takes an archive in. The same id with the same content is skipped; any difference is listed and nothing is written. What
 * comes is asked what every other way in asks, so that no archive brings what could not have been written.
 * @param lines the archive's lines, without line ends
 * @param now nothing may lie after it
 */
export async function importArchive(
  databases: Databases,
  lines: AsyncIterable<string>,
  now: number,
): Promise<ImportReport> {
  return oneAtATime(databases.writer, async () => {
    const report: ImportReport = { added: 0, same: 0, refused: [] };
    try {
      await databases.writer.transaction((manager) => takeArchive(manager, lines, report, now));
    } catch (error) {
      if (report.refused.length === 0) {
        if (!/FOREIGN KEY/.test(String(error))) throw error;
        report.refused.push({
          line: 0,
          detail: 'A record belongs to another one that is neither in the archive nor here.',
        });
      }
      report.added = 0;
    }
    return report;
  });
}

async function takeArchive(
  manager: EntityManager,
  lines: AsyncIterable<string>,
  report: ImportReport,
  now: number,
): Promise<void> {
  let line = 0;
  let headed = false;
  const added: Added[] = [];
  const sent: Added[] = [];
  for await (const text of lines) {
    line++;
    if (text.trim() === '') continue;
    if (!headed) {
      requireHeader(text);
      headed = true;
      continue;
    }
    const parsed = parseLine(text);
    if (typeof parsed === 'string') report.refused.push({ line, detail: parsed });
    else if (parsed.kind === 'device-readings') {
      const taken = await takeDeviceDay(manager, parsed);
      if (typeof taken === 'object') report.refused.push({ line, detail: taken.refused });
      else report[taken]++;
    } else if (wasSent(parsed)) sent.push({ line, record: parsed });
    else if (await takeRecord(manager, parsed, line, report)) added.push({ line, record: parsed });
  }
  if (!headed) throw StoreProblem.damaged('This is not an archive: it has no header line.');
  if (report.refused.length === 0) report.refused.push(...(await askedOf(manager, added, now)));
  if (report.refused.length === 0) await takeSent(manager, sent, report);
  if (report.refused.length > 0) throw new Error('refused: roll back');
  await sumUpWhatIsNot(manager);
}

/** A reading of a device that an older archive holds as a record. */
const wasSent = ({ kind, id, revisions }: ArchiveRecord): boolean => {
  const last = revisions.at(-1);
  return (
    last?.deleted === false && isSent({ op: 'create', kind, id, revisionId: last.id, content: last.content })
  );
};
async function takeSent(manager: EntityManager, sent: readonly Added[], report: ImportReport): Promise<void> {
  if (sent.length === 0) return;
  const snapshot = Snapshot.of(await everythingIn(manager));
  for (const { line, record } of sent) {
    const [first, last] = [record.revisions[0], record.revisions.at(-1)];
    const content = last?.content as RecordContent<'reading'>;
    if (!snapshot.get('channel', content.channelId)) {
      report.refused.push({
        line,
        detail: `The reading ${record.id}: its channel is neither in the archive nor here.`,
      });
      continue;
    }
    const by = { who: first?.who ?? '', why: first?.why ?? '', at: Date.parse(first?.madeAt ?? '') };
    const { taken } = await takeIn(manager, [sentReading(content, snapshot)], by);
    if (taken > 0) report.added++;
    else report.same++;
  }
}

function requireHeader(text: string): void {
  const header = v.safeParse(ArchiveHeader, jsonOf(text));
  if (!header.success)
    throw StoreProblem.damaged(`This is not an archive this version can read: ${wordsOf(header.issues[0])}`);
}

function parseLine(text: string): ArchiveRecord | ArchiveDeviceDay | string {
  const json = jsonOf(text);
  if ((json as { kind?: unknown } | null | undefined)?.kind === 'device-readings') {
    const day = v.safeParse(ArchiveDeviceDay, json);
    return day.success ? day.output : wordsOf(day.issues[0]);
  }
  const parsed = v.safeParse(ArchiveRecord, json);
  if (!parsed.success) return wordsOf(parsed.issues[0]);
  const record = parsed.output;
  for (const [index, revision] of record.revisions.entries()) {
    if (revision.version !== index + 1) return 'Its revisions do not count up from 1.';
    if (sha256(canonicalJson(revision.content)) !== revision.sha256)
      return `Revision ${revision.version} does not match its checksum.`;
    const errors = shapeErrors(record.kind, revision.content, '');
    if (errors[0]) return `Revision ${revision.version}: ${errors[0].detail}`;
  }
  return record;
}

async function takeRecord(
  manager: EntityManager,
  record: ArchiveRecord,
  line: number,
  report: ImportReport,
): Promise<boolean> {
  const here = await manager.find(revisionEntity, {
    where: { kind: record.kind, recordId: record.id },
    order: { version: 'ASC' },
  });
  if (here.length > 0) {
    if (canonicalJson(here.map(toRevision)) === canonicalJson(record.revisions)) report.same++;
    else
      report.refused.push({
        line,
        detail: `The ${record.kind} ${record.id} is here already with other content.`,
      });
    return false;
  }
  const last = record.revisions.at(-1);
  if (!last) return false;
  const ids = [...new Set(record.revisions.map((one) => one.id))];
  const taken = await revisionAmong(manager, ids);
  if (taken || ids.length < record.revisions.length) {
    const detail = taken
      ? `A revision of the ${record.kind} ${record.id} is here already, of the ${taken.kind} ${taken.recordId}.`
      : `Two revisions of the ${record.kind} ${record.id} have one id.`;
    report.refused.push({ line, detail });
    return false;
  }
  const content = canonicalJson(last.content);
  await manager.getRepository(recordEntities[record.kind]).insert({
    id: record.id,
    version: last.version,
    deleted: last.deleted ? 1 : 0,
    content,
    parent: parentOf(record.kind, last.content),
  });
  for (const { content: text, deleted, ...revision } of record.revisions) {
    await manager.insert(revisionEntity, {
      ...revision,
      kind: record.kind,
      recordId: record.id,
      deleted: deleted ? 1 : 0,
      content: canonicalJson(text),
    });
  }
  report.added++;
  return true;
}

/** A revision that is here already under one of some ids; null: none is. */
async function revisionAmong(manager: EntityManager, ids: readonly string[]): Promise<RevisionRow | null> {
  for (let from = 0; from < ids.length; from += PAGE) {
    const found = await manager.findOneBy(revisionEntity, { id: In(ids.slice(from, from + PAGE)) });
    if (found) return found;
  }
  return null;
}

interface Added {
  line: number;
  record: ArchiveRecord;
}

/** What came, held against all that is there now: what it points to, and what it says. */
async function askedOf(
  manager: EntityManager,
  added: readonly Added[],
  now: number,
): Promise<ImportReport['refused']> {
  const snapshot = Snapshot.of(await everythingIn(manager));
  return added.flatMap(({ line, record: { kind, id, revisions } }) => {
    const last = revisions.at(-1);
    if (!last || last.deleted) return [];
    const { content } = last;
    const links = referenceErrors(kind, content, snapshot, '');
    const errors = links.length > 0 ? links : meaningErrors(kind, content, snapshot, now, '', true);
    return errors.map(({ detail }) => ({ line, detail: `The ${kindWords[kind]} ${id}: ${detail}` }));
  });
}

async function everythingIn(manager: EntityManager): Promise<Stored[]> {
  const all = await Promise.all(
    recordKinds.map(async (kind) => {
      const rows = await manager.getRepository(recordEntities[kind]).find();
      return rows.map((row) => toStored(kind, row));
    }),
  );
  return all.flat();
}

/** An archive that is not imported anywhere, for planning straight from a file. */
export async function snapshotOfArchive(lines: AsyncIterable<string>): Promise<Snapshot> {
  const snapshot = new Snapshot();
  for await (const record of recordsOfArchive(lines)) snapshot.apply(record);
  return snapshot;
}
/** Its current records, one by one. */
export async function* recordsOfArchive(lines: AsyncIterable<string>): AsyncGenerator<Stored> {
  let headed = false;
  let line = 0;
  for await (const text of lines) {
    line++;
    if (text.trim() === '') continue;
    if (!headed) {
      requireHeader(text);
      headed = true;
      continue;
    }
    const parsed = parseLine(text);
    if (typeof parsed === 'string') throw StoreProblem.damaged(`Line ${line}: ${parsed}`);
    if (parsed.kind === 'device-readings') {
      yield* recordsOfDeviceDay(parsed);
      continue;
    }
    const last = parsed.revisions.at(-1);
    if (last)
      yield {
        kind: parsed.kind,
        id: parsed.id,
        version: last.version,
        deleted: last.deleted,
        content: last.content as Stored['content'],
      };
  }
  if (!headed) throw StoreProblem.damaged('This is not an archive: it has no header line.');
}

function jsonOf(text: string): unknown {
  try {
    return parseJson(text);
  } catch {
    return undefined;
  }
}
