import {
  keepPreviousData,
  queryOptions,
  useQuery,
  useQueryClient,
  useSuspenseQuery,
  type QueryClient,
} from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Explanation } from '../../usecases/plan/explanation.ts';
import {
  takePlan,
  takeRecords,
  type Held,
  type PlanChanges,
  type RecordChanges,
  type ToldChange,
  type ToldPlan,
} from '../../usecases/changes.ts';
import type { Plan } from '../../usecases/plan/planRows.ts';
import { settingOf } from '../../model/settings.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import type { WaterAnswer } from '../../usecases/water/waterAnswer.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { todayIn } from '../parts/dates.ts';
import { answersKept } from '../offline/answers.ts';
import { sync, useUnseen } from '../offline/here.ts';
import { withReadings } from '../offline/overlay.ts';
import { ofPlacesHeld, usePlacesHeld } from './atHand.ts';
import { api } from './client.ts';
import { useAuthentication } from './authentication.ts';
import { askedSince, bodyOf, records, type Fetched } from './laidOver.ts';
import { renewAfter, takeChange, takePlanChange } from './follow.ts';
import { listen } from './line.ts';
import { follows, snapshotHere } from './standing.ts';
import { setConnection } from './connection.ts';

export interface About {
  demo?: { madeOn: string; ageDays: number };
  dataDir?: string;
  /** So many records that a device holds the places that were chosen for it. */
  isLarge?: boolean;
  now: string;
  /** How far the server's clock is ahead of this device's, ms. */
  aheadMs: number;
}

/** All records but the readings: whole at first, then what changed. */
export const snapshotQuery = queryOptions({
  queryKey: ['snapshot'],
  queryFn: async ({ client }): Promise<Fetched> => {
    const held = client.getQueryData<Fetched>(['snapshot']) ?? null;
    const { body, cursor, keptAt, begunAt } = await api.getChanges<Stored[], RecordChanges>(
      '/records',
      '/snapshot',
      held && { cursor: held.cursor ?? null, body: held.body },
      (known, changes) => {
        const all = takeRecords(known ?? [], changes);
        if (known && !changes.whole) follows(known, all, changes.records);
        return all;
      },
    );
    return { body, cursor, begunAt: keptAt === null ? begunAt : null };
  },
  select: bodyOf,
  meta: { laidOver: true },
  // thousands of records: comparing them all costs more than it saves
  structuralSharing: false,
});
/** The server's records, with what was done on this device and is not yet among them. */
export const useSnapshot = (): Snapshot => {
  const { data } = useSuspenseQuery(snapshotQuery);
  return snapshotHere(data, useUnseen());
};
export const planQuery = queryOptions({
  queryKey: ['plan'],
  queryFn: async ({ client }): Promise<Held<Plan>> => {
    const held = client.getQueryData<Held<Plan>>(['plan']) ?? null;
    const { body, cursor } = await api.getChanges<Plan, PlanChanges>(
      '/plan/changes',
      '/plan',
      held,
      takePlan,
    );
    return { body, cursor };
  },
  select: ({ body }) => body,
  // rows that did not change are the same objects
  structuralSharing: false,
});
export const usePlan = (): Plan => useSuspenseQuery(planQuery).data;
/** Why a job's date lies where it lies; null while it is worked out. */
export const useExplanation = (jobId: string): Explanation | null =>
  useQuery({
    queryKey: ['plan', 'job', jobId],
    queryFn: () => api.get<Explanation>(`/plan/jobs/${jobId}`),
    placeholderData: keepPreviousData,
  }).data ?? null;
/** The readings of a system, or of the unit a component belongs to; fetched again whenever records change. */
export const readingsOf = (what: 'system' | 'component', id: string) =>
  records<'reading'>(['snapshot', 'readings', id], `/readings?${what}=${id}`);
