import { endOfDay, type Day } from '../../core/time/day.ts';
import type { Stored } from '../../contract/records.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { minutesThere } from '../levelling/minutesThere.ts';
import { wishesOf, type Wishes } from '../levelling/wishes.ts';
import type { PlanRow } from '../plan/planRows.ts';
import { waitsFor } from '../plan/waitsFor.ts';
import { offerOf, type Waiting } from './offer.ts';
import { proposalOf, type Proposal } from './proposal.ts';

interface Asked {
  today: Day;
  /** One of its waters; null: the whole place. */
  systemId?: string | null;
  /** Jobs that somebody chose instead of what is due: these are theirs, whatever the minutes; null: nobody did. */
  given?: readonly string[] | null;
  /** The day somebody goes; null: the next visit. */
  on?: Day | null;
}
/** What a visit of a place takes up by itself, and what of it waits. */
export interface Offered {
  wishes: Wishes;
  /** Rows of the place or water, the most pressing first. */
  here: readonly PlanRow[];
  proposal: Proposal;
  /** There are at the visit; null: nobody said. */
  minutes: number | null;
  jobIds: readonly string[];
  waits: readonly Waiting[];
}

export function offeredVisit(
  evidence: Evidence,
  rows: readonly PlanRow[],
  site: Stored<'site'>,
  { today, systemId = null, given = null, on = null }: Asked,
): Offered {
  const wishes = wishesOf(evidence);
  const here = rows.filter(
    (row) => row.siteId === site.id && (systemId === null || row.systemIds.includes(systemId)),
  );
  const proposal = proposalOf(evidence, here, site.id, today, { given, wishes, on });
  const minutes = minutesThere(evidence.snapshot, site, today, proposal.day);
  const all = { jobIds: proposal.rows.map((row) => row.jobId), waits: [] };
  const waitFor = waitsFor(evidence, endOfDay(proposal.day, site.content.timeZone));
  const offer = given === null ? offerOf(evidence, proposal, { minutes, wishes, waitFor }) : all;
  return { wishes, here, proposal, minutes, ...offer };
}
