import { dayOf } from '../../core/time/day.ts';
import { instantOfWhen } from '../../model/facts/when.ts';
import { eventWords } from '../../core/catalogue/eventKinds.ts';
import { useNow, useSetting, useSnapshot } from '../api/data.ts';
import { writeDay } from './dates.ts';

/** The latest events of some systems or of one component, newest first. */
export function EventList({
  systemIds,
  componentId,
  limit,
}: {
  systemIds: readonly string[];
  componentId?: string;
  limit: number;
}) {
  const snapshot = useSnapshot();
  const { dateFormat } = useSetting();
  const now = useNow();
  const events = snapshot
    .all('event')
    .flatMap((event) => {
      const { content } = event;
      const component = snapshot.content('component', content.componentId);
      const here = componentId
        ? content.componentId === componentId
        : systemIds.some((id) => content.systemId === id || component?.systemIds.includes(id));
      const zone =
        snapshot.content(
          'site',
          component?.siteId ?? snapshot.content('system', content.systemId)?.siteId ?? content.siteId,
        )?.timeZone ?? 'UTC';
      const at = instantOfWhen(content.when, zone);
      return here && at !== null
        ? [{ event, at, day: dayOf(at, zone), today: dayOf(now, zone), about: component?.name ?? null }]
        : [];
    })
    .sort((a, b) => b.at - a.at)
    .slice(0, limit);
  if (events.length === 0)
    return (
      <p className="soft">
        Nothing yet. An outage, new livestock, another feed: add it, and dates know of it.
      </p>
    );
  return (
    <ul className="plain">
      {events.map(({ event, day, today, about }) => (
        <li key={event.id} style={{ padding: '2px 0' }}>
          {writeDay(day, today, dateFormat)}: {about ? `${about}, ` : ''}
          {eventWords[event.content.kind].toLowerCase()}
          {event.content.note && <span className="soft">, {event.content.note}</span>}
        </li>
      ))}
    </ul>
  );
}
