import { visitDays } from '../../core/planning/visits.ts';
import type { Day } from '../../core/time/day.ts';
import { rhythmOf } from '../../model/facts/rhythm.ts';
import { movedBeyond, wishesOf, type Wishes } from '../levelling/wishes.ts';
import { looksOf } from '../plan/looksOnly.ts';
import type { PlanRow } from '../plan/planRows.ts';
import type { Stored } from '../../contract/records.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { changePlanFor, fittingsFor, proposedJobs } from './build.ts';

/** What the next visit of a place takes up before anybody has chosen. */
export interface Proposal {
  /** The day of the visit; null: no usual day. */
  next: Day | null;
  /** The day it is built for: that of the visit, or else today. */
  day: Day;
  /** What comes due before this day is taken up: the visit after it, or else today. */
  before: Day;
  /** The most pressing first. */
  rows: readonly PlanRow[];
  /** Jobs that are looked at first, here or chosen: nobody knows whether they are due. */
  looks: ReadonlySet<string>;
  changePlan: Stored<'change-plan'> | null;
}

/**
 * What is due by the visit after the next, with the changes planned for it and the fittings that its work asks for.
 * @param here rows of one place, or of one of its systems, the most pressing first
 * @param given jobs that somebody chose instead of what is due; null: nobody did
 * @param on the day somebody goes; null: the next visit
 */
export function proposalOf(
  evidence: Evidence,
  here: readonly PlanRow[],
  siteId: string,
  today: Day,
  {
    given = null,
    wishes = wishesOf(evidence),
    on = null,
  }: { given?: readonly string[] | null; wishes?: Wishes; on?: Day | null } = {},
): Proposal {
  const { snapshot } = evidence;
  const days = visitDays(rhythmOf(snapshot, siteId), on ?? today, 2);
  const next = on ?? days[0] ?? null;
  const after = days.find((one) => next !== null && one > next) ?? null;
  const day = next ?? today;
  const before = after ?? day;
  const changePlan = changePlanFor(snapshot, siteId, day);
  const isPlanned = (row: PlanRow): boolean =>
    row.work === 'change water' &&
    movedBeyond(wishes, row.jobId, before) === null &&
    (changePlan?.content.systems.some((one) => row.systemIds.includes(one.systemId)) ?? false);
  const due = given
    ? here.filter((row) => given.includes(row.jobId))
    : // a change that was planned for the visit is part of it, due or not
      [...new Set([...proposedJobs(here, siteId, before, wishes), ...here.filter(isPlanned)])];
  const byId = new Map(here.map((row) => [row.jobId, row]));
  const looks = looksOf(here);
  const fittings = fittingsFor(
    evidence,
    due.map((row) => row.jobId).filter((id) => !looks.has(id)),
  ).flatMap((id) => byId.get(id) ?? []);
  return { next, day, before, rows: [...new Set([...due, ...fittings])], looks, changePlan };
}
