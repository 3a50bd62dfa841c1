import { useMemo } from 'react';
import { Link } from 'react-router';
import { listWord } from '../../../core/explain/words.ts';
import { dueRounds, unreadNotes } from '../../../usecases/round/shift.ts';
import { useNow, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { clockIn, todayIn } from '../../parts/dates.ts';

/** What was made ahead for today, rounds of readings that are due, and what the shift before left to be read. */
export default function RoundsToday() {
  const snapshot = useSnapshot();
  const person = usePersonHere();
  const now = useNow();
  const lines = useMemo(() => {
    const placeOf = (id: string): string => snapshot.content('site', id)?.name ?? '';
    const zoneOf = (id: string | undefined): string =>
      snapshot.content('site', id ?? null)?.timeZone ?? 'UTC';
    const begun = new Set(snapshot.all('round-action').map(({ content }) => content.roundId));
    const routes = snapshot
      .all('route')
      .filter(({ content }) => content.day === todayIn(zoneOf(content.stops[0]?.siteId), now));
    const ofRoutes = new Set(routes.flatMap(({ content }) => content.stops.map((stop) => stop.roundId)));
    const ahead = snapshot
      .all('round')
      .filter(
        ({ id, content }) =>
          !begun.has(id) && !ofRoutes.has(id) && content.day === todayIn(zoneOf(content.siteId), now),
      );
    return [
      ...unreadNotes({ snapshot }, person.id, now).map(({ id, content }) => ({
        ...{ key: id, to: '/rounds', action: 'Read it' },
        title: `Shift note, ${placeOf(content.siteId)}`,
        said: `${snapshot.content('person', content.whoId)?.name ?? ''} ${clockIn(zoneOf(content.siteId), Date.parse(content.at))}: ${content.text.split('\n')[0] ?? ''}`,
      })),
      ...routes.map(({ id, content }) => ({
        ...{ key: id, to: `/rounds/route/${id}`, action: 'Open it' },
        title: 'Route today',
        said: listWord(content.stops.map((stop) => placeOf(stop.siteId))),
      })),
      ...ahead.map(({ id, content }) => ({
        ...{ key: id, to: `/rounds/${id}`, action: 'Begin it' },
        title: `Round today, ${placeOf(content.siteId)}`,
        said: `made ahead, ${content.steps.length} steps`,
      })),
      ...dueRounds({ snapshot }, null, now).map(({ id, content }) => ({
        ...{ key: id, to: `/rounds/readings/${id}`, action: 'Walk it' },
        title: `Readings, ${placeOf(content.siteId)}`,
        said: `${content.name}, due`,
      })),
    ];
  }, [snapshot, person.id, now]);
  if (lines.length === 0) return null;
  return (
    <ul className="plain roundstoday" aria-label="Rounds">
      {lines.map(({ key, title, said, to, action }) => (
        <li key={key} className="rule">
          <b>{title}</b> <span className="soft">{said}</span>{' '}
          <Link className="btn2" to={to}>
            {action}
          </Link>
        </li>
      ))}
    </ul>
  );
}
