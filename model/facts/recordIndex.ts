import type { RecordContent, RecordKind, Stored } from '../../contract/records.ts';
import { groupBy, type Snapshot } from '../snapshot.ts';
import { DeviceDays } from '../water/deviceDays.ts';

/** An index keeps the records of one kind in buckets, by something they belong to. */
const indexes = {
  // what is kept in another entry counts no second time
  servicesOfJob: by('service', (one) => (one.mergedInto ? null : one.jobId)),
  looksOfJob: by('look', (one) => one.jobId),
  skipsOfJob: by('skip', (one) => one.jobId),
  eventsOfComponent: by('event', (one) => one.componentId),
  eventsOfSystem: by('event', (one) => one.systemId),
  eventsOfSite: by('event', (one) => one.siteId),
  jobsOfTarget: by('job', targetOfJob),
  channelsOfComponent: by('channel', (one) => one.componentId),
  channelsOfSystem: by('channel', (one) => one.systemId),
  readingsOfChannel: by('reading', (one) => (one.source === 'device' ? null : one.channelId)),
  // where readings of devices are given as records: otherwise they are days
  sentOfChannel: by('reading', (one) => (one.source === 'device' ? one.channelId : null)),
  actionsOfRound: by('round-action', (one) => one.roundId),
  partsOfComponent: by('component', (one) => one.parentId),
  methodById: by('method', (_, id) => id),
} as const;
type IndexId = keyof typeof indexes;
type KindOn<S extends IndexId> = (typeof indexes)[S]['kind'];

function by<K extends RecordKind>(kind: K, keyOf: (content: RecordContent<K>, id: string) => string | null) {
  return { kind, keyOf };
}

/** The component, system or vessel a job is done on. */
export function targetOfJob(job: RecordContent<'job'>): string {
  return job.componentId ?? job.systemId ?? job.vesselId ?? '';
}
/** What the rules of its siblings call it. */
export function nameOfJob(job: RecordContent<'job'>): string {
  return job.own?.id ?? job.jobId;
}

const ids = Object.keys(indexes) as IndexId[];
const idsOfKind = groupBy(ids, (id) => indexes[id].kind);

/** Records by what they belong to, kept up to date record by record. */
export class RecordIndex {
  private readonly buckets = new Map(ids.map((id) => [id, new Map<string, Map<string, Stored>>()]));
  /** What this index may write into, where it shares the rest with an earlier one; null: all of it. */
  private owned: Set<object> | null = null;

  /** @param devices what devices sent, kept up to date by whoever keeps the records */
  constructor(readonly devices = new DeviceDays()) {}

  static of(snapshot: Snapshot): RecordIndex {
    const index = new RecordIndex(snapshot.devices);
    for (const kind of new Set(ids.map((id) => indexes[id].kind)))
      for (const record of snapshot.all(kind)) index.take(record);
    return index;
  }

  /**
   * The same once some records have changed, each named once: this one stays as it is, and what did not change is shared.
   * @param before how a record stood in these indexes
   */
  after(
    changed: readonly Stored[],
    before: (kind: RecordKind, id: string) => Stored | undefined,
  ): RecordIndex {
    const next = new RecordIndex(this.devices);
    next.owned = new Set();
    for (const [id, index] of this.buckets) next.buckets.set(id, index);
    for (const record of changed) next.take(record, before(record.kind, record.id));
    return next;
  }

  /** @param before the record as it stood in the indexes, if it did */
  take(after: Stored, before?: Stored): void {
    for (const id of idsOfKind.get(after.kind) ?? []) {
      const keyOf = indexes[id].keyOf as (content: unknown, id: string) => string | null;
      const [from, to] = [
        before && keyOf(before.content, before.id),
        after.deleted ? null : keyOf(after.content, after.id),
      ];
      if (before && from !== null && from !== undefined && from !== to)
        this.bucket(id, from).delete(after.id);
      if (to !== null) this.bucket(id, to).set(after.id, after);
    }
  }

  /** A bucket to be written into; where it is shared, a copy of it takes its place. */
  private bucket(id: IndexId, key: string): Map<string, Stored> {
    const index = this.own(this.buckets, id);
    return this.own(index, key);
  }
  private own<K, A, B>(holder: Map<K, Map<A, B>>, key: K): Map<A, B> {
    const known = holder.get(key);
    if (known && (this.owned === null || this.owned.has(known))) return known;
    const mine = new Map(known);
    this.owned?.add(mine);
    holder.set(key, mine);
    return mine;
  }

  on<S extends IndexId>(id: S, key: string): Stored<KindOn<S>>[] {
    return [...(this.buckets.get(id)?.get(key)?.values() ?? [])] as unknown as Stored<KindOn<S>>[];
  }
}
