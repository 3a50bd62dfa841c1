import { lacksOn, type Lack } from '../core/planning/hands.ts';
import type { Day } from '../core/time/day.ts';
import type { PlanRow } from './plan/planRows.ts';
import type { Snapshot } from '../model/snapshot.ts';
import { definitionsOf } from '../model/facts/definition.ts';
import { workerOf } from '../model/facts/workerOf.ts';

/** The day on which a job would next be done: its recommended day, or the next visit where that comes after it. */
function dayOfWork({ nextVisit, recommended, today }: PlanRow): Day {
  return [nextVisit, recommended].reduce<Day>(
    (latest, day) => (day !== null && day > latest ? day : latest),
    today,
  );
}

/**
 * What jobs lack of hands, papers and training on the day they would be done; jobs that lack nothing are left out.
 * One person by themselves is never told that they are alone.
 */
export function lacksOfJobs(
  snapshot: Snapshot,
  rows: readonly PlanRow[],
): Map<string, { lacks: Lack[]; day: Day; today: Day }> {
  const workers = snapshot.all('person').map((person) => workerOf(person.content));
  const found = new Map<string, { lacks: Lack[]; day: Day; today: Day }>();
  if (workers.length < 2) return found;
  const definitionOf = definitionsOf(snapshot);
  for (const row of rows) {
    const job = snapshot.content('job', row.jobId);
    const hands = job && definitionOf(job).hands;
    if (!hands) continue;
    const day = dayOfWork(row);
    const lacks = lacksOn(hands, workers, day);
    if (lacks.length > 0) found.set(row.jobId, { lacks, day, today: row.today });
  }
  return found;
}
