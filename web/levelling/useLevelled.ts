import { useMemo } from 'react';
import type { Placement } from '../../core/planning/levelling/instance.ts';
import { levelledPlaces, placesOf } from '../../usecases/levelling/levelPlan.ts';
import type { LevelledPlace } from '../../usecases/levelling/levelledPlace.ts';
import type { PlaceInstance } from '../../usecases/levelling/placeInstance.ts';
import type { PlanRow } from '../../usecases/plan/plan.ts';
import { evidenceHere } from '../api/evidence.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { useNow, usePlan, useSnapshot } from '../api/data.ts';
import { useSearch, type Memory } from './useSearch.ts';

const HOUR_MS = 3_600_000;
/** An hour is fine enough for plans: what counts is the day at each place. */
export const useHour = (): number => Math.floor(useNow() / HOUR_MS) * HOUR_MS;

/** A place with its plan. */
export interface Levelled {
  place: PlaceInstance;
  placement: Placement;
  plan: LevelledPlace;
}
export interface Levelling {
  /** The plan last found; null: none yet. */
  levelled: readonly Levelled[] | null;
  share: number | null;
  failed: boolean;
  stopped: boolean;
  stop: () => void;
}
const itself = (place: PlaceInstance): PlaceInstance => place;

/** The levelled plan of records, as they are or as they might be. */
export function useLevelling(
  snapshot: Snapshot,
  rows: readonly PlanRow[],
  memory?: Memory<PlaceInstance>,
): Levelling {
  const hour = useHour();
  const places = useMemo(() => placesOf(evidenceHere(snapshot), rows, hour), [snapshot, rows, hour]);
  const { found, ...search } = useSearch(places, itself, memory);
  const levelled = useMemo(
    () =>
      found &&
      levelledPlaces(snapshot, found.places, found.placements).map((plan, i): Levelled => {
        const place = found.places[i];
        if (!place) throw new Error('a plan without its place');
        return { place, placement: found.placements[i] ?? [], plan };
      }),
    [found, snapshot],
  );
  return { levelled, ...search };
}

/** Coming back to the plan, nothing is searched again that has not changed. */
const levelledBefore: Memory<PlaceInstance> = new Map();

/** The plan of what is. */
export const useLevelled = (): Levelling => useLevelling(useSnapshot(), usePlan().jobs, levelledBefore);
