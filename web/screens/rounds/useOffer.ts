import { useMemo } from 'react';
import type { Day } from '../../../core/time/day.ts';
import { evidenceOf } from '../../../model/water/testedWater.ts';
import { minutesThere } from '../../../usecases/levelling/minutesThere.ts';
import { wishesOf } from '../../../usecases/levelling/wishes.ts';
import { offerOf } from '../../../usecases/round/offer.ts';
import { proposalOf } from '../../../usecases/round/proposal.ts';
import { usePlan, useSnapshot } from '../../api/data.ts';

/**
 * What the next visit of a place, or of one of its systems, takes up by itself, and what of it waits.
 * @param givenIds jobs that somebody chose instead, joined by commas: these are theirs, whatever the minutes
 */
export function useOffer(siteId: string, systemId: string | null, givenIds: string | null, today: Day) {
  const snapshot = useSnapshot();
  const plan = usePlan();
  return useMemo(() => {
    const evidence = evidenceOf(snapshot);
    const wishes = wishesOf(evidence);
    const here = plan.jobs.filter(
      (row) => row.siteId === siteId && (systemId === null || row.systemIds.includes(systemId)),
    );
    const given = givenIds?.split(',') ?? null;
    const proposal = proposalOf(evidence, here, siteId, today, { given, wishes });
    const next = proposal.next ?? today;
    const site = snapshot.get('site', siteId);
    const minutes = site ? minutesThere(snapshot, site, today, next) : null;
    const offer = given === null ? offerOf(evidence, proposal, { minutes, day: next, wishes }) : null;
    return { evidence, wishes, here, proposal, next, minutes, waits: offer?.waits ?? [] };
  }, [snapshot, plan, siteId, systemId, givenIds, today]);
}
