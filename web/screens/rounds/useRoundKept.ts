import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { readingsOf, waterOf } from '../../api/data.ts';

/** Fetches what a round of these systems asks for, so that it is on the device when there is no network. */
export function useRoundKept(systemIds: readonly string[]): void {
  const client = useQueryClient();
  const key = [...new Set(systemIds)].sort().join();
  useEffect(() => {
    for (const id of key === '' ? [] : key.split(',')) {
      void client.prefetchQuery(readingsOf('system', id));
      void client.prefetchQuery(waterOf(id));
    }
  }, [client, key]);
}
