import { createHash } from 'node:crypto';
import { EventEmitter } from 'node:events';
import type { EntityManager } from 'typeorm';
import { canonicalJson } from '../contract/canonicalJson.ts';
import { appendOnly, kindWords, recordKinds, recordKey } from '../contract/kinds.ts';
import { references, type RecordContent, type RecordKind, type Stored } from '../contract/records.ts';
import { groupBy, Snapshot } from '../model/snapshot.ts';
import type { DeviceDay } from '../model/water/deviceDays.ts';
import type { SeriesPoint } from '../model/water/series.ts';
import type { Revision, Work, WorkResult, Write, WriteResult } from '../contract/work.ts';
import { meaningErrors, referenceErrors, shapeErrors } from './checks.ts';
import { isMoved, recordsAtHand, type SitesAtHand } from '../usecases/atHand.ts';
import type { RecordChanges } from '../usecases/changes.ts';
import { insertRows, rowsById } from './bulk.ts';
import { ChangeLog } from './changeLog.ts';
import type { Databases } from './database.ts';
import { isNonsense, isSent, sentReading } from './devices/sent.ts';
import { deviceDays, sumUpWhatIsNot } from './devices/sums.ts';
import { deviceSeries, sentBetween } from './devices/series.ts';
import { takeIn, withdraw, type SentReading } from './devices/takeIn.ts';
import { Turn } from './inBetween.ts';
import { oneAtATime } from './oneAtATime.ts';
import { standingRows } from './standingRows.ts';
import { StoreProblem, type FieldError } from './problems.ts';
import {
  parentOf,
  recordEntities,
  revisionEntity,
  Sharing,
  toStored,
  type RecordRow,
  type RevisionRow,
} from './rows.ts';

export const sha256 = (text: string | Buffer): string => createHash('sha256').update(text).digest('hex');

/** What one unit of work changed. */
export interface StoreChange {
  records: readonly Stored[];
  /** Each as it stood before. */
  before: readonly (Stored | undefined)[];
  /** Days of devices as they now stand. */
  days: readonly DeviceDay[];
  /** The state of all records but readings before and after, as changesSince names it. */
  since: string;
  cursor: string;
  /** Something may have come to another place, or back, and others with it. */
  moves: boolean;
}
/** What was written, before it is on disk. */
interface Written {
  results: WriteResult[];
  changed: Stored[];
  days: DeviceDay[];
}
/** A device reading as it is sent: an instant in milliseconds, the stored unit. */
export interface SentValue {
  channelId: string;
  at: number;
  value: number;
}

/** Records upon which it depends by whose clock a device's days are summed up. */
const placing = new Set<RecordKind>(['site', 'system', 'component', 'channel']);
/** Clocks of devices run ahead, and a day is over later elsewhere. */
const AHEAD_MS = 14 * 3_600_000;

/** All reading and writing of records. The clock is an argument: `now` in milliseconds. */
export class Store {
  private readonly databases: Databases;
  private readonly now: () => number;
  private readonly changes = new EventEmitter().setMaxListeners(0);
  private current: Snapshot | null = null;
  private readonly log = new ChangeLog<Stored>();
  /** Counts changes: what was worked out of the records at one count holds until the next. */
  version = 0;

  constructor(databases: Databases, now: () => number) {
    this.databases = databases;
    this.now = now;
  }

  /** Called with each unit of work after it is on disk; null: all is to be read anew. @returns how to stop listening */
  onChange(listener: (change: StoreChange | null) => void): () => void {
    this.changes.on('change', listener);
    return () => this.changes.off('change', listener);
  }

  /** Everything as it stands. Read once, then kept up to date by the writer: one process owns a data directory. */
  async snapshot(): Promise<Snapshot> {
    if (this.current) return this.current;
    return oneAtATime(this.databases.writer, async () => (this.current ??= await this.readAll()));
  }

