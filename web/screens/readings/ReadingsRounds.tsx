import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { count } from '../../../core/explain/words.ts';
import { roundDue } from '../../../usecases/round/meters.ts';
import { useNow, useSetting, useSnapshot } from '../../api/data.ts';
import { clockIn, todayIn, writeDay } from '../../parts/dates.ts';
import { dayOf } from '../../../core/time/day.ts';
import { readingsSheetOf } from './useWalk.ts';

/** Rounds of readings with when they are due; they are fetched here, so that a walk needs no network. */
export function ReadingsRounds() {
  const snapshot = useSnapshot();
  const client = useQueryClient();
  const { dateFormat } = useSetting();
  const now = useNow();
  const rounds = snapshot.all('readings-round').filter(({ content }) => !content.retired);
  const ids = rounds.map(({ id }) => id).join();
  useEffect(() => {
    for (const id of ids === '' ? [] : ids.split(',')) void client.prefetchQuery(readingsSheetOf(id));
  }, [client, ids]);
  const sites = snapshot.all('site');
  if (sites.length === 0) return null;
  return (
    <section className="datum roundpart">
      <div className="actions">
        <h2>Readings</h2>
        {sites.map(({ id, content }) => (
          <Link key={id} className="btn2" to={`/rounds/readings/new/edit?site=${id}`}>
            {sites.length === 1 ? 'A round of readings' : `+ ${content.name}`}
          </Link>
        ))}
      </div>
      <ul className="plain">
        {rounds.map((round) => {
          const { siteId, name, stops } = round.content;
          const zone = snapshot.content('site', siteId)?.timeZone ?? 'UTC';
          const today = todayIn(zone, now);
          const when = (at: number): string =>
            `${writeDay(dayOf(at, zone), today, dateFormat)}, ${clockIn(zone, at)}`;
          const { lastWalk, dueAt } = roundDue({ snapshot }, round);
          const who = snapshot.content('person', lastWalk?.whoId ?? null)?.name;
          return (
            <li key={round.id} className="rule roundline">
              <b>{name}</b>
              <span>
                {snapshot.content('site', siteId)?.name}, {count(stops.length, 'meter')};{' '}
                {lastWalk ? `last ${when(lastWalk.endedAt)}${who ? `, ${who}` : ''}` : 'not walked yet'}
                {dueAt !== null && dueAt > 0 && (
                  <>
                    ;{' '}
                    <span className={dueAt <= now ? 'late' : undefined}>
                      {dueAt <= now ? 'due since' : 'due'} {when(dueAt)}
                    </span>
                  </>
                )}
              </span>
              <span className="actions">
                <Link className="btn2" to={`/rounds/readings/${round.id}`}>
                  Walk it
                </Link>
                <Link className="btn2" to={`/rounds/readings/${round.id}/edit`}>
                  Change
                </Link>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
