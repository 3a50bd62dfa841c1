import { useEffect, useMemo, useRef, useState } from 'react';
import type { Placement } from '../../core/planning/levelling/instance.ts';
import { carriedOver } from '../../usecases/levelling/carriedOver.ts';
import { jobsIn } from '../../usecases/levelling/levelPlan.ts';
import { searchKey } from '../../usecases/levelling/searchKey.ts';
import type { PlaceInstance } from '../../usecases/levelling/placeInstance.ts';
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
interface Known<P> {
  key: string;
  one: P;
  placement: Placement;
}
/** What was found for each place, by its id: whoever keeps it finds it again on the next screen. */
export type Memory<P> = Map<string, Known<P>>;

/** Places to be levelled, each with what is known of it. */
interface Asked<P> {
  all: readonly { one: P; place: PlaceInstance; key: string; before: Known<P> | null; changed: boolean }[];
  changed: readonly PlaceInstance[];
}
/** What the worker has said of them. */
interface Heard<P> {
  asked: Asked<P>;
  state: 'running' | 'ended' | 'failed' | 'stopped';
  share: number;
  /** Of the places that changed; null: nothing yet. */
  placements: readonly Placement[] | null;
}

/**
 * Levels places in a worker. Only places that changed are searched; a first plan, or what was found for them before with the
 * change worked in, stands until the search has ended.
 * @param placeOf the same function every time
 * @param memory what outlives the screen; without it, what was found is gone with the screen
 */
export function useSearch<P>(
  places: readonly P[],
  placeOf: (place: P) => PlaceInstance,
  memory?: Memory<P>,
): Search<P> {
  const [own] = useState<Memory<P>>(() => new Map());
  const known = memory ?? own;
  const asked = useMemo((): Asked<P> => {
    const all = places.map((one) => {
      const place = placeOf(one);
      const before = known.get(place.site.id) ?? null;
      const key = searchKey(place.instance);
      return { one, place, key, before, changed: before?.key !== key };
    });
    return { all, changed: all.flatMap(({ place, changed }) => (changed ? [place] : [])) };
  }, [places, placeOf, known]);
  const [lastHeard, setHeard] = useState<Heard<P> | null>(null);
  const running = useRef<Worker | null>(null);
  useEffect(() => {
    const { all, changed } = asked;
    if (changed.length === 0) return;
    const hear = (some: Partial<Heard<P>>): void => setHeard(withMore(asked, some));
    const worker = new Worker(new URL('./levelWorker.ts', import.meta.url), { type: 'module' });
    running.current = worker;
    worker.addEventListener('message', ({ data }: MessageEvent<LevelAnswer>) => {
      if ('share' in data) return hear({ share: data.share });
      if ('quick' in data) return hear({ placements: data.quick });
      hear({ placements: data.placements, state: 'ended' });
      const placements = data.placements.values();
      for (const { one, place, key } of all.filter((other) => other.changed))
        known.set(place.site.id, { key, one, placement: placements.next().value ?? [] });
      worker.terminate();
    });
    worker.addEventListener('error', () => hear({ state: 'failed' }));
    worker.postMessage({
      instances: changed.map(({ instance }) => instance),
      from: all
        .filter((one) => one.changed)
        .map(({ place, before }) => before && carriedOver(placeOf(before.one), before.placement, place)),
      jobsOfAll: jobsIn(all.map(({ place }) => place)),
    } satisfies LevelQuestion);
    return () => worker.terminate();
  }, [asked, placeOf, known]);
  const heard = lastHeard?.asked === asked ? lastHeard : null;
  const found = useMemo(() => foundOf(asked, heard?.placements ?? null), [asked, heard?.placements]);
  const stop = (): void => {
    running.current?.terminate();
    setHeard(withMore(asked, { state: 'stopped' }));
  };
  const runs = asked.changed.length > 0 && (heard === null || heard.state === 'running');
  return {
    found,
    share: runs ? (heard?.share ?? 0) : null,
    failed: heard?.state === 'failed',
    stopped: heard?.state === 'stopped',
    stop,
  };
}

const withMore =
  <P>(asked: Asked<P>, some: Partial<Heard<P>>) =>
  (before: Heard<P> | null): Heard<P> => ({
    ...(before?.asked === asked ? before : { asked, state: 'running', share: 0, placements: null }),
    ...some,
  });
/** What was found now, or else what was known before, as it was then. */
function foundOf<P>({ all, changed }: Asked<P>, now: readonly Placement[] | null): Search<P>['found'] {
  if (now !== null || changed.length === 0) {
    const fresh = now?.values();
    return {
      places: all.map(({ one }) => one),
      placements: all.map((one) => (one.changed ? fresh?.next().value : one.before?.placement) ?? []),
    };
  }
  const known = all.flatMap(({ before }) => before ?? []);
  if (known.length === 0) return null;
  return { places: known.map(({ one }) => one), placements: known.map(({ placement }) => placement) };
}