  /**
   * All records but the readings that changed since a cursor, or all there are where it is not known any more.
   * @param held of these places alone
   */
  async changesSince(cursor: string | null, held: SitesAtHand = null): Promise<RecordChanges> {
    const snapshot = await this.snapshot();
    const isHeld = recordsAtHand(snapshot, held);
    const changed = cursor === null ? null : this.log.since(cursor, held === null ? 'all' : 'part');
    if (changed === null)
      return {
        ...{ cursor: this.log.cursor, whole: true },
        records: recordKinds
          .filter((kind) => kind !== 'reading')
          .flatMap((kind) => (held === null ? snapshot.all(kind) : snapshot.all(kind).filter(isHeld))),
      };
    // of several states of one record the last
    const last = new Map(changed.map((record) => [recordKey(record), record]));
    return {
      ...{ cursor: this.log.cursor, whole: false },
      records: [...last.values()].filter((record) => record.deleted || isHeld(record)),
    };
  }

  private async readAll(): Promise<Snapshot> {
    const snapshot = new Snapshot();
    const sharing = new Sharing();
    for (const kind of recordKinds)
      for await (const rows of standingRows(this.databases.reader, kind))
        for (const row of rows) snapshot.apply(sharing.shared(toStored(kind, row), row.parent));
    for (const day of await deviceDays(this.databases.reader)) snapshot.devices.take(day);
    return snapshot;
  }

  /** One record, deleted ones included. @throws StoreProblem not-found */
  async get(kind: RecordKind, id: string): Promise<Stored> {
    const row = await this.databases.reader.getRepository(recordEntities[kind]).findOneBy({ id });
    if (!row) throw StoreProblem.notFound(kindWords[kind]);
    return toStored(kind, row);
  }

  /** The history of a record, oldest first. */
  async revisions(kind: RecordKind, id: string): Promise<Revision[]> {
    const rows = await this.databases.reader
      .getRepository(revisionEntity)
      .find({ where: { kind, recordId: id }, order: { version: 'ASC' } });
    if (rows.length === 0) throw StoreProblem.notFound(kindWords[kind]);
    return rows.map(toRevision);
  }

  /** Deleted records of a kind, newest deletion first, so that a delete can be undone. */
  async deleted(kind: RecordKind): Promise<Stored[]> {
    const rows = await this.databases.reader.getRepository(recordEntities[kind]).findBy({ deleted: 1 });
    return rows.map((row) => toStored(kind, row));
  }

  /**
   * Writes that happen together or not at all. Sent again (same revision ids), nothing happens and the stored
   * answer comes back; based on an older version, it is refused with both texts.
   * @throws StoreProblem invalid, conflict
   */
  async apply(work: Work): Promise<WorkResult> {
    return this.applyBeside(work, (_manager, results) => Promise.resolve({ results }));
  }

  /** The same, with something that is no record in the same transaction. @returns what that answers */
  async applyBeside<T>(
    work: Work,
    beside: (manager: EntityManager, results: WriteResult[]) => Promise<T>,
  ): Promise<T> {
    return this.write(async (manager) => {
      const written = await this.applyIn(manager, work);
      return { ...written, answer: await beside(manager, written.results) };
    });
  }

  /** What devices sent on some channels in a stretch of time and was not taken back, by channel and instant. */
  sentBetween(
    channelIds: readonly string[],
    from: number,
    to: number,
  ): Promise<Map<string, Map<number, number[]>>> {
    return sentBetween(this.databases.reader, channelIds, from, to);
  }

  /** What devices sent on some channels, oldest first, as a chart of at most so many points draws it. */
  sentSeries(channelIds: readonly string[], from: number, to: number, most: number): Promise<SeriesPoint[]> {
    return deviceSeries(this.databases.reader, channelIds, { from, to, most });
  }

