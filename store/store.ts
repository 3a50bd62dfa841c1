import { createHash } from 'node:crypto';
import { EventEmitter } from 'node:events';
import type { EntityManager } from 'typeorm';
import { canonicalJson } from '../contract/canonicalJson.ts';
import { kindWords, recordKinds, references, type RecordKind, type Stored } from '../contract/records.ts';
import { Snapshot } from '../contract/snapshot.ts';
import type { Revision, Work, WorkResult, Write, WriteResult } from '../contract/work.ts';
import { meaningErrors, referenceErrors, shapeErrors } from './checks.ts';
import type { Databases } from './database.ts';
import { oneAtATime } from './oneAtATime.ts';
import { StoreProblem, type FieldError } from './problems.ts';
import {
  parentOf,
  recordEntities,
  revisionEntity,
  toStored,
  type RecordRow,
  type RevisionRow,
} from './rows.ts';

export const sha256 = (text: string | Buffer): string => createHash('sha256').update(text).digest('hex');

/** All reading and writing of records. The clock is an argument: `now` in milliseconds. */
export class Store {
  private readonly databases: Databases;
  private readonly now: () => number;
  private readonly changes = new EventEmitter().setMaxListeners(0);
  private current: Snapshot | null = null;

  constructor(databases: Databases, now: () => number) {
    this.databases = databases;
    this.now = now;
  }

  /** Called with the records of each unit of work after it is on disk. @returns how to stop listening */
  onChange(listener: (records: readonly Stored[]) => void): () => void {
    this.changes.on('change', listener);
    return () => this.changes.off('change', listener);
  }

  /** Everything as it stands. Read once, then kept up to date by the writer: one process owns a data directory. */
  async snapshot(): Promise<Snapshot> {
    if (this.current) return this.current;
    return oneAtATime(this.databases.writer, async () => (this.current ??= await this.readAll()));
  }

  private async readAll(): Promise<Snapshot> {
    const snapshot = new Snapshot();
    for (const kind of recordKinds) {
      const rows = await this.databases.reader.getRepository(recordEntities[kind]).findBy({ deleted: 0 });
      for (const row of rows) snapshot.apply(toStored(kind, row));
    }
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
    await this.snapshot();
    return oneAtATime(this.databases.writer, async () => {
      const { results, changed } = await this.databases.writer.transaction((manager) =>
        this.applyIn(manager, work),
      );
      for (const record of changed) this.current?.apply(record);
      if (changed.length > 0) this.changes.emit('change', changed);
      return { results };
    });
  }

  private async applyIn(
    manager: EntityManager,
    work: Work,
  ): Promise<{ results: WriteResult[]; changed: Stored[] }> {
    const results: WriteResult[] = [];
    const changed: { write: Write; index: number; record: Stored }[] = [];
    const madeAt = new Date(this.now()).toISOString();
    for (const [index, write] of work.writes.entries()) {
      const known = await manager.findOneBy(revisionEntity, { id: write.revisionId });
      if (known) {
        results.push(this.repeated(known, write));
        continue;
      }
      const before = await this.currentIn(manager, write);
      const record = this.next(write, before, index);
      await this.put(manager, record, before === null, {
        id: write.revisionId,
        who: work.who,
        why: work.why,
        madeAt,
      });
      changed.push({ write, index, record });
      results.push({
        kind: record.kind,
        id: record.id,
        revisionId: write.revisionId,
        version: record.version,
        deleted: record.deleted,
      });
    }
    this.checkAll(changed);
    return { results, changed: changed.map((one) => one.record) };
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

  private async currentIn(manager: EntityManager, write: Write): Promise<Stored | null> {
    const row = await manager.findOneBy(recordEntities[write.kind], { id: write.id });
    return row ? toStored(write.kind, row) : null;
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

  private async put(
    manager: EntityManager,
    record: Stored,
    isNew: boolean,
    by: { id: string; who: string; why: string; madeAt: string },
  ): Promise<void> {
    const content = canonicalJson(record.content);
    const row: RecordRow = {
      id: record.id,
      version: record.version,
      deleted: record.deleted ? 1 : 0,
      content,
      parent: parentOf(record.kind, record.content),
    };
    const repository = manager.getRepository(recordEntities[record.kind]);
    if (isNew) await repository.insert(row);
    else await repository.update({ id: record.id }, row);
    await manager.insert(revisionEntity, {
      id: by.id,
      kind: record.kind,
      recordId: record.id,
      version: record.version,
      who: by.who,
      madeAt: by.madeAt,
      why: by.why,
      deleted: row.deleted,
      content,
      sha256: sha256(content),
    });
  }

  /** Checks the whole unit of work against how things would stand after it, so that order does not matter. */
  private checkAll(changed: readonly { index: number; record: Stored }[]): void {
    const after = (this.current ?? new Snapshot()).with(changed.map((one) => one.record));
    const errors: FieldError[] = [];
    for (const { index, record } of changed) {
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
    this.changes.emit('change', []);
  }
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
