import { addDays, type Day } from '../time/day.ts';

/** What the list needs of a planned job. */
export interface ListedJob {
  jobId: string;
  /** The next recommended day (a look's day where a look comes first). */
  recommended: Day | null;
  /** The job's own day where a look comes first. */
  jobDay: Day | null;
  isLook: boolean;
  /** Days from one service to the next, as recommended. */
  intervalDays: number | null;
  minutes: number;
}
export interface VisitEntry {
  jobId: string;
  look: boolean;
  /** 0 for the next time, 1 for the one after, … */
  turn: number;
  due: Day;
}
export interface Visit {
  day: Day;
  entries: VisitEntry[];
  minutes: number;
}

/** To look at one part, without the work that the look may call for. House default. */
export const LOOK_MINUTES = 2;

/**
 * Each job at the last visit on or before its recommended day, or at the first visit there is; later turns follow from the
 * visit before. It levels nothing and knows no minutes there are: what a levelled plan is measured against.
 * @param days visit days from today on, in order
 */
export function visitList(jobs: readonly ListedJob[], days: readonly Day[], end: Day): Visit[] {
  const visits = new Map<Day, Visit>();
  const put = (day: Day, entry: VisitEntry, minutes: number) => {
    const visit = visits.get(day) ?? { day, entries: [], minutes: 0 };
    visit.entries.push(entry);
    visit.minutes += minutes;
    visits.set(day, visit);
  };
  for (const job of jobs) {
    let after: Day | null = null;
    if (job.isLook && job.recommended) {
      const day = visitFor(job.recommended, null, days);
      if (day !== null && day <= end)
        put(day, { jobId: job.jobId, look: true, turn: 0, due: job.recommended }, LOOK_MINUTES);
      after = day;
    }
    let due = job.isLook ? job.jobDay : job.recommended;
    for (let turn = 0; due !== null && due <= end; turn++) {
      const day = visitFor(due, after, days);
      if (day === null || day > end) break;
      put(day, { jobId: job.jobId, look: false, turn, due }, job.minutes);
      after = day;
      due = job.intervalDays === null ? null : addDays(day, Math.max(1, Math.floor(job.intervalDays)));
    }
  }
  return [...visits.values()].sort((a, b) => a.day.localeCompare(b.day));
}

/** The last visit on or before the due day, but after `after`; else the first that is left. */
function visitFor(due: Day, after: Day | null, days: readonly Day[]): Day | null {
  const open = days.filter((day) => after === null || day > after);
  return open.findLast((day) => day <= due) ?? open[0] ?? null;
}
