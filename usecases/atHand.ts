import type { RecordContent, RecordKind, Stored } from '../contract/records.ts';
import type { Snapshot } from '../model/snapshot.ts';
import type { PlanChanges } from './changes.ts';
import type { PlanBeside } from './plan/planRows.ts';

// A window of a large house holds the places that somebody chose for it: their records and their rows of the plan, and
// what belongs to no place.

/** The places that a window holds, by id; null: all of them. */
export type SitesAtHand = ReadonlySet<string> | null;

/** At which places a record is known; null: at all of them. */
type SitesOf<K extends RecordKind> = (
  content: RecordContent<K>,
  snapshot: Snapshot,
  id: string,
) => readonly string[] | null;

const given = (...ids: (string | null | undefined)[]): string[] => ids.flatMap((id) => id ?? []);
const ofSystem = (id: string | null, snapshot: Snapshot): string[] =>
  given(snapshot.content('system', id)?.siteId);
const ofComponent = (id: string | null, snapshot: Snapshot): string[] =>
  given(snapshot.content('component', id)?.siteId);
const ofJob = (id: string, snapshot: Snapshot): readonly string[] => {
  const job = snapshot.content('job', id);
  return job ? (sitesOf.job(job, snapshot, id) ?? []) : [];
};
const itsOwn = ({ siteId }: { siteId: string }): string[] => [siteId];
const everywhere = (): null => null;

const sitesOf: { [K in RecordKind]: SitesOf<K> } = {
  site: (_content, _snapshot, id) => [id],
  system: itsOwn,
  component: itsOwn,
  vessel: ({ systemId }, snapshot) => ofSystem(systemId, snapshot),
  station: ({ systemId }, snapshot) => ofSystem(systemId, snapshot),
  solution: ({ systemId }, snapshot) => ofSystem(systemId, snapshot),
  check: ({ systemId }, snapshot) => ofSystem(systemId, snapshot),
  'sent-tests': ({ systemId }, snapshot) => ofSystem(systemId, snapshot),
  job: ({ componentId, systemId, vesselId }, snapshot) => [
    ...ofComponent(componentId, snapshot),
    ...ofSystem(systemId, snapshot),
    ...ofSystem(snapshot.content('vessel', vesselId)?.systemId ?? null, snapshot),
  ],
  channel: ({ componentId, systemId }, snapshot) => [
    ...ofComponent(componentId, snapshot),
    ...ofSystem(systemId, snapshot),
  ],
  reading: ({ channelId }, snapshot) => {
    const channel = snapshot.content('channel', channelId);
    return channel ? sitesOf.channel(channel, snapshot, channelId) : [];
  },
  event: ({ siteId, systemId, componentId }, snapshot) => [
    ...given(siteId),
    ...ofSystem(systemId, snapshot),
    ...ofComponent(componentId, snapshot),
  ],
  service: ({ jobId }, snapshot) => ofJob(jobId, snapshot),
  look: ({ jobId }, snapshot) => ofJob(jobId, snapshot),
  skip: ({ jobId }, snapshot) => ofJob(jobId, snapshot),
  lead: ({ jobId }, snapshot) => ofJob(jobId, snapshot),
  'plan-pin': ({ jobId }, snapshot) => ofJob(jobId, snapshot),
  round: itsOwn,
  'round-action': ({ roundId }, snapshot) => given(snapshot.content('round', roundId)?.siteId),
  // a route is read at all of its places
  route: ({ stops }) => stops.map(({ siteId }) => siteId),
  'readings-round': itsOwn,
  'readings-walk': ({ readingsRoundId }, snapshot) =>
    given(snapshot.content('readings-round', readingsRoundId)?.siteId),
  'shift-note': itsOwn,
  'sitter-sheet': itsOwn,
  'sheet-tick': ({ sheetId }, snapshot) => given(snapshot.content('sitter-sheet', sheetId)?.siteId),
  'visit-change': itsOwn,
  'change-plan': itsOwn,
  person: everywhere,
  setting: everywhere,
  picture: everywhere,
  method: everywhere,
  import: everywhere,
  'import-mapping': everywhere,
  'own-kind': everywhere,
};
const sitesOfRecord = ({ kind, content, id }: Stored, snapshot: Snapshot): readonly string[] | null =>
  (sitesOf[kind] as SitesOf<RecordKind>)(content, snapshot, id);

/** Whether some places are all at hand that something needs: a route needs all of its places. */
function isHeld(
  { kind }: Pick<Stored, 'kind'>,
  sites: readonly string[],
  held: ReadonlySet<string>,
): boolean {
  return kind === 'route' ? sites.every((id) => held.has(id)) : sites.some((id) => held.has(id));
}

/** Tells of records whether a window that holds these places holds them; for many of them, so jobs are looked up once. */
export function recordsAtHand(snapshot: Snapshot, held: SitesAtHand): (record: Stored) => boolean {
  if (held === null) return () => true;
  const jobs = new Map<string, boolean>();
  const isJobHeld = (jobId: string): boolean => {
    let known = jobs.get(jobId);
    if (known === undefined) {
      known = ofJob(jobId, snapshot).some((id) => held.has(id));
      jobs.set(jobId, known);
    }
    return known;
  };
  return (record) => {
    if (record.kind === 'service' || record.kind === 'look' || record.kind === 'skip')
      return isJobHeld((record as Stored<'service' | 'look' | 'skip'>).content.jobId);
    const sites = sitesOfRecord(record, snapshot);
    return sites === null || isHeld(record, sites, held);
  };
}

/** Records at whose place others are: when they come to another, those come along and have not changed themselves. */
const carriers: ReadonlySet<RecordKind> = new Set<RecordKind>([
  ...(['system', 'vessel', 'component', 'job', 'round', 'readings-round', 'sitter-sheet'] as const),
]);
/**
 * Whether a change may take records from one place to another, or bring back what was gone with others.
 * @param before the record as it stood
 */
export function isMoved(snapshot: Snapshot, after: Stored, before: Stored | undefined): boolean {
  if (!carriers.has(after.kind) || after.version === 1) return false;
  if (before === undefined || before.deleted) return true;
  return sitesOfRecord(before, snapshot)?.join() !== sitesOfRecord(after, snapshot)?.join();
}

/** Of what a plan changed, what a window that holds these places is told. */
export function planAtHand(snapshot: Snapshot, held: SitesAtHand): <T extends PlanChanges>(all: T) => T {
  if (held === null) return (all) => all;
  const isSystemHeld = (id: string): boolean => held.has(snapshot.content('system', id)?.siteId ?? '');
  const ofHeld = <T extends { systemId: string }>(some: readonly T[]): T[] =>
    some.filter(({ systemId }) => isSystemHeld(systemId));
  const beside = ({ outOfBand, incoming, dangers, waters, broken, stores }: PlanBeside): PlanBeside => ({
    outOfBand: ofHeld(outOfBand),
    incoming: ofHeld(incoming),
    dangers: ofHeld(dangers),
    waters: ofHeld(waters),
    broken: broken.filter(({ jobId }) => ofJob(jobId, snapshot).some((id) => held.has(id))),
    stores: stores.filter(({ systemIds }) => systemIds.some(isSystemHeld)),
  });
  return (all) => ({
    ...all,
    rows: all.rows.filter(({ siteId }) => held.has(siteId)),
    // one that went to another place is gone from here
    gone: all.whole
      ? []
      : [...all.gone, ...all.rows.flatMap(({ jobId, siteId }) => (held.has(siteId) ? [] : [jobId]))],
    beside: all.beside && beside(all.beside),
  });
}
