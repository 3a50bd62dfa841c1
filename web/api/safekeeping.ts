import { useQuery } from '@tanstack/react-query';
import type { Safekeeping } from '../../contract/safekeeping.ts';
import { api } from './client.ts';

export const SAFEKEEPING_KEY = ['safekeeping'];

/** How the program looked after the data; undefined until it is known, and without network. @param staleMs how old it may be */
export const useSafekeeping = (staleMs = 0): Safekeeping | undefined =>
  useQuery({
    queryKey: SAFEKEEPING_KEY,
    queryFn: () => api.get<Safekeeping>('/safekeeping'),
    staleTime: staleMs,
    // without network it is said by the line of what is saved
    retry: false,
  }).data;
