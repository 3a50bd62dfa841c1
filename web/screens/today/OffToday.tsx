import { useQuery } from '@tanstack/react-query';
import { api } from '../../api/client.ts';
import { OffOfRounds, type OffShown } from '../rounds/OffOfRounds.tsx';

/** What rounds left off, of all places, with when it starts to matter: before everything else. */
export default function OffToday() {
  const { data } = useQuery({
    queryKey: ['snapshot', 'rounds-off'],
    queryFn: () => api.get<OffShown[]>('/rounds/off'),
  });
  return <OffOfRounds off={data ?? []} />;
}
