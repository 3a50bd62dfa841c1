import { brokenBy } from '../../../core/planning/round/order.ts';
import type { Step } from '../../../core/planning/round/step.ts';
import { movedBeyond } from '../../../usecases/levelling/wishes.ts';
import { bringFor } from '../../../usecases/round/bring.ts';
import { buildRound } from '../../../usecases/round/build.ts';
import { played } from '../../../usecases/round/offer.ts';
import { leftOffIds } from '../../../usecases/round/offList.ts';
import { whileOpen } from '../../../usecases/round/whileOpen.ts';
import { standbyConflicts } from '../../../usecases/round/redundancy.ts';
import { biologicalConflicts } from '../../../usecases/round/spacing.ts';
import { useNow, usePlan, useSnapshot } from '../../api/data.ts';
import { todayIn } from '../../parts/dates.ts';
import { useKept } from '../../parts/useKept.ts';

import { useOffer } from './useOffer.ts';

/** What a person changed of the proposal; kept on the device until the round begins. */
interface Draft {
  /** null: what the offer lets wait. */
  dropped: readonly string[] | null;
  added: readonly string[];
  /** Steps in the person's own order; null: as proposed. */
  order: readonly string[] | null;
}
const asProposed: Draft = { dropped: null, added: [], order: null };

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
  const offer = useOffer(siteId, systemId, given?.join() ?? null, today);
  const { evidence, wishes, here, proposal, next, waits: waiting } = offer;
  const { changePlan, before: after } = proposal;
  const byId = new Map(here.map((row) => [row.jobId, row]));
  const added = draft.added.flatMap((id) => byId.get(id) ?? []);
  const rows = [...new Set([...proposal.rows, ...added])];
  const dropped = draft.dropped ?? waiting.map(({ row }) => row.jobId);
  const chosen = rows.filter((row) => !dropped.includes(row.jobId)).map((row) => row.jobId);
  const proposed = buildRound(evidence, chosen, changePlan);
  const steps = inOwnOrder(proposed, draft.order);
  const leftOff = leftOffIds(snapshot, evidence.index);
  /** What a person moved from this visit to a later one. */
  const movedOn = here.flatMap((row) => {
    const day = rows.includes(row) ? null : movedBeyond(wishes, row.jobId, after);
    return day === null ? [] : [{ row, day }];
  });
  const offered = (): void => setDraft({ ...draft, dropped: null });
  const everything = (): void => setDraft({ ...draft, dropped: [] });
  const { timing, plant, still, breaches } = played(snapshot, steps, plan.waters, leftOff);
  return {
    ...{ offered, everything, movedOn, timing, plant, still, breaches },
    minutesThere: offer.minutes,
    /** What waits of the offer and was not taken up all the same. */
    waits: waiting.filter(({ row }) => dropped.includes(row.jobId)),
    ...{
      dropped,
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
    alsoOpen: whileOpen(snapshot, here, steps, after),
    others: here.filter((row) => !rows.includes(row)),
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
