import { daysBetween, dayOf, type Day } from '../../core/time/day.ts';
import { listWord } from '../../core/explain/words.ts';
import { placeOfJob } from '../../model/facts/places.ts';
import { instantOfWhen } from '../../model/facts/when.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

/** Two biological jobs of one system, or one and a large mechanical clean, keep so many local days apart (design). */
export const DAYS_APART = 3;

interface Heavy {
  jobId: string;
  what: string;
  systemIds: readonly string[];
  biological: boolean;
}

/**
 * What a visit's jobs do to the life in a system, in sentences: two biological jobs together, one with a large mechanical
 * clean, or one too soon after another in the log. Common practice, no published source.
 */
export function biologicalConflicts(
  { snapshot, index, definitionOf }: Evidence,
  jobIds: readonly string[],
  day: Day,
): string[] {
  const heavyOf = (jobId: string): Heavy[] => {
    const job = snapshot.content('job', jobId);
    const place = job && placeOfJob(job, snapshot);
    if (!job || !place) return [];
    const { biological = false, largeMechanical = false, action } = definitionOf(job);
    return biological || largeMechanical
      ? [{ jobId, what: `${place.thing} (${action})`, systemIds: place.systemIds, biological }]
      : [];
  };
  const chosen = jobIds.flatMap(heavyOf);
  const said: string[] = [];
  for (const system of snapshot.all('system')) {
    const here = chosen.filter((one) => one.systemIds.includes(system.id));
    const biological = here.filter((one) => one.biological);
    if (biological.length > 0 && here.length > 1)
      said.push(
        `${system.content.name}: ${listWord(here.map((one) => one.what))} within ${DAYS_APART} days take too much of the life that cleans the water. Leave all but one for another visit.`,
      );
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
        said.push(
          `${system.content.name}: ${other.what} was done ${daysBetween(recent, day) === 0 ? 'today' : `${daysBetween(recent, day)} days ago`}; ${listWord(here.map((one) => one.what))} should wait until ${DAYS_APART} days after it.`,
        );
    }
  }
  return said;
}
