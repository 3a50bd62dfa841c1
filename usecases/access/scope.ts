import type { RecordContent, RecordKind, Stored } from '../../contract/records.ts';
import type { Snapshot } from '../../model/snapshot.ts';

/** What somebody may see: null is everything, otherwise the systems named (all those of a place, where it is a place). */
export type Scope = null | { siteIds: readonly string[]; systemIds: readonly string[] };

/** The systems that stand inside a scope. */
export function systemsWithin(snapshot: Snapshot, scope: Scope): string[] {
  return snapshot
    .all('system')
    .filter(
      ({ id, content }) =>
        scope === null || scope.siteIds.includes(content.siteId) || scope.systemIds.includes(id),
    )
    .map((system) => system.id);
}

/** The places of which something lies inside a scope. */
export function sitesWithin(snapshot: Snapshot, scope: Scope): string[] {
  if (scope === null) return snapshot.all('site').map((site) => site.id);
  const own = scope.systemIds.flatMap((id) => snapshot.content('system', id)?.siteId ?? []);
  return [...new Set([...scope.siteIds.filter((id) => snapshot.get('site', id)), ...own])];
}

type SystemsOf<K extends RecordKind> = (
  content: RecordContent<K>,
  snapshot: Snapshot,
  id: string,
) => string[];

const ofJob = (jobId: string, snapshot: Snapshot): string[] => {
  const job = snapshot.content('job', jobId);
  return job ? systemsOf.job(job, snapshot, jobId) : [];
};
const ofComponent = (id: string | null, snapshot: Snapshot): string[] =>
  snapshot.content('component', id)?.systemIds ?? [];
const ofVessel = (id: string | null, snapshot: Snapshot): string[] => {
  const vessel = snapshot.content('vessel', id);
  return vessel ? [vessel.systemId] : [];
};
const atSite = (siteId: string | null, snapshot: Snapshot): string[] =>
  snapshot
    .all('system')
    .filter((system) => system.content.siteId === siteId)
    .map((system) => system.id);
const given = (...ids: (string | null | undefined)[]): string[] => ids.flatMap((id) => id ?? []);
const none = (): string[] => [];

/** Which systems a record is about, by kind; one about none is for those who see everything. */
const systemsOf: { [K in RecordKind]: SystemsOf<K> } = {
  site: (_content, snapshot, id) => atSite(id, snapshot),
  person: none,
  system: (_content, _snapshot, id) => [id],
  vessel: ({ systemId }) => [systemId],
  station: ({ systemId }) => [systemId],
  component: ({ systemIds }) => [...systemIds],
  job: ({ componentId, systemId, vesselId }, snapshot) => [
    ...given(systemId),
    ...ofComponent(componentId, snapshot),
    ...ofVessel(vesselId, snapshot),
  ],
  service: ({ jobId }, snapshot) => ofJob(jobId, snapshot),
  look: ({ jobId }, snapshot) => ofJob(jobId, snapshot),
  skip: ({ jobId }, snapshot) => ofJob(jobId, snapshot),
  event: ({ siteId, systemId, componentId }, snapshot) => [
    ...given(systemId),
    ...ofComponent(componentId, snapshot),
    ...atSite(siteId, snapshot),
  ],
  channel: ({ componentId, systemId }, snapshot) => [
    ...given(systemId),
    ...ofComponent(componentId, snapshot),
  ],
  reading: ({ channelId }, snapshot) => {
    const channel = snapshot.content('channel', channelId);
    return channel ? systemsOf.channel(channel, snapshot, channelId) : [];
  },
  picture: (_content, snapshot, id) =>
    [...snapshot.all('service'), ...snapshot.all('look')]
      .filter((one) => one.content.pictureIds.includes(id))
      .flatMap((one) => ofJob(one.content.jobId, snapshot)),
  method: none,
  solution: ({ systemId }) => [systemId],
  import: none,
  'import-mapping': none,
  'change-plan': none,
  check: ({ systemId }) => [systemId],
  lead: ({ jobId }, snapshot) => ofJob(jobId, snapshot),
  round: ({ steps }) => steps.flatMap((step) => step.systemIds),
  'round-action': ({ roundId }, snapshot) => {
    const round = snapshot.content('round', roundId);
    return round ? round.steps.flatMap((step) => step.systemIds) : [];
  },
  route: none,
  'readings-round': ({ siteId }, snapshot) => atSite(siteId, snapshot),
  'readings-walk': ({ readingsRoundId }, snapshot) =>
    atSite(snapshot.content('readings-round', readingsRoundId)?.siteId ?? null, snapshot),
  'shift-note': ({ siteId }, snapshot) => atSite(siteId, snapshot),
  'sent-tests': ({ systemId }) => [systemId],
  'sitter-sheet': ({ siteId }, snapshot) => atSite(siteId, snapshot),
  'sheet-tick': ({ sheetId }, snapshot) =>
    atSite(snapshot.content('sitter-sheet', sheetId)?.siteId ?? null, snapshot),
  'plan-pin': ({ jobId }, snapshot) => ofJob(jobId, snapshot),
  'visit-change': ({ siteId }, snapshot) => atSite(siteId, snapshot),
  'own-kind': none,
  setting: none,
};

/** Tells of records whether they may be known of inside a scope; the scope is worked out once for all of them. */
export function withinScope(snapshot: Snapshot, scope: Scope): (record: Stored) => boolean {
  if (scope === null) return () => true;
  const within = new Set(systemsWithin(snapshot, scope));
  return ({ kind, content, id }) =>
    (systemsOf[kind] as SystemsOf<RecordKind>)(content, snapshot, id).some((system) => within.has(system));
}
