import { brokenBy, inOrder, type Broken } from '../../core/planning/round/order.ts';
import { stepsOf } from '../../core/planning/round/stepsOf.ts';
import { shutOrder, offDuringChange } from '../../core/catalogue/offDuringChange.ts';
import type { Off, RoundJob, Step } from '../../core/planning/round/step.ts';
import { timingOf, type Timing } from '../../core/planning/round/timing.ts';
import type { State } from '../../core/planning/states.ts';
import type { Day } from '../../core/time/day.ts';
import type { DefinitionOf } from '../facts/definition.ts';
import { placeOfJob } from '../facts/places.ts';
import type { PlanRow } from '../plan.ts';
import type { Snapshot } from '../snapshot.ts';

const never: ReadonlySet<State> = new Set<State>(['paused', 'held', 'left-off']);

/** The jobs that a visit on a day takes up by itself: due, and coming due before the visit after it. */
export function proposedJobs(rows: readonly PlanRow[], siteId: string, before: Day): PlanRow[] {
  return rows.filter(
    (row) =>
      row.siteId === siteId && !never.has(row.state) && row.recommended !== null && row.recommended < before,
  );
}

/** A job as a round takes it up; null where its place is gone. */
export function roundJobOf(snapshot: Snapshot, definitionOf: DefinitionOf, jobId: string): RoundJob | null {
  const job = snapshot.content('job', jobId);
  const place = job && placeOfJob(job, snapshot);
  if (!job || !place) return null;
  const definition = definitionOf(job);
  const component = place.component;
  const own = definition.shuts.map(({ what, provedBy }): Off => ({
    what: nameOff(place.unit?.content.name ?? place.thing, what),
    provedBy,
    componentId: place.unit?.id ?? null,
    kindId: place.unit?.content.kindId ?? null,
  }));
  return {
    ...{ jobId, systemIds: place.systemIds, kindId: job.kindId, work: definition.work },
    componentId: component?.id ?? null,
    unitId: place.unit?.id ?? null,
    thing: place.thing === place.systemName ? place.thing : `${place.thing}, ${place.systemName}`,
    action: definition.action,
    // what works by itself takes no hands
    minutes: Math.max(1, definition.minutes - (definition.waits?.minutes ?? 0)),
    wait: definition.waits ?? null,
    shuts: definition.work === 'change water' ? offForChange(snapshot, place.systemIds) : own,
    tests: definition.tests ?? null,
    biological: definition.biological ?? false,
    largeMechanical: definition.largeMechanical ?? false,
    newCharge: (definition.announces ?? []).includes('new-charge'),
    cautions: definition.cautions,
  };
}

/** "Return pump", or "Skimmer (air line)" where the thing and its unit are called differently. */
function nameOff(unit: string, what: string): string {
  const plain = what.replace(/^the /, '');
  return unit.toLowerCase().includes(plain.toLowerCase()) ? unit : `${unit} (${plain})`;
}

/** What must be off while the water is low, in the order of shutting down. */
function offForChange(snapshot: Snapshot, systemIds: readonly string[]): Off[] {
  return snapshot
    .all('component')
    .filter(
      ({ content }) =>
        content.status === 'running' &&
        content.parentId === null &&
        content.systemIds.some((id) => systemIds.includes(id)) &&
        shutOrder(content.kindId) !== null,
    )
    .sort((a, b) => (shutOrder(a.content.kindId) ?? 0) - (shutOrder(b.content.kindId) ?? 0))
    .map(({ id, content }) => ({
      what: content.name,
      provedBy: offDuringChange.find((one) => one.kindId === content.kindId)?.provedBy ?? 'seen running',
      componentId: id,
      kindId: content.kindId,
    }));
}

export interface BuiltRound {
  steps: Step[];
  timing: Timing;
  broken: Broken[];
  supplies: { name: string; amounts: string[] }[];
}

/**
 * The steps of a visit in a workable order. What several jobs would switch off is switched off once: by the first that
 * needs it, and comes on again when the last is done.
 * @param last systems that come last: quarantine, and what is suspect
 */
export function buildRound(
  snapshot: Snapshot,
  definitionOf: DefinitionOf,
  jobIds: readonly string[],
  last: ReadonlySet<string> = new Set(),
): BuiltRound {
  const jobs = jobIds.flatMap((id) => roundJobOf(snapshot, definitionOf, id) ?? []);
  const used = new Set(jobs.flatMap((job) => job.systemIds));
  const systems = snapshot
    .all('system')
    .filter((system) => used.has(system.id))
    .sort((a, b) => Number(last.has(a.id)) - Number(last.has(b.id)))
    .map(({ id, content }) => ({ id, name: content.name }));
  const steps = inOrder(
    stepsOf(jobs, systems),
    systems.map((one) => one.id),
  );
  return {
    steps,
    timing: timingOf(steps),
    broken: brokenBy(steps),
    supplies: suppliesOf(snapshot, definitionOf, jobIds),
  };
}

/** What to bring, each thing once, with the amounts of the jobs that use it. */
function suppliesOf(
  snapshot: Snapshot,
  definitionOf: DefinitionOf,
  jobIds: readonly string[],
): BuiltRound['supplies'] {
  const found = new Map<string, string[]>();
  for (const jobId of jobIds) {
    const job = snapshot.content('job', jobId);
    for (const { name, amount } of job ? definitionOf(job).supplies : [])
      found.set(name, [...(found.get(name) ?? []), amount]);
  }
  return [...found].map(([name, amounts]) => ({ name, amounts }));
}
