import { useMemo } from 'react';
import { brokenBy } from '../../../core/planning/round/order.ts';
import { keptWithin } from '../../../core/planning/round/keptWithin.ts';
import { timingOf } from '../../../core/planning/round/timing.ts';
import type { Step } from '../../../core/planning/round/step.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import { minutesThere } from '../../../usecases/levelling/minutesThere.ts';
import { movedBeyond, wantedBefore, wishesOf } from '../../../usecases/levelling/wishes.ts';
import { bringFor } from '../../../usecases/round/bring.ts';
import { buildRound } from '../../../usecases/round/build.ts';
import { offOfRounds } from '../../../usecases/round/offList.ts';
import { proposalOf } from '../../../usecases/round/proposal.ts';
import { standbyConflicts } from '../../../usecases/round/redundancy.ts';
import { biologicalConflicts } from '../../../usecases/round/spacing.ts';
import { evidenceOf } from '../../../model/water/testedWater.ts';
import { useNow, usePlan, useSnapshot } from '../../api/data.ts';
import { todayIn } from '../../parts/dates.ts';
import { useKept } from '../../parts/useKept.ts';

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
  const key = `round.${siteId}.${systemId ?? ''}.${given?.join() ?? ''}`;
  const [draft, setDraft, forget] = useKept<Draft>(key, asProposed);
  const evidence = useMemo(() => evidenceOf(snapshot), [snapshot]);
  const wishes = useMemo(() => wishesOf(evidence), [evidence]);
  const here = plan.jobs.filter(
    (row) => row.siteId === siteId && (systemId === null || row.systemIds.includes(systemId)),
  );
  const proposal = proposalOf(evidence, here, siteId, today, { given, wishes });
  const { changePlan, before: after } = proposal;
  const next = proposal.next ?? today;
  const byId = new Map(here.map((row) => [row.jobId, row]));
  const added = draft.added.flatMap((id) => byId.get(id) ?? []);
  const rows = [...new Set([...proposal.rows, ...added])];
  const chosen = rows.filter((row) => !draft.dropped.includes(row.jobId)).map((row) => row.jobId);
  const proposed = buildRound(evidence, chosen, changePlan);
  const steps = inOwnOrder(proposed, draft.order);
  const leftOff = new Set(offOfRounds(snapshot, evidence.index).flatMap((off) => off.componentId ?? []));
  /** What a person moved from this visit to a later one. */
  const movedOn = here.flatMap((row) => {
    const day = rows.includes(row) ? null : movedBeyond(wishes, row.jobId, after);
    return day === null ? [] : [{ row, day }];
  });
  /** What somebody wanted at this visit stays, then what is most pressing, as far as the minutes go. */
  const keepTo = (minutes: number): void => {
    const isWanted = (row: PlanRow): boolean => wantedBefore(wishes, row.jobId, after);
    const inOrder = [...rows.filter(isWanted), ...rows.filter((row) => !isWanted(row))];
    const ids = inOrder.map((row) => row.jobId);
    const fits = (some: readonly string[]): boolean =>
      timingOf(buildRound(evidence, some, changePlan)).handsMin <= minutes;
    const kept = keptWithin(ids, fits);
    setDraft({ ...draft, dropped: ids.filter((id) => !kept.includes(id)) });
  };
  return {
    ...{ keepTo, movedOn },
    minutesThere: site ? minutesThere(snapshot, site, today, next) : null,
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
