import { DeviceDays } from './water/deviceDays.ts';
import { recordKinds } from '../contract/kinds.ts';
import type { RecordContent, RecordKind, Stored } from '../contract/records.ts';

/**
 * All current records by kind and id, deleted ones left out: what plans and screens are made of. They stand in the order
 * in which the server took them.
 */
export class Snapshot {
  private readonly byKind = new Map<RecordKind, Map<string, Stored>>(
    recordKinds.map((kind) => [kind, new Map<string, Stored>()]),
  );
  /** What these records lie over, where they do. */
  private readonly below: Snapshot | null;
  /** What devices sent, day by day: their readings are no records. */
  readonly devices: DeviceDays;

  constructor(below: Snapshot | null = null, devices = below?.devices ?? new DeviceDays()) {
    this.below = below;
    this.devices = devices;
  }

  static of(records: Iterable<Stored>): Snapshot {
    const snapshot = new Snapshot();
    for (const record of records) snapshot.apply(record);
    return snapshot;
  }

  /** The same with some records as they would stand, laid over these: neither is copied. */
  with(records: readonly Stored[]): Snapshot {
    const over = new Snapshot(this);
    for (const record of records) over.byKind.get(record.kind)?.set(record.id, record);
    return over;
  }

  /** The same once some records have changed: this one stays as it is, and kinds that did not change are shared with it. */
  after(changed: readonly Stored[]): Snapshot {
    const next = new Snapshot(this.below, this.devices);
    const own = new Set(changed.map(({ kind }) => kind));
    for (const [kind, table] of this.byKind) next.byKind.set(kind, own.has(kind) ? new Map(table) : table);
    for (const record of changed) next.apply(record);
    return next;
  }

  /** What is laid over other records here; all records, where these lie over none. */
  laidOver(): Stored[] {
    return [...this.byKind.values()].flatMap((table) => [...table.values()]);
  }

  /** Takes a record as it now stands. */
  apply(record: Stored): void {
    const table = this.byKind.get(record.kind);
    if (record.deleted && !this.below) table?.delete(record.id);
    else table?.set(record.id, record);
  }

  get<K extends RecordKind>(kind: K, id: string): Stored<K> | undefined {
    const own = this.byKind.get(kind)?.get(id) as Stored<K> | undefined;
    if (!own) return this.below?.get(kind, id);
    return own.deleted ? undefined : own;
  }

  content<K extends RecordKind>(kind: K, id: string | null): RecordContent<K> | undefined {
    return id === null ? undefined : this.get(kind, id)?.content;
  }

  /** How many records these are, without what they lie over. */
  get size(): number {
    return [...this.byKind.values()].reduce((sum, table) => sum + table.size, 0);
  }

  /** Every record, kind by kind. */
  everything(): Stored[] {
    return recordKinds.flatMap((kind): Stored[] => this.all(kind));
  }

  all<K extends RecordKind>(kind: K): Stored<K>[] {
    const own = this.byKind.get(kind) as Map<string, Stored<K>> | undefined;
    if (!this.below) return [...(own?.values() ?? [])];
    const below = this.below.all(kind);
    if (!own || own.size === 0) return below;
    const known = new Set(below.map((record) => record.id));
    return [
      ...below.flatMap((record) => {
        const over = own.get(record.id) ?? record;
        return over.deleted ? [] : [over];
      }),
      ...[...own.values()].filter((record) => !known.has(record.id) && !record.deleted),
    ];
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
