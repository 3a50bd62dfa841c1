import type { PlantStore } from '../../core/planning/round/plant.ts';
import type { Instant } from '../../core/time/day.ts';
import type { Store } from '../../core/water/change/types.ts';
import type { Stored } from '../../contract/records.ts';
import { outOfUseNow, type OutOfUse } from '../../model/facts/outOfUse.ts';
import { groupBy, type Snapshot } from '../../model/snapshot.ts';
import { incomingWater, sourcesOf, type WaterSource } from '../../model/water/incomingWater.ts';
import { readingsOn } from '../../model/water/readings.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

export interface StoreFacts extends Omit<Store, 'presentL'> {
  capacityL: number;
  systemIds: readonly string[];
  /** Last read, and when; null: never. */
  presentL: number | null;
  presentAt: Instant | null;
  outOfUse: OutOfUse | null;
}

/** What all places of a house have in common for their stores, read once for all of them. */
export interface HouseStores {
  /** What holds water, by place. */
  holding: ReadonlyMap<string, Stored<'component'>[]>;
  sources: ReadonlyMap<string, readonly WaterSource[]>;
  outOfUse: (at: Instant) => ReadonlyMap<string, OutOfUse>;
}
export function houseStoresOf(snapshot: Snapshot): HouseStores {
  const out = new Map<Instant, ReadonlyMap<string, OutOfUse>>();
  return {
    holding: groupBy(
      snapshot.all('component').filter(({ content }) => content.holds && content.status !== 'removed'),
      ({ content }) => content.siteId,
    ),
    sources: sourcesOf(snapshot),
    outOfUse: (at) => {
      const known = out.get(at) ?? outOfUseNow(snapshot, at);
      out.set(at, known);
      return known;
    },
  };
}

/** The drums and containers of a place, with what was last read in them. */
export function storesOf(
  { snapshot, index }: Pick<Evidence, 'snapshot' | 'index'>,
  siteId: string,
  zone: string,
  at: Instant,
  house = houseStoresOf(snapshot),
): StoreFacts[] {
  return (house.holding.get(siteId) ?? []).flatMap(({ id, content }): StoreFacts[] => {
    const { holds, name, systemIds } = content;
    if (!holds) return [];
    // what the unit that fills it makes is in it, unless it was tested here since
    const makers = systemIds
      .flatMap((systemId) => house.sources.get(systemId) ?? [])
      .filter(({ makes }) => makes);
    const level = readingsOn(index, id, { measure: 'litres-left' }, zone, at).at(-1);
    return [
      {
        id,
        name,
        systemIds,
        holds: holds.water,
        capacityL: holds.capacityL,
        unusableL: holds.unusableL,
        presentL: level ? Math.min(level.value, holds.capacityL) : null,
        presentAt: level?.at ?? null,
        values: Object.fromEntries(
          [...incomingWater(index, [{ componentId: id, makes: false }, ...makers], zone, at)].map(
            ([parameter, { value }]) => [parameter, value],
          ),
        ),
        outOfUse: house.outOfUse(at).get(id) ?? null,
      },
    ];
  });
}

/** What of them stands ready, down to what their pumps cannot reach. */
export const storesReady = (...asked: Parameters<typeof storesOf>): PlantStore[] =>
  storesOf(...asked)
    .filter(({ outOfUse }) => outOfUse === null)
    .map(({ id, name, systemIds, holds, presentL, unusableL }) => ({
      ...{ componentId: id, name, systemIds, holds },
      usableL: presentL === null ? null : Math.max(0, presentL - unusableL),
    }));
