import { useMemo } from 'react';
import { brokenBy } from '../../../core/planning/round/order.ts';
import { timingOf } from '../../../core/planning/round/timing.ts';
import type { Step } from '../../../core/planning/round/step.ts';
import { visitDays } from '../../../core/planning/visits.ts';
import type { PlanRow } from '../../../contract/plan.ts';
import { visitsFor } from '../../../contract/levelling/visitsFor.ts';
import { movedBeyond, wishesOf } from '../../../contract/levelling/wishes.ts';
import { bringFor } from '../../../contract/round/bring.ts';
import { buildRound, changePlanFor, fittingsFor, proposedJobs } from '../../../contract/round/build.ts';
import { offOfRounds } from '../../../contract/round/offList.ts';
import { standbyConflicts } from '../../../contract/round/redundancy.ts';
import { biologicalConflicts } from '../../../contract/round/spacing.ts';
import { evidenceOf } from '../../../contract/water/testedWater.ts';
import { useNow, usePlan, useSnapshot } from '../../api/data.ts';
import { todayIn } from '../../parts/dates.ts';
import { rhythmOf } from '../../../contract/facts/rhythm.ts';
import { useKept } from '../../parts/useKept.ts';

/** The next visits, and a few more: one may have been moved far. */
const WEEKS = 5;

/** What a person changed of the proposal; kept on the device until the round begins. */
interface Draft {
  dropped: readonly string[];
  added: readonly string[];
  /** Steps in the person's own order; null: as proposed. */
  order: readonly string[] | null;
}
const asProposed: Draft = { dropped: [], added: [], order: null };

/** A round while it is put together: what it takes up, in which order, and what speaks against it. */
export function useBuild(siteId: string, systemId: string | null, given: readonly string[] | null) {
  const snapshot = useSnapshot();
  const plan = usePlan();
  const now = useNow();
  const site = snapshot.get('site', siteId);
  const zone = site?.content.timeZone ?? 'UTC';
  const today = todayIn(zone, now);
  const days = visitDays(rhythmOf(snapshot, siteId), today, 2);
  const next = days[0] ?? today;
  const after = days[1] ?? next;
  const key = `round.${siteId}.${systemId ?? ''}.${given?.join() ?? ''}`;
  const [draft, setDraft, forget] = useKept<Draft>(key, asProposed);
  const evidence = useMemo(() => evidenceOf(snapshot), [snapshot]);
  const wishes = useMemo(() => wishesOf(evidence), [evidence]);
  const isHere = (row: PlanRow): boolean =>
    row.siteId === siteId && (systemId === null || row.systemIds.includes(systemId));
  const here = plan.jobs.filter(isHere);
  const byId = new Map(here.map((row) => [row.jobId, row]));
  const changePlan = changePlanFor(snapshot, siteId, next);
  const isPlanned = (row: PlanRow): boolean =>
    row.work === 'change water' &&
    (changePlan?.content.systems.some((one) => row.systemIds.includes(one.systemId)) ?? false);
  // a change that was planned for the visit is part of it, due or not
  const due = given
    ? given.flatMap((id) => byId.get(id) ?? [])
    : [...new Set([...proposedJobs(here, siteId, after, wishes), ...here.filter(isPlanned)])];
  const fittings = fittingsFor(
    evidence,
    due.map((row) => row.jobId),
  ).flatMap((id) => byId.get(id) ?? []);
  const added = draft.added.flatMap((id) => byId.get(id) ?? []);
  const rows = [...new Set([...due, ...fittings, ...added])];
  const chosen = rows.filter((row) => !draft.dropped.includes(row.jobId)).map((row) => row.jobId);
  const proposed = buildRound(evidence, chosen, changePlan);
  const steps = inOwnOrder(proposed, draft.order);
  const leftOff = new Set(offOfRounds(snapshot, evidence.index).flatMap((off) => off.componentId ?? []));
  const visit = site && visitsFor(snapshot, site, today, WEEKS).visits.find((one) => one.day === next);
  const minutesThere = visit?.minutes ?? site?.content.visits?.minutes ?? null;
  /** What a person moved from this visit to a later one. */
  const movedOn = here.flatMap((row) => {
    const day = rows.includes(row) ? null : movedBeyond(wishes, row.jobId, after);
    return day === null ? [] : [{ row, day }];
  });
  /** What is most pressing stays, as far as the minutes go. */
  const keepTo = (minutes: number): void => {
    const ids = rows.map((row) => row.jobId);
    const fits = (count: number): boolean =>
      timingOf(buildRound(evidence, ids.slice(0, count), changePlan)).handsMin <= minutes;
    // the more jobs, the more minutes: halved until the last that fits is found
    let [low, high] = [0, ids.length];
    while (low < high) {
      const middle = Math.ceil((low + high) / 2);
      if (fits(middle)) low = middle;
      else high = middle - 1;
    }
    setDraft({ ...draft, dropped: ids.slice(low) });
  };
  return {
    ...{ minutesThere, keepTo, movedOn },
    ...{
      site: site?.content,
      zone,
      today,
      next,
      after,
      rows,
      chosen,
      steps,
      changePlan,
      draft,
      setDraft,
      forget,
    },
    others: here.filter((row) => !rows.includes(row)),
    timing: timingOf(steps),
    broken: draft.order ? brokenBy(steps) : [],
    bring: bringFor(evidence, chosen),
    biological: biologicalConflicts(evidence, chosen, today),
    standby: standbyConflicts(evidence, chosen, leftOff),
  };
}
export type Build = ReturnType<typeof useBuild>;

/** A person's order of the steps there are; steps that came since stand where the proposal has them. */
function inOwnOrder(proposed: readonly Step[], order: readonly string[] | null): readonly Step[] {
  if (!order) return proposed;
  const known = new Map(proposed.map((step) => [step.id, step]));
  const own = order.flatMap((id) => known.get(id) ?? []);
  const have = new Set(own.map((step) => step.id));
  for (const [at, step] of proposed.entries()) {
    if (have.has(step.id)) continue;
    // behind the step that comes before it in the proposal
    const before = proposed.slice(0, at).findLast((one) => have.has(one.id));
    own.splice(before ? own.indexOf(before) + 1 : 0, 0, step);
    have.add(step.id);
  }
  return own;
}
