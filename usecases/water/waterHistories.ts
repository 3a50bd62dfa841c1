import type { Incoming } from '../../core/rules/facts.ts';
import type { Instant } from '../../core/time/day.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import type { Stored } from '../../contract/records.ts';
import { placeOfJob, type JobPlace } from '../../model/facts/places.ts';
import { historiesOf, type History } from '../../model/water/history.ts';
import { incomingWater, sourcesOf } from '../../model/water/incomingWater.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

export interface WaterAsked {
  systemId: string;
  zone: string;
  at: Instant;
}

/** A system's water as it was tested, what comes in, and the jobs that act on it, as of an instant. */
export interface WaterHistories {
  histories: ReadonlyMap<ParameterId, History>;
  incoming: ReadonlyMap<ParameterId, Incoming>;
  jobs: readonly JobHere[];
}
export function waterHistories(evidence: Evidence, asked: WaterAsked): WaterHistories {
  const { systemId, zone, at } = asked;
  const incoming = incomingWater(evidence.index, sourcesOf(evidence.snapshot).get(systemId) ?? [], zone, at);
  const jobs = jobsOfSystem(evidence, systemId);
  return { histories: historiesOf(evidence, { ...asked, incoming, jobs }), incoming, jobs };
}

export interface JobHere {
  job: Stored<'job'>;
  place: JobPlace;
  definition: ReturnType<Evidence['definitionOf']>;
  /** "Phosphate media: replace the charge" */
  name: string;
}

/** Jobs of the water and of all that serves it. */
export function jobsOfSystem({ snapshot, definitionOf }: Evidence, systemId: string): JobHere[] {
  return snapshot.all('job').flatMap((job) => {
    const place = placeOfJob(job.content, snapshot);
    if (!place?.systemIds.includes(systemId) || place.component?.content.status === 'removed') return [];
    const definition = definitionOf(job.content);
    return [{ job, place, definition, name: `${place.thing}, ${definition.action}` }];
  });
}