/** The tests of a system. */
export const useReadings = (systemId: string): Stored<'reading'>[] => {
  const { data } = useSuspenseQuery(readingsOf('system', systemId));
  const unseen = useUnseen();
  const snapshot = useSnapshot();
  return useMemo(
    () => withReadings(data, unseen, (id) => snapshot.content('channel', id)?.systemId === systemId),
    [data, unseen, snapshot, systemId],
  );
};
/** What was read on a component and the rest of its unit. */
export const useUnitReadings = (componentId: string): Stored<'reading'>[] =>
  useSuspenseQuery(readingsOf('component', componentId)).data;
export const aboutQuery = queryOptions({
  queryKey: ['about'],
  queryFn: async (): Promise<About> => {
    const { body, keptAt } = await api.getOrKept<Omit<About, 'aheadMs'>>('/about');
    // worked out once, when it was said: the server's clock runs on beside this device's, kept answer or not
    return { ...body, aheadMs: Date.parse(body.now) - (keptAt ?? Date.now()) };
  },
  staleTime: Number.POSITIVE_INFINITY,
});
export const useAbout = (): About => useSuspenseQuery(aboutQuery).data;
export const useSetting = (): RecordContent<'setting'> => {
  const snapshot = useSnapshot();
  return useMemo(() => settingOf(snapshot), [snapshot]);
};

/** The server's clock, read when it is asked: the instant of what is saved. */
export function useClock(): () => number {
  const { aheadMs } = useAbout();
  return useCallback(() => Date.now() + aheadMs, [aheadMs]);
}

/**
 * The server's clock on this screen: it says what day it is, so that a device with a wrong clock still shows
 * the plan's today. Steps every half minute.
 */
export function useNow(): number {
  const clock = useClock();
  const [now, setNow] = useState(clock);
  useEffect(() => {
    const timer = setInterval(() => setNow(clock()), 30_000);
    return () => clearInterval(timer);
  }, [clock]);
  return now;
}

/**
 * What was sent before all records on the screen were asked for is among every one of them, and is no longer laid over
 * any: a test that is in one list and not yet in the other would be gone for a moment.
 */
function useSeen(client: QueryClient): void {
  useEffect(() => {
    const cache = client.getQueryCache();
    const heed = (): void => {
      const begunAt = askedSince(cache);
      if (begunAt !== null) void answersKept().then(() => sync.seen(begunAt));
    };
    // the first lists came in before this listens
    heed();
    return cache.subscribe((event) => {
      if (event.type === 'updated' && event.action.type === 'success' && event.query.meta?.laidOver) heed();
    });
  }, [client]);
}

/** A second window follows without a reload, and dates renew at each site's midnight. */
export function useFollow(): void {
  const client = useQueryClient();
  useSeen(client);
  // who signs in listens anew: the line of whoever was here before has been cut
  const accountId = useAuthentication().me?.accountId;
  const held = usePlacesHeld();
  useEffect(() => {
    let seen = false;
    return listen(accountId ?? '', ofPlacesHeld('/api/changes'), ({ event, data }) => {
      if (event === 'change') takeChange(client, JSON.parse(data) as ToldChange);
      if (event === 'plan') takePlanChange(client, JSON.parse(data) as ToldPlan);
      if (event === 'away') setConnection({ away: true });
      // perhaps somebody was signed out
      if (event === 'refused') void client.invalidateQueries({ queryKey: ['authentication'] });
      if (event !== 'hello') return;
      setConnection({ away: false, answeredAt: Date.now() });
      void sync.run();
      // after a break, whatever was missed is fetched again
      if (seen) void renewAfter(client, null);
      seen = true;
    });
  }, [client, accountId, held]);

  const snapshot = useSnapshot();
  const now = useNow();
  const days = snapshot
    .all('site')
    .map((site) => todayIn(site.content.timeZone, now))
    .join();
  const before = useRef(days);
  useEffect(() => {
    if (before.current === days) return;
    before.current = days;
    void client.invalidateQueries({ queryKey: ['plan'] });
  }, [client, days]);
}
/** A system's water judged, by the server. */
export const waterOf = (systemId: string) => ({
  queryKey: ['snapshot', 'water', systemId],
  queryFn: () => api.get<WaterAnswer>(`/water?system=${systemId}`),
});
export const useWater = (systemId: string): WaterAnswer => useSuspenseQuery(waterOf(systemId)).data;
