import { findKind } from '../../core/catalogue/index.ts';
import { inOrder } from '../../core/planning/round/order.ts';
import { standings, type RoundJob, type Step } from '../../core/planning/round/step.ts';
import { stepsOf, type Visited } from '../../core/planning/round/stepsOf.ts';
import type { State } from '../../core/planning/states.ts';
import type { Day } from '../../core/time/day.ts';
import { ownKindsOf } from '../../model/facts/definition.ts';
import { handsTaken } from '../../model/facts/handsThere.ts';
import { handsMinutes, minutesOf } from '../../model/facts/minutes.ts';
import { worksLike } from '../../model/facts/worksLike.ts';
import { placeOfJob } from '../../model/facts/places.ts';
import { movedBeyond, wantedBefore, type Wishes } from '../levelling/wishes.ts';
import type { PlanRow } from '../plan/planRows.ts';
import type { Stored } from '../../contract/records.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { openPlansOf } from '../water/changeDone.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { upheavalOf } from './carriers.ts';
import { inTurnOf } from './redundancy.ts';
import { shutsOf } from './shuts.ts';

const never: ReadonlySet<State> = new Set<State>(['paused', 'held', 'left-off']);

/**
 * The jobs that a visit on a day takes up by itself: due, coming due before the visit after it, or wanted there by a
 * person; not what a person moved to a later one.
 * @param before the day of the visit after it
 */
export function proposedJobs(
  rows: readonly PlanRow[],
  siteId: string,
  before: Day,
  wishes: Wishes = new Map(),
): PlanRow[] {
  return rows.filter((row) => {
    if (row.siteId !== siteId || never.has(row.state) || row.recommended === null) return false;
    if (movedBeyond(wishes, row.jobId, before) !== null) return false;
    return row.recommended < before || wantedBefore(wishes, row.jobId, before);
  });
}

/** The change of water planned for the visit of a day, or the last one before it that nobody has done. */
export function changePlanFor(snapshot: Snapshot, siteId: string, day: Day): Stored<'change-plan'> | null {
  const [plan = null] = openPlansOf(snapshot, siteId)
    .filter(({ content }) => content.day <= day)
    .sort((a, b) => b.content.day.localeCompare(a.content.day));
  return plan;
}

/** A job as a round takes it up; null where its place is gone. */
export function roundJobOf(
  { snapshot, index, definitionOf }: Evidence,
  jobId: string,
  plan: Stored<'change-plan'> | null = null,
  lookOnly = false,
): RoundJob | null {
  const job = snapshot.content('job', jobId);
  const place = job && placeOfJob(job, snapshot);
  if (!job || !place) return null;
  const definition = definitionOf(job);
  const component = place.component;
  const upheaval = upheavalOf({ snapshot, definitionOf }, job);
  const people = handsTaken(definition, snapshot.content('site', place.siteId));
  const planned =
    definition.work === 'change water'
      ? plan?.content.systems.find((one) => place.systemIds.includes(one.systemId))
      : undefined;
  return {
    ...{ jobId, systemIds: place.systemIds, kindId: worksLike(snapshot)(job.kindId), work: definition.work },
    componentId: component?.id ?? null,
    unitId: place.unit?.id ?? null,
    thing: place.thing === place.systemName ? place.thing : `${place.thing}, ${place.systemName}`,
    action: definition.action,
    ...(people > 1 ? { people } : {}),
    minutes: handsMinutes(minutesOf(index, jobId, definition.minutes), definition),
    wait: definition.waits ?? null,
    temporary: definition.temporary ?? null,
    shuts: shutsOf(snapshot, definition, place, planned),
    inWater: findKind(job.kindId, ownKindsOf(snapshot))?.place !== 'make-up',
    litres: planned?.litres ?? null,
    tests: definition.tests ?? null,
    biological: upheaval.biological,
    largeMechanical: upheaval.largeMechanical,
    newCharge: (definition.announces ?? []).includes('new-charge'),
    cautions: definition.cautions,
    baths: definition.handles ?? [],
    lookOnly,
  };
}

/** Fittings that go in while dirt is stirred up, of the waters in which these jobs stir it. */
export function fittingsFor({ snapshot, definitionOf }: Evidence, jobIds: readonly string[]): string[] {
  const chosen = new Set(jobIds);
  const stirred = new Set(
    jobIds.flatMap((jobId) => {
      const job = snapshot.content('job', jobId);
      return job && (definitionOf(job).announces ?? []).includes('stirred-up')
        ? (placeOfJob(job, snapshot)?.systemIds ?? [])
        : [];
    }),
  );
  return snapshot.all('job').flatMap(({ id, content }) => {
    if (chosen.has(id) || !definitionOf(content).temporary) return [];
    const place = placeOfJob(content, snapshot);
    return place?.component?.content.status === 'running' && place.systemIds.some((one) => stirred.has(one))
      ? [id]
      : [];
  });
}

/**
 * The steps of a visit in a workable order. What several jobs would switch off is switched off once: by the first that
 * needs it, and comes on again when the last is done. Clean water comes before suspect water, quarantine last.
 * @param looks of the jobs, those that are only looked at
 */
export function buildRound(
  evidence: Evidence,
  jobIds: readonly string[],
  plan: Stored<'change-plan'> | null = null,
  looks: ReadonlySet<string> = new Set(),
): Step[] {
  const jobs = jobIds.flatMap((id) => roundJobOf(evidence, id, plan, looks.has(id)) ?? []);
  const used = new Set(jobs.flatMap((job) => job.systemIds));
  const sets = inTurnOf(evidence.snapshot, used);
  const inTurn = (job: RoundJob): RoundJob => ({
    ...job,
    shuts: job.shuts.map((off) => {
      const oneOf = sets.get(off.componentId ?? '');
      return oneOf ? { ...off, oneOf } : off;
    }),
  });
  const systems = evidence.snapshot
    .all('system')
    .filter((system) => used.has(system.id))
    .map(({ id, content }): Visited => ({ id, name: content.name, standing: content.standing ?? 'clean' }))
    .sort((a, b) => standings.indexOf(a.standing) - standings.indexOf(b.standing));
  return inOrder(
    stepsOf(jobs.map(inTurn), systems),
    systems.map((one) => one.id),
  );
}
