import { daysBetween, dayOf, type Day } from '../../core/time/day.ts';
import { listWord } from '../../core/explain/words.ts';
import { rolesOf } from '../../core/catalogue/roles.ts';
import { worksLike } from '../../model/facts/worksLike.ts';
import { placeOfJob } from '../../model/facts/places.ts';
import { instantOfWhen } from '../../model/facts/when.ts';
import type { Stored } from '../../contract/records.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { upheavalOf } from './carriers.ts';

/** Two biological jobs of one system, or one and a large mechanical clean, keep so many local days apart (design). */
export const DAYS_APART = 3;
/** What takes nutrients out is renewed by halves, so many days apart. House figure. */
export const EXPORT_DAYS_APART = 7;

/** What takes nutrients out of a water. */
export function exportersOf(
  { snapshot }: Pick<Evidence, 'snapshot'>,
  systemId: string,
): Stored<'component'>[] {
  const like = worksLike(snapshot);
  return snapshot
    .all('component')
    .filter(
      ({ content }) =>
        content.status === 'running' &&
        content.systemIds.includes(systemId) &&
        rolesOf(like(content.kindId)).roles.includes('export'),
    );
}

interface Heavy {
  jobId: string;
  what: string;
  systemIds: readonly string[];
  biological: boolean;
}
interface Exporting {
  jobId: string;
  componentId: string;
}
/** What jobs of a visit must not do to a water together, and how many days apart they would be right. */
export interface Conflict {
  text: string;
  jobIds: readonly string[];
  daysApart: number;
}

/**
 * What a visit's jobs do to the life in a system: two biological jobs together, one with a large mechanical
 * clean, or one too soon after another in the log. Common practice, no published source.
 */
export function biologicalConflicts(evidence: Evidence, jobIds: readonly string[], day: Day): Conflict[] {
  const { snapshot, index, definitionOf } = evidence;
  const heavyOf = (jobId: string): Heavy[] => {
    const job = snapshot.content('job', jobId);
    const place = job && placeOfJob(job, snapshot);
    if (!job || !place) return [];
    const { action } = definitionOf(job);
    const { biological, largeMechanical } = upheavalOf(evidence, job);
    return biological || largeMechanical
      ? [{ jobId, what: `${place.thing} (${action})`, systemIds: place.systemIds, biological }]
      : [];
  };
  const chosen = jobIds.flatMap(heavyOf);
  const exporting = jobIds.flatMap((jobId): Exporting[] => {
    const job = snapshot.content('job', jobId);
    const place = job && placeOfJob(job, snapshot);
    return job && place?.component && upheavalOf(evidence, job).exports
      ? [{ jobId, componentId: place.component.id }]
      : [];
  });
  const said: Conflict[] = [];
  for (const system of snapshot.all('system')) {
    const here = chosen.filter((one) => one.systemIds.includes(system.id));
    const exporters = exportersOf(evidence, system.id);
    const worked = exporters.filter(({ id }) => exporting.some((one) => one.componentId === id));
    if (exporters.length > 1 && worked.length === exporters.length)
      said.push({
        jobIds: exporting
          .filter((one) => worked.some(({ id }) => id === one.componentId))
          .map((one) => one.jobId),
        daysApart: EXPORT_DAYS_APART,
        text: `${system.content.name}: ${listWord(worked.map((one) => one.content.name))} are all that takes nutrients out; worked on at once, nutrients jump or vanish. Leave half of them for another visit, ${EXPORT_DAYS_APART} days later.`,
      });
    const biological = here.filter((one) => one.biological);
    if (biological.length > 0 && here.length > 1)
      said.push({
        ...{ jobIds: here.map((one) => one.jobId), daysApart: DAYS_APART },
        text: `${system.content.name}: ${listWord(here.map((one) => one.what))} within ${DAYS_APART} days take too much of the life that cleans the water. Leave all but one for another visit.`,
      });
    if (here.length === 0) continue;
    const zone = snapshot.content('site', system.content.siteId)?.timeZone ?? 'UTC';
    for (const job of snapshot.all('job')) {
      if (here.some((one) => one.jobId === job.id)) continue;
      const [other] = heavyOf(job.id);
      if (!other?.systemIds.includes(system.id)) continue;
      if (!other.biological && biological.length === 0) continue;
      const recent = index
        .on('servicesOfJob', job.id)
        .flatMap((service) => instantOfWhen(service.content.when, zone) ?? [])
        .map((at) => dayOf(at, zone))
        .filter((done) => done <= day && daysBetween(done, day) < DAYS_APART)
        .sort()
        .at(-1);
      if (recent)
        said.push({
          jobIds: here.map((one) => one.jobId),
          daysApart: DAYS_APART - daysBetween(recent, day),
          text: `${system.content.name}: ${other.what} was done ${daysBetween(recent, day) === 0 ? 'today' : `${daysBetween(recent, day)} days ago`}; ${listWord(here.map((one) => one.what))} should wait until ${DAYS_APART} days after it.`,
        });
    }
  }
  return said;
}
