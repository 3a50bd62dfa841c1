import type { State } from '../core/planning/states.ts';
import type { Snapshot } from '../model/snapshot.ts';
import { groupBy } from '../model/snapshot.ts';
import type { Plan } from './plan/planRows.ts';

/** A place as whoever chooses among many sees it. */
export interface PlaceOverview {
  siteId: string;
  name: string;
  /** Whose place it is, where somebody else keeps it. */
  client: string | null;
  systems: number;
  jobs: number;
  /** Jobs that need hands or eyes now. */
  now: number;
  /** Jobs that come up until the next visit, or soon. */
  comingUp: number;
  /** Systems with something in the water that kills, and those with a test out of its band. */
  dangers: number;
  outOfBand: number;
}

const nowStates: ReadonlySet<State> = new Set<State>([
  ...(['left-off', 'past-window', 'in-window', 'time-to-do', 'look-first'] as const),
]);

/** All places, those with the most to do first. */
export function placesOverview(
  snapshot: Snapshot,
  plan: Pick<Plan, 'jobs' | 'dangers' | 'outOfBand'>,
): PlaceOverview[] {
  const rows = groupBy(plan.jobs, ({ siteId }) => siteId);
  const systems = groupBy(snapshot.all('system'), ({ content }) => content.siteId);
  const systemsAt = (siteId: string, some: readonly { systemId: string }[]): number => {
    const here = new Set(systems.get(siteId)?.map(({ id }) => id));
    return new Set(some.map(({ systemId }) => systemId).filter((id) => here.has(id))).size;
  };
  return snapshot
    .all('site')
    .map(({ id, content }): PlaceOverview => {
      const here = rows.get(id) ?? [];
      return {
        siteId: id,
        name: content.name,
        client: content.client?.name || null,
        systems: systems.get(id)?.length ?? 0,
        jobs: here.length,
        now: here.filter(({ state }) => nowStates.has(state)).length,
        comingUp: here.filter(({ state }) => state === 'coming-up').length,
        dangers: systemsAt(id, plan.dangers),
        outOfBand: systemsAt(id, plan.outOfBand),
      };
    })
    .sort((a, b) => b.dangers - a.dangers || b.now - a.now || a.name.localeCompare(b.name));
}
