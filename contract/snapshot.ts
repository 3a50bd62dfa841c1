import { recordKinds, type RecordContent, type RecordKind, type Stored } from './records.ts';

/** All current records by kind and id, deleted ones left out: what plans and screens are made of. */
export class Snapshot {
  private readonly byKind = new Map<RecordKind, Map<string, Stored>>(
    recordKinds.map((kind) => [kind, new Map<string, Stored>()]),
  );

  static of(records: Iterable<Stored>): Snapshot {
    const snapshot = new Snapshot();
    for (const record of records) snapshot.apply(record);
    return snapshot;
  }

  /** The same with some records as they would stand; shares the kinds that they do not touch. */
  with(records: readonly Stored[]): Snapshot {
    const touched = new Set(records.map((record) => record.kind));
    const next = new Snapshot();
    for (const [kind, table] of this.byKind)
      next.byKind.set(kind, touched.has(kind) ? new Map(table) : table);
    for (const record of records) next.apply(record);
    return next;
  }

  /** Takes a record as it now stands. */
  apply(record: Stored): void {
    const table = this.byKind.get(record.kind);
    if (record.deleted) table?.delete(record.id);
    else table?.set(record.id, record);
  }

  get<K extends RecordKind>(kind: K, id: string): Stored<K> | undefined {
    return this.byKind.get(kind)?.get(id) as Stored<K> | undefined;
  }

  content<K extends RecordKind>(kind: K, id: string | null): RecordContent<K> | undefined {
    return id === null ? undefined : this.get(kind, id)?.content;
  }

  all<K extends RecordKind>(kind: K): Stored<K>[] {
    return [...(this.byKind.get(kind)?.values() ?? [])] as Stored<K>[];
  }
}

/** Groups by a key, in one pass. */
export function groupBy<T>(items: readonly T[], key: (item: T) => string | null): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const item of items) {
    const at = key(item);
    if (at === null) continue;
    const group = groups.get(at);
    if (group) group.push(item);
    else groups.set(at, [item]);
  }
  return groups;
}