  /**
   * What a device sends, without any more words: rows, no records.
   * @throws StoreProblem invalid: a channel that is not there, an instant in the future
   */
  async takeReadings(readings: readonly SentValue[], who: string): Promise<{ taken: number }> {
    return this.write(async (manager) => {
      const snapshot = this.current ?? new Snapshot();
      const sent = readings.map(({ channelId, at, value }): SentReading => ({
        ...{ channelId, at, value, below: false, more: null },
        good: !isNonsense(snapshot, channelId, value),
      }));
      const errors = this.faultsOfSent(sent, snapshot, (i) => `/readings/${i}`);
      if (errors.length > 0) throw StoreProblem.invalid(errors);
      const { taken, days } = await takeIn(manager, sent, { who, why: '', at: this.now() });
      return { changed: [], days, answer: { taken } };
    });
  }

  /** Writes, and takes back what devices sent with one piece of work. @returns how many readings of devices went */
  async applyWithdrawing(work: Work, why: string): Promise<number> {
    return this.write(async (manager) => {
      const written = await this.applyIn(manager, work);
      const { readings, days } = await withdraw(manager, why, this.now());
      return { ...written, days: [...written.days, ...days], answer: readings };
    });
  }

  /** One transaction after the other; what it changed is known to all once it is on disk. */
  private async write<T>(
    work: (manager: EntityManager) => Promise<Omit<Written, 'results'> & { answer: T }>,
  ): Promise<T> {
    await this.snapshot();
    return oneAtATime(this.databases.writer, async () => {
      const { changed, days, answer } = await this.databases.writer.transaction(work);
      const before = changed.map((record) => {
        const stood = this.current?.get(record.kind, record.id);
        this.current?.apply(record);
        return stood;
      });
      for (const day of days) this.current?.devices.take(day);
      if (changed.length + days.length > 0) {
        this.version++;
        const since = this.log.cursor;
        const moves = changed.some(
          (record, i) => this.current !== null && isMoved(this.current, record, before[i]),
        );
        // readings are asked for apart
        this.log.add(
          changed.filter(({ kind }) => kind !== 'reading'),
          moves,
        );
        const change: StoreChange = { records: changed, before, days, since, cursor: this.log.cursor, moves };
        this.changes.emit('change', change);
      }
      return answer;
    });
  }

  /** @param pointerOf where a reading stands in what was sent */
  private faultsOfSent(
    sent: readonly SentReading[],
    snapshot: Snapshot,
    pointerOf: (index: number) => string,
  ): FieldError[] {
    const errors: FieldError[] = [];
    const latest = this.now() + AHEAD_MS;
    for (const [i, { channelId, at }] of sent.entries()) {
      if (!snapshot.get('channel', channelId))
        errors.push({
          pointer: `${pointerOf(i)}/channelId`,
          detail: 'There is no such channel (or it was deleted).',
        });
      if (at > latest)
        errors.push({ pointer: `${pointerOf(i)}/at`, detail: 'A reading cannot lie in the future.' });
    }
    return errors;
  }

