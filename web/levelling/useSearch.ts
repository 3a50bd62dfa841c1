import { useEffect, useRef, useState } from 'react';
import type { Placement } from '../../core/planning/levelling/instance.ts';
import { carriedOver } from '../../contract/levelling/carriedOver.ts';
import { jobsIn } from '../../contract/levelling/levelPlan.ts';
import type { PlaceInstance } from '../../contract/levelling/placeInstance.ts';
import type { LevelAnswer, LevelQuestion } from './messages.ts';

interface Search<P> {
  /** What was last found, and for which places; null: nothing yet. */
  found: { places: readonly P[]; placements: Placement[] } | null;
  /** How far a search is, 0 to 1; null: none runs. */
  share: number | null;
  failed: boolean;
  /** Somebody stopped it: what was found is not the whole search. */
  stopped: boolean;
  stop: () => void;
}
/** A place as it was searched, with what was found. */
interface Known {
  key: string;
  place: PlaceInstance;
  placement: Placement;
}

/**
 * Levels places in a worker. Only places that changed are searched; what was found for them before, with the change worked
 * in, stands until the search has ended.
 * @param placeOf the same function every time
 */
export function useSearch<P>(places: readonly P[], placeOf: (place: P) => PlaceInstance): Search<P> {
  const [found, setFound] = useState<Search<P>['found']>(null);
  const [share, setShare] = useState<number | null>(0);
  const [failed, setFailed] = useState(false);
  const [stoppedAt, setStoppedAt] = useState<readonly P[] | null>(null);
  const running = useRef<Worker | null>(null);
  const known = useRef(new Map<string, Known>());
  useEffect(() => {
    const all = places.map((one) => {
      const place = placeOf(one);
      const before = known.current.get(place.site.id) ?? null;
      return { place, before, key: JSON.stringify(place.instance, asPlain) };
    });
    const changed = all.filter(({ key, before }) => before?.key !== key);
    const show = (answers: readonly Placement[]): void => {
      const byPlace = new Map(changed.map(({ place }, i) => [place, answers[i] ?? []]));
      const placements = all.map(({ place, before }) => byPlace.get(place) ?? before?.placement ?? []);
      setFound({ places, placements });
    };
    if (changed.length === 0) {
      show([]);
      setShare(null);
      return;
    }
    const worker = new Worker(new URL('./levelWorker.ts', import.meta.url), { type: 'module' });
    running.current = worker;
    setShare(0);
    setFailed(false);
    worker.addEventListener('message', ({ data }: MessageEvent<LevelAnswer>) => {
      if ('share' in data) return setShare(data.share);
      if ('quick' in data) return show(data.quick);
      show(data.placements);
      for (const [i, { place, key }] of changed.entries())
        known.current.set(place.site.id, { key, place, placement: data.placements[i] ?? [] });
      setShare(null);
      worker.terminate();
    });
    worker.addEventListener('error', () => {
      setFailed(true);
      setShare(null);
    });
    worker.postMessage({
      instances: changed.map(({ place }) => place.instance),
      from: changed.map(({ place, before }) => before && carriedOver(before.place, before.placement, place)),
      jobsOfAll: jobsIn(all.map(({ place }) => place)),
    } satisfies LevelQuestion);
    return () => worker.terminate();
  }, [places, placeOf]);
  const stop = (): void => {
    running.current?.terminate();
    setShare(null);
    setStoppedAt(places);
  };
  return { found, share, failed, stopped: stoppedAt === places, stop };
}
const asPlain = (_key: string, value: unknown): unknown =>
  value instanceof Float64Array ? [...value] : value === Infinity ? 'unlimited' : value;
