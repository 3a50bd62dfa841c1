import type { Stored } from '../../../contract/records.ts';
import { bringFor } from '../../../usecases/round/bring.ts';
import { buildRound } from '../../../usecases/round/build.ts';
import { namedOf } from '../../../usecases/round/named.ts';
import { played } from '../../../usecases/round/offer.ts';
import { leftOffIds } from '../../../usecases/round/offList.ts';
import { whileOpen } from '../../../usecases/round/whileOpen.ts';
import { movedBeyond } from '../../../usecases/levelling/wishes.ts';
import type { Step } from '../../../core/planning/round/step.ts';
import type { Day } from '../../../core/time/day.ts';
import { useNow, usePlan, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { todayIn } from '../../parts/dates.ts';
import { useKept } from '../../parts/useKept.ts';
import { useOffer } from './useOffer.ts';

/** What a person changed of the proposal; kept on the device until the round begins or is saved. */
interface Draft {
  /** null: what the offer lets wait. */
  dropped: readonly string[] | null;
  added: readonly string[];
  /** Jobs done without a look before. */
  whole: readonly string[];
  /** Steps in the person's own order; null: as proposed. */
  order: readonly string[] | null;
  /** null: the next visit. */
  day: Day | null;
  personId: string | null;
  /** Why it goes on with what it breaks. */
  reason: string;
}

/** Where a round is built: which place or water, which jobs somebody chose, or one that was made ahead. */
export interface BuiltFor {
  siteId: string;
  systemId: string | null;
  given: readonly string[] | null;
  saved: Stored<'round'> | null;
}

const draftOf = (saved: Stored<'round'> | null, personId: string | null, today: Day): Draft => ({
  ...{ dropped: null, added: [] },
  whole: saved ? saved.content.jobIds.filter((id) => !(saved.content.looks ?? []).includes(id)) : [],
  order: saved?.content.ownOrder ? saved.content.steps.map((step) => step.id) : null,
  day: saved ? (saved.content.day < today ? today : saved.content.day) : null,
  personId: saved ? saved.content.personId : personId,
  reason: saved?.content.overrides?.[0]?.reason ?? '',
});

/** A round while it is put together: what it takes up, in which order, and what speaks against it; null: no such place. */
export function useBuild({ siteId, systemId, given: chosenIds, saved }: BuiltFor) {
  const snapshot = useSnapshot();
  const plan = usePlan();
  const now = useNow();
  const person = usePersonHere();
  const site = snapshot.get('site', siteId);
  const zone = site?.content.timeZone ?? 'UTC';
  const today = todayIn(zone, now);
  const given = saved?.content.jobIds ?? chosenIds;
  const key = saved ? `build.${saved.id}` : `build.${siteId}.${systemId ?? ''}.${given?.join() ?? ''}`;
  const [draft, setDraft, forget, isTouched] = useKept<Draft>(key, draftOf(saved, person.id, today));
  const offer = useOffer(siteId, systemId, given?.join() ?? null, today, draft.day);
  if (!offer || !site) return null;
  const { evidence, wishes, here, proposal, waits: waiting } = offer;
  const { changePlan, before: after, day } = proposal;
  const byId = new Map(here.map((row) => [row.jobId, row]));
  const added = draft.added.flatMap((id) => byId.get(id) ?? []);
  const rows = [...new Set([...proposal.rows, ...added])];
  const dropped = draft.dropped ?? waiting.map(({ row }) => row.jobId);
  const chosen = rows.filter((row) => !dropped.includes(row.jobId)).map((row) => row.jobId);
  const looks = new Set([...proposal.looks].filter((id) => !draft.whole.includes(id)));
  const proposed = buildRound(evidence, chosen, changePlan, looks);
  const steps = inOwnOrder(proposed, draft.order);
  const leftOff = leftOffIds(snapshot, evidence.index);
  /** What a person moved from this visit to a later one. */
  const movedOn = here.flatMap((row) => {
    const to = rows.includes(row) ? null : movedBeyond(wishes, row.jobId, after);
    return to === null ? [] : [{ row, day: to }];
  });
  const play = played(snapshot, steps, plan, leftOff);
  const { breaches } = play;
  const change = (some: Partial<Draft>): void => setDraft({ ...draft, ...some });
  return {
    ...{ draft, change, forget, isTouched, evidence },
    /** Into the round, however it came to be out of it. */
    add: (jobId: string): void =>
      change({ dropped: dropped.filter((id) => id !== jobId), added: [...draft.added, jobId] }),
    drop: (jobId: string): void => change({ dropped: [...dropped, jobId] }),
    offered: (): void => change({ dropped: null }),
    everything: (): void => change({ dropped: [] }),
    ...play,
    ...{ movedOn, saved, site: site.content, zone, today, day, after },
    ...{ rows, dropped, chosen, looks, steps, changePlan },
    minutesThere: offer.minutes,
    /** What waits of the offer and was not taken up all the same. */
    waits: waiting.filter(({ row }) => dropped.includes(row.jobId)),
    alsoOpen: whileOpen(snapshot, here, steps, after),
    others: here.filter((row) => !rows.includes(row)),
    bring: bringFor(
      evidence,
      chosen.filter((id) => !looks.has(id)),
    ),
    named: namedOf(evidence, {
      ...{ steps, jobIds: chosen, looks, breaches, siteId, day, leftOff },
    }),
  };
}
export type Build = NonNullable<ReturnType<typeof useBuild>>;

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
