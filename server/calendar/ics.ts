import ical, { ICalCalendarMethod, ICalEventBusyStatus } from 'ical-generator';
import { DateTime } from 'luxon';
import { tzlib_get_ical_block } from 'timezones-ical-library';
import { dayWord, spanOfDays, type DateStyle } from '../../core/explain/words.ts';
import type { Instant } from '../../core/time/day.ts';
import type { CalendarJob, CalendarVisit } from '../../usecases/calendar.ts';

/** The name under which ids of events stay the same wherever the feed is read. */
const PRODUCT = { company: 'Jondrel', product: 'visits', language: 'EN' };

/**
 * Visits as iCalendar (RFC 5545): each at its place's local time, with the jobs, their windows and reasons.
 * @param now when it was made: the sequence of an event grows with it
 */
export function icsOf(
  name: string,
  visits: readonly CalendarVisit[],
  style: DateStyle,
  now: Instant,
): string {
  const calendar = ical({ name, prodId: PRODUCT, method: ICalCalendarMethod.PUBLISH });
  // a zone of the calendar as a whole would shift the times of places elsewhere: each event names its own
  calendar.timezone({
    name: null,
    generator: (zone) => {
      const [block = ''] = tzlib_get_ical_block(zone);
      return block;
    },
  });
  for (const visit of visits)
    calendar.createEvent({
      id: visit.uid,
      timezone: visit.zone,
      start: DateTime.fromMillis(visit.begins, { zone: visit.zone }),
      end: DateTime.fromMillis(visit.ends, { zone: visit.zone }),
      stamp: DateTime.fromMillis(now, { zone: 'utc' }),
      summary: `${visit.place}: ${visit.jobs.length === 1 ? 'one job' : `${visit.jobs.length} jobs`}, about ${visit.minutes} min`,
      location: visit.place,
      description: visit.jobs.map((job) => jobLine(job, visit, style)).join('\n'),
      busystatus: ICalEventBusyStatus.BUSY,
    });
  return calendar.toString();
}

function jobLine(job: CalendarJob, visit: CalendarVisit, style: DateStyle): string {
  const day = (of: string): string => dayWord(of, visit.day, style);
  const window = job.earliest && job.latest ? ` Window ${spanOfDays(job.earliest, job.latest, day)}.` : '';
  return `${job.thing}, ${job.look ? 'look at it first' : job.action} (${job.system}).${window}${job.sentence ? ` ${job.sentence}` : ''}${job.why ? ` ${job.why}` : ''}`;
}