  /** Works out the whole change as data, then writes it. */
  private async applyIn(manager: EntityManager, work: Work): Promise<Written> {
    const known = await knownRevisions(manager, work.writes);
    const standing = await standingRecords(manager, work.writes);
    const existed = new Set(standing.keys());
    const sent: { index: number; content: RecordContent<'reading'> }[] = [];
    const madeAt = new Date(this.now()).toISOString();
    const results: WriteResult[] = [];
    const revisions: RevisionRow[] = [];
    const changed: { index: number; record: Stored }[] = [];
    const texts = new Map<Stored, string>();
    // a file of a hundred thousand rows is one unit of work: others read meanwhile
    const turn = new Turn();
    for (const [index, write] of work.writes.entries()) {
      if (turn.isOver) await turn.pass();
      const repeat = known.get(write.revisionId);
      if (repeat) {
        results.push(this.repeated(repeat, write));
        continue;
      }
      const key = recordKey(write);
      if (write.op === 'create' && isSent(write)) {
        this.requireShape(write.kind, write.content, index);
        sent.push({ index, content: write.content as RecordContent<'reading'> });
        const { kind, id, revisionId } = write;
        results.push({ kind, id, revisionId, version: 1, deleted: false });
        continue;
      }
      const record = this.next(write, standing.get(key) ?? null, index);
      const revision = revisionOf(record, { id: write.revisionId, who: work.who, why: work.why, madeAt });
      texts.set(record, revision.content);
      standing.set(key, record);
      known.set(revision.id, revision);
      revisions.push(revision);
      changed.push({ index, record });
      results.push({
        kind: record.kind,
        id: record.id,
        revisionId: revision.id,
        version: record.version,
        deleted: record.deleted,
      });
    }
    const after = (this.current ?? new Snapshot()).with(changed.map((one) => one.record));
    await this.checkAll(changed, after);
    const readings = sent.map(({ content }) => sentReading(content, after));
    const faults = this.faultsOfSent(readings, after, (i) => `/writes/${sent[i]?.index ?? 0}/content`);
    if (faults.length > 0) throw StoreProblem.invalid(faults);
    const last = new Map(changed.map(({ record }) => [recordKey(record), record]));
    await writeRecords(manager, [...last.values()], existed, texts);
    await insertRows(manager, revisionEntity, revisions);
    const moved = changed.some(({ record }) => placing.has(record.kind) && record.version > 1);
    const rezoned = moved ? await sumUpWhatIsNot(manager) : [];
    const { days } = await takeIn(manager, readings, { who: work.who, why: work.why, at: this.now() });
    return { results, changed: changed.map((one) => one.record), days: [...rezoned, ...days] };
  }

  /** A revision id seen before: the same content is a repeat, another is a mistake of the sender. */
  private repeated(known: RevisionRow, write: Write): WriteResult {
    const same =
      known.kind === write.kind &&
      known.recordId === write.id &&
      (write.op === 'delete'
        ? known.deleted === 1
        : write.op === 'restore'
          ? known.deleted === 0
          : known.content === canonicalJson(write.content));
    if (!same)
      throw StoreProblem.conflict('This revision id was used before for something else.', null, write);
    return {
      kind: write.kind,
      id: write.id,
      revisionId: known.id,
      version: known.version,
      deleted: known.deleted === 1,
    };
  }

  private next(write: Write, before: Stored | null, index: number): Stored {
    if (write.op === 'create') {
      if (before)
        throw StoreProblem.conflict(
          `A ${kindWords[write.kind]} with this id exists already.`,
          before,
          write.content,
        );
      this.requireShape(write.kind, write.content, index);
      return {
        kind: write.kind,
        id: write.id,
        version: 1,
        deleted: false,
        content: write.content as Stored['content'],
      };
    }
    if (!before) throw StoreProblem.notFound(kindWords[write.kind]);
    if (appendOnly.has(write.kind))
      throw StoreProblem.invalid([
        {
          pointer: `/writes/${index}`,
          detail: `An ${kindWords[write.kind]} is neither changed nor deleted: write down what happened after it.`,
        },
      ]);
    const sent = write.op === 'revise' ? write.content : null;
    if (write.baseVersion !== before.version) {
      throw StoreProblem.conflict(
        `Somebody changed this ${kindWords[write.kind]} in the meantime. Look at both and choose.`,
        before,
        sent,
      );
    }
    const version = before.version + 1;
    if (write.op === 'delete') return { ...before, version, deleted: true };
    if (write.op === 'restore') return { ...before, version, deleted: false };
    this.requireShape(write.kind, write.content, index);
    return { ...before, version, deleted: false, content: write.content as Stored['content'] };
  }

  private requireShape(kind: RecordKind, content: unknown, index: number): void {
    const errors = shapeErrors(kind, content, `/writes/${index}/content`);
    if (errors.length > 0) throw StoreProblem.invalid(errors);
  }

  /** Checks the whole unit of work against how things would stand after it, so that order does not matter. */
  private async checkAll(
    changed: readonly { index: number; record: Stored }[],
    after: Snapshot,
  ): Promise<void> {
    const errors: FieldError[] = [];
    const turn = new Turn();
    for (const { index, record } of changed) {
      if (turn.isOver) await turn.pass();
      const at = `/writes/${index}/content`;
      if (record.deleted) errors.push(...this.orphans(record, after, `/writes/${index}`));
      else {
        const links = referenceErrors(record.kind, record.content, after, at);
        errors.push(...links);
        if (links.length === 0)
          errors.push(...meaningErrors(record.kind, record.content, after, this.now(), at));
      }
    }
    if (errors.length > 0) throw StoreProblem.invalid(errors);
  }

