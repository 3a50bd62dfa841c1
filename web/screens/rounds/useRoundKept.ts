import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { readingsOf, waterOf } from '../../api/data.ts';
import { changeFactsOf } from '../../api/waterWork.ts';

/** The parts of a step that are fetched when they are first shown: a browser without the program kept needs them too. */
const loadSteps = () =>
  Promise.all([
    import('./TestHere.tsx'),
    import('./Judge.tsx'),
    import('../../parts/LogMore.tsx'),
    import('./LookHere.tsx'),
  ]);

/** Fetches what a round of these systems asks for, so that it is on the device when there is no network. */
export function useRoundKept(siteId: string, systemIds: readonly string[]): void {
  const client = useQueryClient();
  const key = [...new Set(systemIds)].sort().join();
  useEffect(() => {
    void client.prefetchQuery(changeFactsOf(siteId));
    void loadSteps();
    for (const id of key === '' ? [] : key.split(',')) {
      void client.prefetchQuery(readingsOf('system', id));
      void client.prefetchQuery(waterOf(id));
    }
  }, [client, siteId, key]);
}
