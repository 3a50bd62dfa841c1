import { useSuspenseQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import type { WeekAtPlace } from '../../../contract/week.ts';
import { api } from '../../api/client.ts';
import { Pick } from '../../parts/Pick.tsx';
import { Week } from './Week.tsx';

export type WeekAnswer = WeekAtPlace & { places: { id: string; name: string }[] };

/** This week at a place, for whoever may read it. */
export function WeekScreen() {
  const [params, setParams] = useSearchParams();
  const site = params.get('site');
  const { data: week } = useSuspenseQuery({
    queryKey: ['week', site],
    queryFn: () => api.get<WeekAnswer>(`/week${site ? `?site=${site}` : ''}`),
  });
  return (
    <Week
      week={week}
      picture={(id, alt) => <img className="weekpicture" src={`/api/pictures/${id}`} alt={alt} />}
      picks={
        week.places.length > 1 && (
          <Pick
            label="Another place"
            value={week.siteId}
            options={week.places.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => setParams(id ? { site: id } : {}, { replace: true })}
          />
        )
      }
    />
  );
}
