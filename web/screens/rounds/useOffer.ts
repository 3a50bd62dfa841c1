import { useMemo } from 'react';
import type { Day } from '../../../core/time/day.ts';
import { evidenceHere } from '../../api/evidence.ts';
import { offeredVisit } from '../../../usecases/round/offered.ts';
import { usePlan, useSnapshot } from '../../api/data.ts';

/**
 * What the next visit of a place, or of one of its systems, takes up by itself, and what of it waits.
 * @param givenIds jobs that somebody chose instead, joined by commas: these are theirs, whatever the minutes
 */
export function useOffer(
  siteId: string,
  systemId: string | null,
  givenIds: string | null,
  today: Day,
  on: Day | null,
) {
  const snapshot = useSnapshot();
  const plan = usePlan();
  return useMemo(() => {
    const evidence = evidenceHere(snapshot);
    const site = snapshot.get('site', siteId);
    const given = givenIds?.split(',').filter((id) => id !== '') ?? null;
    return site
      ? { evidence, ...offeredVisit(evidence, plan.jobs, site, { today, systemId, given, on }) }
      : null;
  }, [snapshot, plan, siteId, systemId, givenIds, today, on]);
}
