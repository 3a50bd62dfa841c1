import type { Stored } from '../../contract/records.ts';
import { foldRound } from '../../model/round/fold.ts';
import type { Snapshot } from '../../model/snapshot.ts';

/**
 * The services that carried a plan of changes out: those its own screen logged, and those of the rounds that took it
 * up. Of a round they are read from its actions. Nothing is written to the plan from a round: two people who change the
 * water of two systems, or one with quick hands, would otherwise meet in one record.
 */
export function servicesOfPlan(snapshot: Snapshot, { id, content }: Stored<'change-plan'>): string[] {
  const systemIds = new Set(content.systems.map((one) => one.systemId));
  const ofRounds = snapshot
    .all('round')
    .filter((round) => round.content.changePlanId === id)
    .flatMap((round) => {
      const actions = snapshot.all('round-action').filter((one) => one.content.roundId === round.id);
      const { services } = foldRound(round.content, actions);
      return round.content.steps
        .filter((step) => step.work === 'change water' && step.systemIds.some((one) => systemIds.has(one)))
        .flatMap((step) => services.get(step.id) ?? []);
    })
    // taken back, it was not done
    .filter((serviceId) => snapshot.get('service', serviceId));
  return [...new Set([...content.serviceIds, ...ofRounds])];
}
const isOpen = (snapshot: Snapshot, plan: Stored<'change-plan'>): boolean =>
  servicesOfPlan(snapshot, plan).length === 0;
/** Plans of which nothing was done yet. */
export const openPlans = (snapshot: Snapshot): Stored<'change-plan'>[] =>
  snapshot.all('change-plan').filter((plan) => isOpen(snapshot, plan));
/** Those of a place, the next first. */
export const openPlansOf = (snapshot: Snapshot, siteId: string): Stored<'change-plan'>[] =>
  snapshot
    .all('change-plan')
    .filter((plan) => plan.content.siteId === siteId && isOpen(snapshot, plan))
    .sort((a, b) => a.content.day.localeCompare(b.content.day));
