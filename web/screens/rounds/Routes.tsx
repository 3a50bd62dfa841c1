import { useMemo } from 'react';
import { Link } from 'react-router';
import { count, listWord } from '../../../core/explain/words.ts';
import { evidenceHere } from '../../api/evidence.ts';
import { routeDay, stopsAsSaved } from '../../../usecases/round/route.ts';
import { useSetting, useSnapshot } from '../../api/data.ts';
import { writeDay } from '../../parts/dates.ts';

/** Routes of today and later, and those with a place still open. */
export function Routes({ todayOf }: { todayOf: (siteId: string) => string }) {
  const snapshot = useSnapshot();
  const { dateFormat } = useSetting();
  const routes = useMemo(() => {
    const evidence = evidenceHere(snapshot);
    return snapshot
      .all('route')
      .map((route) => ({ route, day: routeDay(evidence, stopsAsSaved(snapshot, route.content)) }))
      .sort((a, b) => a.route.content.day.localeCompare(b.route.content.day));
  }, [snapshot]);
  const today = (siteId: string | undefined): string => todayOf(siteId ?? '');
  const shown = routes.filter(
    ({ route, day }) =>
      route.content.day >= today(day.stops[0]?.siteId) ||
      day.stops.some((stop) => stop.state === 'under-way'),
  );
  if (shown.length === 0) return null;
  return (
    <section className="datum roundpart">
      <h2>Routes</h2>
      <ul className="plain">
        {shown.map(({ route, day }) => (
          <li key={route.id} className="rule roundline">
            <b>{writeDay(route.content.day, today(day.stops[0]?.siteId), dateFormat)}</b>
            <span>
              {listWord(day.stops.map((stop) => stop.name))}; {day.minutes} min, {day.travelMin} of them on
              the way <span className="soft">{snapshot.content('person', route.content.personId)?.name}</span>
            </span>
            <Link className="btn2" to={`/rounds/route/${route.id}`}>
              {count(day.stops.filter((stop) => stop.state !== 'over').length, 'place')} to go
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
