import { MAKE_AND_MIX } from '../../core/catalogue/systemJobs.ts';
import { addDays, dayOf, MS_PER_DAY, startOfDay, type Day, type Instant } from '../../core/time/day.ts';
import type { SitesAtHand } from '../atHand.ts';
import type { PlanRow } from '../plan/planRows.ts';
import { changeJobsOf } from '../../model/water/changeJobs.ts';
import { makeUpView, VISIT_HOUR, type NextWater } from './makeUpView.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

/** A step to begin ahead of a visit. */
export interface LeadStep {
  jobId: string;
  siteId: string;
  zone: string;
  forDay: Day;
  what: string;
  /** When to begin so that it is ready. */
  startBy: Instant;
  /** Water to be made, where that is the step. */
  water: { unit: string; unitId: string; next: NextWater; blocked: string | null } | null;
  /** The job it is for. */
  thing: string;
  started: { recordId: string; at: Instant } | null;
}
const HOUR_MS = MS_PER_DAY / 24;
/** Less than this is not worth a reminder, L. */
const WORTH_L = 2;
/** A step is shown from the day before it must begin. */
const AHEAD_DAYS = 1;

/**
 * Steps of the next visits that are to begin now or by tomorrow: water by what is asked for and what the unit makes an
 * hour, everything else as its job says.
 */
export function leadSteps(
  evidence: Evidence,
  all: readonly PlanRow[],
  now: Instant,
  held: SitesAtHand = null,
): LeadStep[] {
  const { snapshot, definitionOf } = evidence;
  const isHeld = (siteId: string): boolean => held === null || held.has(siteId);
  const rows = all.filter(({ siteId }) => isHeld(siteId));
  const byJob = new Map(rows.map((row) => [row.jobId, row]));
  const dueBy = (jobId: string, day: Day): boolean => {
    const row = byJob.get(jobId);
    return (
      row?.recommended !== null &&
      row?.recommended !== undefined &&
      row.recommended <= day &&
      row.state !== 'paused' &&
      row.state !== 'held'
    );
  };
  const keyOf = (jobId: string, forDay: Day, what: string): string => `${jobId} ${forDay} ${what}`;
  const started = new Map(
    snapshot
      .all('lead')
      .map((lead) => [keyOf(lead.content.jobId, lead.content.forDay, lead.content.what), lead]),
  );
  const startedOf = (jobId: string, forDay: Day, what: string): LeadStep['started'] => {
    const lead = started.get(keyOf(jobId, forDay, what));
    return lead ? { recordId: lead.id, at: Date.parse(lead.content.startedAt) } : null;
  };
  const steps: LeadStep[] = [];
  const watered = new Set<string>();
  for (const site of snapshot.all('site')) {
    if (!isHeld(site.id)) continue;
    const view = makeUpView(evidence, site.id, now, dueBy);
    for (const unit of view.units) {
      const { next } = unit;
      if (!next) continue;
      // every system's change is spoken for, whether or not there is anything left to make
      for (const { systemId } of next.asked) watered.add(`${systemId} ${next.visit}`);
      const first = next.asked[0];
      const job = first && changeJobsOf(evidence, first.systemId)[0];
      if (!job || !next.batch || next.batch.litres + next.batch.mixL < WORTH_L) continue;
      const what = MAKE_AND_MIX;
      steps.push({
        jobId: job.id,
        siteId: site.id,
        zone: view.zone,
        forDay: next.visit,
        what,
        startBy: next.batch.startBy,
        water: {
          unit: unit.name,
          unitId: unit.componentId,
          next,
          blocked: unit.outOfUse ? unit.outOfUse.kind : null,
        },
        thing: unit.name,
        started: startedOf(job.id, next.visit, what),
      });
    }
  }
  for (const row of rows) {
    if (row.nextVisit === null || !dueBy(row.jobId, row.nextVisit)) continue;
    const job = snapshot.content('job', row.jobId);
    if (!job) continue;
    const isMade = row.systemIds.some((id) => watered.has(`${id} ${row.nextVisit ?? ''}`));
    const zone = snapshot.content('site', row.siteId)?.timeZone ?? 'UTC';
    for (const lead of definitionOf(job).leadSteps) {
      // said above, with its litres
      if (isMade && lead.what === MAKE_AND_MIX) continue;
      steps.push({
        jobId: row.jobId,
        siteId: row.siteId,
        zone,
        forDay: row.nextVisit,
        what: lead.what,
        startBy: startOfDay(row.nextVisit, zone) + VISIT_HOUR * HOUR_MS - lead.hoursBefore * HOUR_MS,
        water: null,
        thing: row.target,
        started: startedOf(row.jobId, row.nextVisit, lead.what),
      });
    }
  }
  return steps
    .filter(
      (step) =>
        addDays(dayOf(step.startBy, step.zone), -AHEAD_DAYS) <= dayOf(now, step.zone) &&
        step.forDay >= dayOf(now, step.zone),
    )
    .sort((a, b) => a.startBy - b.startBy || a.jobId.localeCompare(b.jobId));
}
