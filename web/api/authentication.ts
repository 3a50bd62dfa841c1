import { queryOptions, useQuery, useQueryClient, useSuspenseQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import type { AuthenticationView } from '../../contract/access/account.ts';
import { rightsOf, type Right } from '../../contract/access/rights.ts';
import { keepAnswer, keepFor } from '../offline/answers.ts';
import { api } from './client.ts';

const HOUR_MS = 3_600_000;
// asked again now and then: a session’s id is changed for another on this answer
export const authenticationQuery = queryOptions({
  queryKey: ['authentication'],
  queryFn: async () => {
    const { body, keptAt, begunAt } = await api.getOrKept<AuthenticationView>('/authentication');
    // what was read for one person is not shown to another; a browser that keeps nothing has nothing to forget
    if (keptAt === null)
      await keepFor(body.me?.accountId ?? null)
        .then(() => keepAnswer('/authentication', body, begunAt))
        .catch(() => undefined);
    return body;
  },
  refetchInterval: HOUR_MS,
});

/** Who is here, and whether anybody must sign in. */
export const useAuthentication = (): AuthenticationView => useSuspenseQuery(authenticationQuery).data;

/** Whether whoever is here may do something; without sign-in they may do all there is for one person. */
export function useMay(right: Right): boolean {
  const { me, signIn } = useAuthentication();
  return me ? me.rights.includes(right) : signIn === 'none' && rightsOf('alone').includes(right);
}

/** Something of the door's, fetched when it is shown. */
export const useAccess = <T>(path: string): T =>
  useSuspenseQuery({ queryKey: ['access', path], queryFn: () => api.get<T>(path) }).data;
export const useAccessIf = <T>(path: string, wanted: boolean): T | undefined =>
  useQuery({ queryKey: ['access', path], queryFn: () => api.get<T>(path), enabled: wanted }).data;

/** Sends to the door; keeps what was refused to show it, fetches anew what it may have changed. */
export function useAsk(): {
  ask: <T>(method: 'POST' | 'PUT' | 'DELETE', path: string, body?: unknown) => Promise<T | null>;
  pending: boolean;
  error: unknown;
} {
  const client = useQueryClient();
  const [pending, setPending] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const ask = useCallback(
    async <T>(method: 'POST' | 'PUT' | 'DELETE', path: string, body?: unknown): Promise<T | null> => {
      setPending(true);
      setError(null);
      try {
        const answer = await api.send<T>(method, path, body);
        await Promise.all([
          client.invalidateQueries({ queryKey: ['access'] }),
          client.invalidateQueries({ queryKey: ['authentication'] }),
        ]);
        return answer;
      } catch (problem) {
        setError(problem);
        return null;
      } finally {
        setPending(false);
      }
    },
    [client],
  );
  return { ask, pending, error };
}
