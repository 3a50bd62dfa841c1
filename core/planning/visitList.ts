import { addDays, type Day } from '../time/day.ts';
import { visitDays, type VisitRhythm } from './visits.ts';

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

const LOOK_MINUTES = 2;

/**
 * The next weeks by visit day: each job at the last visit on or before its recommended day, or at the first
 * visit there is; later turns follow from the visit before. Where there is no rhythm, days are their own visits.
 * A first form: it levels nothing and knows no minutes there are.
 * @param weeks how far ahead, 1 to 60
 */
export function visitList(
  jobs: readonly ListedJob[],
  rhythm: VisitRhythm | null,
  today: Day,
  weeks: number,
): Visit[] {
  const end = addDays(today, 7 * weeks);
  const days = rhythm ? visitDays(rhythm, today, weeks * 7).filter((day) => day <= end) : null;
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
      const day = visitFor(job.recommended, null, days, today);
      if (day !== null && day <= end)
        put(day, { jobId: job.jobId, look: true, turn: 0, due: job.recommended }, LOOK_MINUTES);
      after = day;
    }
    let due = job.isLook ? job.jobDay : job.recommended;
    for (let turn = 0; due !== null && due <= end; turn++) {
      const day = visitFor(due, after, days, today);
      if (day === null || day > end) break;
      put(day, { jobId: job.jobId, look: false, turn, due }, job.minutes);
      after = day;
      due = job.intervalDays === null ? null : addDays(day, Math.max(1, Math.floor(job.intervalDays)));
    }
  }
  return [...visits.values()].sort((a, b) => a.day.localeCompare(b.day));
}

/** The last visit on or before the due day, but after `after` and not before today; else the first that is left. */
function visitFor(due: Day, after: Day | null, days: readonly Day[] | null, today: Day): Day | null {
  if (days === null) {
    const earliest = after === null ? today : addDays(after, 1);
    return due < earliest ? earliest : due;
  }
  const open = days.filter((day) => after === null || day > after);
  return open.findLast((day) => day <= due) ?? open[0] ?? null;
}
