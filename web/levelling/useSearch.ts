import { useEffect, useRef, useState } from 'react';
import type { LevelInstance, Placement } from '../../core/planning/levelling/instance.ts';
import type { LevelAnswer, LevelQuestion } from './messages.ts';

interface Search<P> {
  /** What was last found, and for which places; null: nothing yet. */
  found: { places: readonly P[]; placements: Placement[] } | null;
  /** How far a search is, 0 to 1; null: none runs. */
  share: number | null;
  failed: boolean;
}

/** Levels places in a worker. What was found stays until the next is there; the same plants are not searched again. */
export function useSearch<P>(places: readonly P[], instanceOf: (place: P) => LevelInstance): Search<P> {
  const [found, setFound] = useState<Search<P>['found']>(null);
  const [share, setShare] = useState<number | null>(0);
  const [failed, setFailed] = useState(false);
  const known = useRef<{ key: string; placements: Placement[] } | null>(null);
  useEffect(() => {
    const instances = places.map(instanceOf);
    const key = JSON.stringify(instances, asPlain);
    if (known.current?.key === key) {
      setFound({ places, placements: known.current.placements });
      setShare(null);
      return;
    }
    const worker = new Worker(new URL('./levelWorker.ts', import.meta.url), { type: 'module' });
    setShare(0);
    setFailed(false);
    worker.addEventListener('message', ({ data }: MessageEvent<LevelAnswer>) => {
      if ('share' in data) return setShare(data.share);
      known.current = { key, placements: data.placements };
      setFound({ places, placements: data.placements });
      setShare(null);
      worker.terminate();
    });
    worker.addEventListener('error', () => {
      setFailed(true);
      setShare(null);
    });
    worker.postMessage({ instances } satisfies LevelQuestion);
    return () => worker.terminate();
    // the places say what is searched; how an instance is taken from one never changes
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [places]);
  return { found, share, failed };
}
const asPlain = (_key: string, value: unknown): unknown =>
  value instanceof Float64Array ? [...value] : value === Infinity ? 'unlimited' : value;
