import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useLocation } from 'react-router';
import { api, ApiProblem } from '../../api/client.ts';
import { Outside } from '../authentication/Outside.tsx';
import { Picture } from './Picture.tsx';
import { SendTests } from './SendTests.tsx';
import { Week } from './Week.tsx';
import type { WeekAnswer } from '../../../usecases/week.ts';
import '../../parts/narrow.css';

const EVERY_MS = 60_000;

/** The same page by a secret link. What makes it secret stands behind the #, which no server and no log ever sees. */
export function SharedScreen() {
  const { hash } = useLocation();
  const [token] = useState(() => hash.slice(1));
  const headers = { Authorization: `Link ${token}` };
  const { data, error, refetch } = useQuery({
    queryKey: ['shared', token],
    queryFn: () => api.getWith<WeekAnswer>('/week', headers),
    refetchInterval: EVERY_MS,
    retry: false,
  });
  const ended = error instanceof ApiProblem && error.problem.status === 401;
  if (ended)
    return (
      <Outside
        title="This link has ended"
        lead="It was revoked, or its time is over. Whoever gave it to you can make another."
      >
        {null}
      </Outside>
    );
  if (!data)
    return (
      <Outside title={error ? 'This did not work' : 'Opening the page…'}>
        {error && <p>{error instanceof Error ? error.message : ''}</p>}
      </Outside>
    );
  return (
    <div className="narrow">
      <Week
        week={data}
        picks={null}
        send={
          data.maySend && <SendTests week={data} name="" headers={headers} onSent={() => void refetch()} />
        }
        picture={(id, alt) => <Picture id={id} alt={alt} headers={headers} />}
      />
    </div>
  );
}
