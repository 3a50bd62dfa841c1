import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { evidenceHere } from '../../api/evidence.ts';
import { offOfRounds } from '../../../usecases/round/offList.ts';
import { api } from '../../api/client.ts';
import { useSnapshot } from '../../api/data.ts';
import { OffOfRounds, type OffShown } from '../rounds/OffOfRounds.tsx';

/**
 * What rounds left off, of all places, before everything else: from the records as they stand on this device. When it
 * starts to matter is said as soon as the server has worked it out.
 */
export default function OffToday() {
  const snapshot = useSnapshot();
  const { data } = useQuery({
    queryKey: ['snapshot', 'rounds-off'],
    queryFn: () => api.get<OffShown[]>('/rounds/off'),
  });
  const off = useMemo(() => offOfRounds(snapshot, evidenceHere(snapshot).index), [snapshot]);
  const matters = new Map((data ?? []).map((one) => [one.actionId, one.matters]));
  return <OffOfRounds off={off.map((one) => ({ ...one, matters: matters.get(one.actionId) ?? null }))} />;
}
