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

  /** @param devices what devices sent, kept up to date by whoever keeps the records */
  constructor(readonly devices = new DeviceDays()) {}

  static of(snapshot: Snapshot): RecordIndex {
    const index = new RecordIndex(snapshot.devices);
    for (const kind of new Set(ids.map((id) => indexes[id].kind)))
      for (const record of snapshot.all(kind)) index.take(record);
    return index;
  }

  /** @param before the record as it stood in the indexes, if it did */
  take(after: Stored, before?: Stored): void {
    for (const id of idsOfKind.get(after.kind) ?? []) {
      const keyOf = indexes[id].keyOf as (content: unknown, id: string) => string | null;
      const bucketsHere = this.buckets.get(id);
      const [from, to] = [
        before && keyOf(before.content, before.id),
        after.deleted ? null : keyOf(after.content, after.id),
      ];
      if (before && from !== null && from !== undefined && from !== to)
        bucketsHere?.get(from)?.delete(after.id);
      if (to === null) continue;
      const known = bucketsHere?.get(to);
      if (known) known.set(after.id, after);
      else bucketsHere?.set(to, new Map([[after.id, after]]));
    }
  }

  on<S extends IndexId>(id: S, key: string): Stored<KindOn<S>>[] {
    return [...(this.buckets.get(id)?.get(key)?.values() ?? [])] as unknown as Stored<KindOn<S>>[];
  }
}
