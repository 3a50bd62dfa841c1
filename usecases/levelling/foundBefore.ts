import { iterationsFor } from '../../core/planning/levelling/level.ts';
import type { Placement } from '../../core/planning/levelling/instance.ts';
import { jobsIn, levelAll } from './levelPlan.ts';
import type { PlaceInstance } from './placeInstance.ts';
import { searchKey } from './searchKey.ts';

/** The last plan of each place: a place is searched again only when what it stands on has changed. */
export class FoundBefore {
  private readonly bySite = new Map<string, { key: string; placement: Placement }>();

  /**
   * The plans of some places of all, those that are known and those that are searched now.
   * @param sites of the places that are asked for; null: all
   * @returns the placements in the order of the places asked for, once it has run to its end
   */
  *search(
    all: readonly PlaceInstance[],
    sites: ReadonlySet<string> | null,
  ): Generator<number, { places: PlaceInstance[]; placements: Placement[] }> {
    const jobsOfAll = jobsIn(all);
    const places = all.filter(({ site }) => sites === null || sites.has(site.id));
    const placements: Placement[] = [];
    for (const place of places) {
      const steps = iterationsFor(place.instance.jobs.length, jobsOfAll);
      const key = `${steps} ${searchKey(place.instance)}`;
      let known = this.bySite.get(place.site.id);
      if (known?.key !== key) {
        const [placement = []] = yield* levelAll([place], jobsOfAll);
        known = { key, placement };
        this.bySite.set(place.site.id, known);
      }
      placements.push(known.placement);
    }
    return { places, placements };
  }
}
