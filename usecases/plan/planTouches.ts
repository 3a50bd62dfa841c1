import { targetOfJob } from '../../model/facts/recordIndex.ts';
import type { RecordContent, RecordKind, Stored } from '../../contract/records.ts';

/** Where things stand, as far as a record’s reach depends on it. All answers are ids of what is asked for: of jobs, or of systems. */
export interface Ties {
  /** Of a job by itself. */
  job: (jobId: string) => readonly string[];
  onSystem: (systemId: string) => readonly string[];
  onSite: (siteId: string) => readonly string[];
  /** Of a component and its parts. */
  onComponent: (componentId: string) => readonly string[];
  onTarget: (id: string) => readonly string[];
  /** On the water that a job's unit measures, where it is an instrument. */
  measuredBy: (jobId: string) => readonly string[];
  /** On the water that starts anew with a job's charge. */
  chargedBy: (jobId: string) => readonly string[];
  everywhere: () => readonly string[];
  component: (id: string) => RecordContent<'component'> | undefined;
  channel: (id: string) => RecordContent<'channel'> | undefined;
}
type Touches = {
  [K in RecordKind]?: (content: RecordContent<K>, ties: Ties, id: string) => readonly string[];
};

const ofJob = ({ jobId }: { jobId: string }, ties: Ties) => ties.job(jobId);
function ofChannel(
  { componentId, systemId, parameter }: RecordContent<'channel'>,
  ties: Ties,
): readonly string[] {
  if (systemId !== null) return ties.onSystem(systemId);
  if (componentId === null) return [];
  // what is read on one part of a unit tells of the others: a membrane's rejection of the resin behind it
  const unitId = ties.component(componentId)?.parentId ?? componentId;
  if (parameter === undefined) return ties.onComponent(unitId);
  // water that comes in through a component is read by every job of its systems
  const systemIds = [componentId, unitId].flatMap((id) => ties.component(id)?.systemIds ?? []);
  return [...ties.onComponent(componentId), ...systemIds.flatMap(ties.onSystem)];
}

/** What is read on a channel is evidence for. */
export function touchedOnChannel(channelId: string, ties: Ties): readonly string[] {
  const channel = ties.channel(channelId);
  return channel ? ofChannel(channel, ties) : [];
}

/**
 * What a record of each kind is evidence for, or defines. A visit that moves, and people who come or not, move no
 * date but the visit by which a job comes up; pictures move nothing.
 */
const touches: Touches = {
  // a calibration tells of the readings of its probe, a new charge is where the course of a water begins
  service: ({ jobId }, ties) => [...ties.job(jobId), ...ties.measuredBy(jobId), ...ties.chargedBy(jobId)],
  look: ofJob,
  skip: ofJob,
  reading: ({ channelId }, ties) => touchedOnChannel(channelId, ties),
  channel: ofChannel,
  event: ({ componentId, systemId, siteId }, ties) => [
    ...(componentId === null ? [] : ties.onComponent(componentId)),
    ...(systemId === null ? [] : ties.onSystem(systemId)),
    ...(siteId === null ? [] : ties.onSite(siteId)),
  ],
  component: ({ systemIds }, ties, id) => [...ties.onComponent(id), ...systemIds.flatMap(ties.onSystem)],
  job: (content, ties, id) => [...ties.job(id), ...ties.onTarget(targetOfJob(content))],
  vessel: ({ systemId }, ties) => ties.onSystem(systemId),
  system: (_, ties, id) => ties.onSystem(id),
  site: (_, ties, id) => ties.onSite(id),
  'visit-change': ({ siteId }, ties) => ties.onSite(siteId),
  person: (_, ties) => ties.everywhere(),
  method: (_, ties) => ties.everywhere(),
  'own-kind': (_, ties) => ties.everywhere(),
  setting: (_, ties) => ties.everywhere(),
};

export function touchedBy(record: Stored, ties: Ties): readonly string[] {
  const touch = touches[record.kind] as
    ((content: Stored['content'], ties: Ties, id: string) => readonly string[]) | undefined;
  return touch?.(record.content, ties, record.id) ?? [];
}
