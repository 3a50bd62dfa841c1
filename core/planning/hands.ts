import type { Hands, PermitId, SkillId } from '../catalogue/hands.ts';
import { weekdayOf, type Day } from '../time/day.ts';

/** Somebody who works here, as far as it has been said. */
export interface Worker {
  name: string;
  skills: readonly SkillId[];
  permits: readonly { permit: PermitId; until: Day | null }[];
  /** ISO weekdays on which they come; none said: any. */
  weekdays: readonly number[];
  minutesPerVisit: number | null;
  absences: readonly { from: Day; to: Day }[];
}

/** Why a job cannot be done on a day by those who are there. */
export type Lack =
  | { kind: 'people'; needed: number; there: readonly string[] }
  | { kind: 'permit'; permit: PermitId; ended: { name: string; until: Day } | null; away: readonly string[] }
  | { kind: 'skill'; skill: SkillId; away: readonly string[] };

/** Whether somebody comes on a day: one of their weekdays, and not away. */
export function isThere(worker: Worker, day: Day): boolean {
  const comes = worker.weekdays.length === 0 || worker.weekdays.includes(weekdayOf(day));
  return comes && !worker.absences.some(({ from, to }) => from <= day && day <= to);
}

/**
 * What a job lacks on a day: hands, a permit that holds, a skill. Empty: those who are there can do it.
 * @param day local day at the job's place
 */
export function lacksOn(hands: Hands, workers: readonly Worker[], day: Day): Lack[] {
  const there = workers.filter((worker) => isThere(worker, day));
  const names = (some: readonly Worker[]): string[] => some.map((worker) => worker.name);
  const needed = hands.people ?? 1;
  const lacks: Lack[] = there.length < needed ? [{ kind: 'people', needed, there: names(there) }] : [];
  const holds = (worker: Worker, permit: PermitId): boolean =>
    worker.permits.some((one) => one.permit === permit && (one.until === null || one.until >= day));
  for (const permit of hands.permits ?? []) {
    if (there.some((worker) => holds(worker, permit))) continue;
    const ended = workers
      .flatMap((worker) =>
        worker.permits.flatMap((one) =>
          one.permit === permit && one.until !== null && one.until < day
            ? [{ name: worker.name, until: one.until }]
            : [],
        ),
      )
      .sort((a, b) => b.until.localeCompare(a.until))[0];
    lacks.push({
      kind: 'permit',
      permit,
      ended: ended ?? null,
      away: names(workers.filter((worker) => holds(worker, permit))),
    });
  }
  for (const skill of hands.skills ?? []) {
    const able = workers.filter((worker) => worker.skills.includes(skill));
    if (!able.some((worker) => there.includes(worker)))
      lacks.push({ kind: 'skill', skill, away: names(able) });
  }
  return lacks;
}