  /** Nothing is deleted from under something that still stands on it. */
  private orphans(record: Stored, after: Snapshot, pointer: string): FieldError[] {
    if (record.kind === 'channel' && after.devices.has(record.id))
      return [{ pointer, detail: 'What a device sent still stands in this channel.' }];
    for (const kind of recordKinds) {
      const fields = Object.entries(references[kind]).filter(([, to]) => to === record.kind);
      if (fields.length === 0) continue;
      const left = after.all(kind).filter((one) =>
        fields.some(([field]) => {
          const value = (one.content as unknown as Record<string, unknown>)[field];
          return Array.isArray(value) ? value.includes(record.id) : value === record.id;
        }),
      ).length;
      if (left > 0)
        return [
          {
            pointer,
            detail: `${left} ${kindWords[kind]}${left === 1 ? ' still depends' : 's still depend'} on this ${kindWords[record.kind]}. Delete or move ${left === 1 ? 'it' : 'them'} first.`,
          },
        ];
    }
    return [];
  }

  /** For import: forget what was read, and tell everybody. */
  forget(): void {
    this.current = null;
    this.log.startAnew();
    this.version++;
    this.changes.emit('change', null);
  }
}

async function knownRevisions(
  manager: EntityManager,
  writes: readonly Write[],
): Promise<Map<string, RevisionRow>> {
  const ids = writes.map((write) => write.revisionId);
  return new Map((await rowsById(manager, revisionEntity, ids)).map((row) => [row.id, row]));
}

async function standingRecords(
  manager: EntityManager,
  writes: readonly Write[],
): Promise<Map<string, Stored>> {
  const standing = new Map<string, Stored>();
  for (const [kind, group] of groupBy(writes, (write) => write.kind)) {
    const ids = group.map((write) => write.id);
    for (const row of await rowsById(manager, recordEntities[kind as RecordKind], ids))
      standing.set(recordKey({ kind: kind as RecordKind, id: row.id }), toStored(kind as RecordKind, row));
  }
  return standing;
}

async function writeRecords(
  manager: EntityManager,
  records: readonly Stored[],
  existed: ReadonlySet<string>,
  texts: ReadonlyMap<Stored, string>,
): Promise<void> {
  const fresh = records.filter((record) => !existed.has(recordKey(record)));
  for (const [kind, group] of groupBy(fresh, (record) => record.kind))
    await insertRows(
      manager,
      recordEntities[kind as RecordKind],
      group.map((record) => rowOf(record, texts.get(record))),
    );
  for (const record of records) {
    if (existed.has(recordKey(record)))
      await manager.update(recordEntities[record.kind], { id: record.id }, rowOf(record, texts.get(record)));
  }
}

function rowOf(record: Stored, text = canonicalJson(record.content)): RecordRow {
  return {
    id: record.id,
    version: record.version,
    deleted: record.deleted ? 1 : 0,
    content: text,
    parent: parentOf(record.kind, record.content),
  };
}

function revisionOf(
  record: Stored,
  by: { id: string; who: string; why: string; madeAt: string },
): RevisionRow {
  const content = canonicalJson(record.content);
  return {
    ...by,
    kind: record.kind,
    recordId: record.id,
    version: record.version,
    deleted: record.deleted ? 1 : 0,
    content,
    sha256: sha256(content),
  };
}

export function toRevision(row: RevisionRow): Revision {
  return {
    id: row.id,
    version: row.version,
    who: row.who,
    madeAt: row.madeAt,
    why: row.why,
    deleted: row.deleted === 1,
    content: JSON.parse(row.content) as unknown,
    sha256: row.sha256,
  };
}
