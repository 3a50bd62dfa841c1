import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import type { Nutrient } from '../../core/diagnosis/sources/types.ts';
import type { ChangeFacts } from '../../usecases/water/changeFacts.ts';
import type { LeadStep } from '../../usecases/water/leads.ts';
import type { MakeUpView } from '../../usecases/water/makeUpView.ts';
import type { SourceAnswer } from '../../usecases/water/sourceFacts.ts';
import { ofPlacesHeld } from './atHand.ts';
import { api } from './client.ts';

// Fetched again whenever records change: their keys begin like the records'.

export const changeFactsOf = (siteId: string) => ({
  queryKey: ['snapshot', 'change', siteId],
  queryFn: () => api.get<ChangeFacts>(`/water/change?site=${siteId}`),
});
export const useChangeFacts = (siteId: string): ChangeFacts => useSuspenseQuery(changeFactsOf(siteId)).data;
export const useMakeUp = (siteId: string): MakeUpView =>
  useSuspenseQuery({
    queryKey: ['snapshot', 'make-up', siteId],
    queryFn: () => api.get<MakeUpView>(`/water/make-up?site=${siteId}`),
  }).data;
export const useSource = (systemId: string, nutrient: Nutrient): SourceAnswer =>
  useSuspenseQuery({
    queryKey: ['snapshot', 'source', systemId, nutrient],
    queryFn: () => api.get<SourceAnswer>(`/water/source?system=${systemId}&nutrient=${nutrient}`),
  }).data;
/** Steps to begin ahead of the next visits; none while the server has not said. */
export const useLeads = (): LeadStep[] =>
  useQuery({
    queryKey: ['snapshot', 'leads'],
    queryFn: () => api.get<LeadStep[]>(ofPlacesHeld('/leads')),
  }).data ?? NO_LEADS;
const NO_LEADS: LeadStep[] = [];
