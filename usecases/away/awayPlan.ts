import { isForHelper } from '../../core/catalogue/helper.ts';
import { isStoreJob } from '../../core/catalogue/stores.ts';
import { awayAnswer, outlasts, STORE_MARGIN, type AwayAnswer } from '../../core/planning/away.ts';
import { visitDays } from '../../core/planning/visits.ts';
import { addDays, daysBetween, type Day } from '../../core/time/day.ts';
import { chanceAgain, chanceBy } from '../levelling/chances.ts';
import type { PlanRow } from '../plan/planRows.ts';
import { isPlanned } from '../plan/planVisits.ts';
import { rhythmOf } from '../../model/facts/rhythm.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

export interface AwayAsked {
  siteId: string;
  /** The first and the last day without the keeper. */
  from: Day;
  to: Day;
  /** null: nobody comes. */
  helper: { everyDays: number; minutes: number } | null;
}
export interface AwayJob {
  row: PlanRow;
  answer: AwayAnswer;
  /** The chance of being due at the return, if nothing is done and if it is done on the last day before. */
  atReturn: number;
  ifDoneBefore: number | null;
  accepted: number;
}
export interface AwayStore {
  row: PlanRow;
  /** Days from full to empty; null: nobody has read it. */
  lastsDays: number | null;
  /** Days until somebody fills it again. */
  gapDays: number;
  /** The chance that it is empty at the return if it is not filled. */
  emptyAtReturn: number;
  outlasts: boolean;
  /** Whoever helps may fill it. */
  byHelper: boolean;
  /** As it stands it does not last until somebody fills it again, and a quarter more. */
  fill: boolean;
}
export interface AwayPlan {
  days: number;
  /** The last day on which somebody is there before. */
  lastDay: Day;
  jobs: AwayJob[];
  stores: AwayStore[];
  /** Stores of which nothing is known: how long they last was never read. */
  unread: { jobId: string; name: string }[];
  /** Minutes of that last visit; null: nobody said. */
  minutesThere: number | null;
  /** Minutes of all that is to be done before leaving. */
  beforeMin: number;
}

/** What an absence means for a place: what falls due, what runs out, who sees to it. */
export function awayPlan(evidence: Evidence, rows: readonly PlanRow[], asked: AwayAsked): AwayPlan {
  const { snapshot, definitionOf } = evidence;
  const here = rows.filter((row) => row.siteId === asked.siteId && isPlanned(row));
  const today = here[0]?.today ?? asked.from;
  const rhythm = rhythmOf(snapshot, asked.siteId);
  const lastDay = lastVisitBefore(rhythm, today, asked.from);
  const back = addDays(asked.to, 1);
  const days = daysBetween(lastDay, back);
  const { helper } = asked;
  const chanceOn = (row: PlanRow, day: Day): number => chanceBy(row)(daysBetween(today, day));
  const atReturn = (row: PlanRow): number => chanceOn(row, back);
  const helperMay = (row: PlanRow): boolean => {
    const job = snapshot.content('job', row.jobId);
    return (
      helper !== null && job !== undefined && isForHelper(definitionOf(job)) && row.minutes <= helper.minutes
    );
  };
  const jobs = here.flatMap((row): AwayJob[] => {
    const job = snapshot.content('job', row.jobId);
    // a fitting for the stirring-up comes with what stirs up
    if (!job || row.recommended === null || isStoreJob(row) || definitionOf(job).temporary) return [];
    const facts = {
      atReturn: atReturn(row),
      ifDoneBefore: chanceAgain(row)?.(days) ?? null,
      accepted: 1 / row.costRatio,
    };
    return [{ row, answer: awayAnswer({ ...facts, helperMay: helperMay(row) }), ...facts }];
  });
  const stores = here.filter(isStoreJob).map((row): AwayStore => {
    const lastsDays = row.life?.likely ?? null;
    // somebody who helps fills it again
    const byHelper = helperMay(row);
    const gapDays = helper && byHelper ? helper.everyDays : days;
    return {
      ...{ row, byHelper, lastsDays, gapDays, emptyAtReturn: atReturn(row) },
      outlasts: lastsDays !== null && outlasts(lastsDays, gapDays),
      fill: chanceOn(row, addDays(lastDay, Math.ceil(gapDays * STORE_MARGIN))) > 1 / row.costRatio,
    };
  });
  const planned = new Set(stores.map((store) => store.row.jobId));
  const unread = snapshot.all('job').flatMap(({ id, content }) => {
    const component = snapshot.content('component', content.componentId);
    const storeHere = component?.siteId === asked.siteId && component.status === 'running';
    const isUnread = storeHere && !planned.has(id) && isStoreJob(definitionOf(content));
    return isUnread ? [{ jobId: id, name: `${component.name}, ${definitionOf(content).action}` }] : [];
  });
  const before = [...jobs.filter((one) => one.answer === 'before'), ...stores.filter((one) => one.fill)];
  return {
    ...{
      days,
      lastDay,
      jobs: jobs.sort((a, b) => b.atReturn * b.row.costRatio - a.atReturn * a.row.costRatio),
      stores,
      unread,
    },
    minutesThere: rhythm?.minutes ?? null,
    beforeMin: before.reduce((sum, one) => sum + one.row.minutes, 0),
  };
}

/** Somebody is there on the last visit before; without a rhythm on the eve. */
function lastVisitBefore(rhythm: Parameters<typeof visitDays>[0], today: Day, from: Day): Day {
  const eve = addDays(from, -1);
  const least = eve < today ? today : eve;
  const visits = visitDays(rhythm, today, 60).filter((day) => day < from);
  return visits.at(-1) ?? least;
}
