import { outlasts, STORE_MARGIN } from '../../core/planning/away.ts';
import { addDays, dayOf, daysBetween, type Day, type Instant } from '../../core/time/day.ts';
import type { AwayAsked, AwayPlan } from '../away/awayPlan.ts';
import { systemsWithin, type Scope } from '../access/scope.ts';
import { placeOfJob } from '../../model/facts/places.ts';
import type { PlanRow } from '../plan/planRows.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import type { SheetTask } from '../../contract/sitter/schemas.ts';

export interface SheetView {
  id: string;
  siteId: string;
  place: string;
  zone: string;
  today: Day;
  from: Day;
  to: Day;
  helper: string | null;
  note: string;
  phones: { name: string; phone: string }[];
  doNotTouch: string;
  tasks: {
    id: string;
    text: string;
    system: string;
    /** How, line by line. */
    how: string[];
    days: { day: Day; doneBy: string | null }[];
    pictureIds: string[];
  }[];
}

/** A job that the absence gives to whoever helps, on days on which they come. */
export interface SheetProposal {
  row: PlanRow;
  everyDays: number;
  firstDay: Day;
}
type Asked = AwayAsked & { helper: NonNullable<AwayAsked['helper']> };

/** What an absence gives to whoever helps: its jobs for the helper, and the stores that they fill; nothing else. */
export function sheetProposal(
  { jobs, stores, lastDay }: AwayPlan,
  { from, to, helper: { everyDays: comes } }: Asked,
): SheetProposal[] {
  /** Rarer than they come, it falls on one of their days; never later than it is due. */
  const onTheirDays = (days: number): number => Math.max(1, Math.floor(days / comes)) * comes;
  const first = (due: Day | null): Day =>
    due === null || due <= from ? from : addDays(from, Math.floor(daysBetween(from, due) / comes) * comes);
  return [
    ...jobs
      .filter(({ answer }) => answer === 'helper')
      .map(({ row }) => ({
        ...{ row, everyDays: onTheirDays(row.intervalDays ?? comes) },
        firstDay: first(row.recommended),
      })),
    ...stores.flatMap(({ row, byHelper, lastsDays }): SheetProposal[] => {
      if (!byHelper || (lastsDays !== null && outlasts(lastsDays, daysBetween(lastDay, to) + 1))) return [];
      const everyDays = lastsDays === null ? comes : onTheirDays(lastsDays / STORE_MARGIN);
      return [{ row, everyDays, firstDay: first(addDays(lastDay, everyDays)) }];
    }),
  ].filter(({ firstDay }) => firstDay <= to);
}

/** The days of a task within its sheet. */
export function daysOfTask({ everyDays, firstDay }: SheetTask, from: Day, to: Day): Day[] {
  const begins = firstDay && firstDay > from ? firstDay : from;
  const count = begins > to ? 0 : Math.floor(daysBetween(begins, to) / everyDays) + 1;
  return Array.from({ length: count }, (_, i) => addDays(begins, i * everyDays));
}

/** Sheets that may be read, by whoever may know of their place: those that have not ended long ago. */
export function sheetsFor(evidence: Evidence, scope: Scope, now: Instant, id: string | null): SheetView[] {
  const { snapshot, index, definitionOf } = evidence;
  const within = new Set(systemsWithin(snapshot, scope));
  return snapshot.all('sitter-sheet').flatMap((sheet): SheetView[] => {
    const { content } = sheet;
    const site = snapshot.content('site', content.siteId);
    const here = snapshot.all('system').filter((system) => system.content.siteId === content.siteId);
    if (!site || (id !== null && sheet.id !== id) || !here.some((system) => within.has(system.id))) return [];
    const today = dayOf(now, site.timeZone);
    const ticks = snapshot.all('sheet-tick').filter((tick) => tick.content.sheetId === sheet.id);
    return [
      {
        ...{ id: sheet.id, siteId: content.siteId, place: site.name, zone: site.timeZone, today },
        ...{ from: content.from, to: content.to, note: content.note },
        helper: snapshot.content('person', content.helperId)?.name ?? null,
        phones: site.sitter?.phones ?? [],
        doNotTouch: site.sitter?.doNotTouch ?? '',
        tasks: content.tasks.flatMap((task) => {
          const job = snapshot.content('job', task.jobId);
          const place = job && placeOfJob(job, snapshot);
          // a task about water that the reader may not know of is not theirs
          if (place && !place.systemIds.some((one) => within.has(one))) return [];
          return [
            {
              ...{ id: task.id, text: task.text, system: place?.systemName ?? '' },
              how: job ? [...definitionOf(job).procedure] : [],
              days: daysOfTask(task, content.from, content.to).map((one) => {
                const tick = ticks.find(({ content: done }) => done.taskId === task.id && done.day === one);
                return {
                  day: one,
                  doneBy: tick ? (snapshot.content('person', tick.content.whoId)?.name ?? 'done') : null,
                };
              }),
              pictureIds:
                task.jobId === null
                  ? []
                  : (index
                      .on('servicesOfJob', task.jobId)
                      .filter((service) => service.content.pictureIds.length > 0)
                      .at(-1)?.content.pictureIds ?? []),
            },
          ];
        }),
      },
    ];
  });
}
