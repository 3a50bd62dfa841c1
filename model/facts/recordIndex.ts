import type { RecordContent, RecordKind, Stored } from '../../contract/records.ts';
import { groupBy, type Snapshot } from '../snapshot.ts';

/** A shelf keeps the records of one kind by something they belong to. */
const shelves = {
  // what is kept in another entry counts no second time
  servicesOfJob: shelf('service', (one) => (one.mergedInto ? null : one.jobId)),
  looksOfJob: shelf('look', (one) => one.jobId),
  skipsOfJob: shelf('skip', (one) => one.jobId),
  eventsOfComponent: shelf('event', (one) => one.componentId),
  eventsOfSystem: shelf('event', (one) => one.systemId),
  eventsOfSite: shelf('event', (one) => one.siteId),
  jobsOfTarget: shelf('job', targetOfJob),
  channelsOfComponent: shelf('channel', (one) => one.componentId),
  channelsOfSystem: shelf('channel', (one) => one.systemId),
  readingsOfChannel: shelf('reading', (one) => one.channelId),
  actionsOfRound: shelf('round-action', (one) => one.roundId),
  partsOfComponent: shelf('component', (one) => one.parentId),
  methodById: shelf('method', (_, id) => id),
} as const;
type ShelfId = keyof typeof shelves;
type KindOn<S extends ShelfId> = (typeof shelves)[S]['kind'];

function shelf<K extends RecordKind>(
  kind: K,
  keyOf: (content: RecordContent<K>, id: string) => string | null,
) {
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

const ids = Object.keys(shelves) as ShelfId[];
const idsOfKind = groupBy(ids, (id) => shelves[id].kind);

/** Records by what they belong to, kept up to date record by record. */
export class RecordIndex {
  private readonly byShelf = new Map(ids.map((id) => [id, new Map<string, Map<string, Stored>>()]));

  static of(snapshot: Snapshot): RecordIndex {
    const index = new RecordIndex();
    for (const kind of new Set(ids.map((id) => shelves[id].kind)))
      for (const record of snapshot.all(kind)) index.take(record);
    return index;
  }

  /** @param before the record as it stood on the shelves, if it did */
  take(after: Stored, before?: Stored): void {
    for (const id of idsOfKind.get(after.kind) ?? []) {
      const keyOf = shelves[id].keyOf as (content: unknown, id: string) => string | null;
      const books = this.byShelf.get(id);
      const [from, to] = [
        before && keyOf(before.content, before.id),
        after.deleted ? null : keyOf(after.content, after.id),
      ];
      if (before && from !== null && from !== undefined && from !== to) books?.get(from)?.delete(after.id);
      if (to === null) continue;
      const known = books?.get(to);
      if (known) known.set(after.id, after);
      else books?.set(to, new Map([[after.id, after]]));
    }
  }

  on<S extends ShelfId>(id: S, key: string): Stored<KindOn<S>>[] {
    return [...(this.byShelf.get(id)?.get(key)?.values() ?? [])] as unknown as Stored<KindOn<S>>[];
  }
}
