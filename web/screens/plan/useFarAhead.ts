import { useMemo } from 'react';
import { farPlaces, type FarPlace } from '../../../usecases/levelling/farAhead.ts';
import type { PlaceInstance } from '../../../usecases/levelling/placeInstance.ts';
import { evidenceHere } from '../../api/evidence.ts';
import { usePlan, useSnapshot } from '../../api/data.ts';
import { useHour } from '../../levelling/useLevelled.ts';
import { useSearch } from '../../levelling/useSearch.ts';

const placeOf = (far: FarPlace): PlaceInstance => far.place;

/** Every place so many months ahead, levelled in a worker. */
export function useFarAhead(months: number): ReturnType<typeof useSearch<FarPlace>> {
  const snapshot = useSnapshot();
  const plan = usePlan();
  const hour = useHour();
  const places = useMemo(
    () => farPlaces(evidenceHere(snapshot), plan.jobs, hour, months),
    [snapshot, plan, hour, months],
  );
  return useSearch(places, placeOf);
}
