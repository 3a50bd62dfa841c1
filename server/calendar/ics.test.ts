import ICAL from 'ical.js';
import { describe, expect, test } from 'vitest';
import type { CalendarVisit } from '../../usecases/calendar.ts';
import { icsOf } from './ics.ts';

// Read back by another library than wrote it (RFC 5545).

const NOW = Date.parse('2026-11-25T14:20:00Z');
const visit = (some: Partial<CalendarVisit>): CalendarVisit => ({
  ...{ uid: 'visit-a-2026-11-28', siteId: 'a', place: 'Workshop', zone: 'Europe/Berlin', day: '2026-11-28' },
  ...{ begins: Date.parse('2026-11-28T08:00:00Z'), ends: Date.parse('2026-11-28T10:30:00Z'), minutes: 150 },
  jobs: [
    {
      ...{ thing: 'Filter socks', system: 'Staghorn trough', action: 'hot-water jet', look: false },
      ...{ earliest: '2026-11-26', latest: '2026-12-04', sentence: 'Found right at 6 days; 7 have passed.' },
      why: 'Best visit for its date.',
    },
  ],
  ...some,
});
const read = (text: string) => {
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
  for (const zone of calendar.getAllSubcomponents('vtimezone'))
    ICAL.TimezoneService.register(new ICAL.Timezone(zone));
  return calendar.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event));
};

describe('visits as iCalendar', () => {
  test('the instant, the place, the jobs with windows and reasons survive', () => {
    const [event] = read(icsOf('Workshop', [visit({})], 'day-month', NOW));
    expect(event?.uid).toBe('visit-a-2026-11-28');
    expect(event?.startDate.toJSDate().toISOString()).toBe('2026-11-28T08:00:00.000Z');
    expect(event?.endDate.toJSDate().toISOString()).toBe('2026-11-28T10:30:00.000Z');
    expect(event?.startDate.zone.tzid).toBe('Europe/Berlin');
    expect(event?.location).toBe('Workshop');
    expect(event?.summary).toBe('Workshop: one job, about 150 min');
    expect(event?.description).toBe(
      'Filter socks, hot-water jet (Staghorn trough). Window Thu 26 Nov to Fri 4 Dec. Found right at 6 days; 7 have passed. Best visit for its date.',
    );
  });
  test('clocks changed, another continent, a leap day: always the same local hour', () => {
    const days = [
      ['Europe/Berlin', '2027-03-28', '2027-03-28T07:00:00Z'],
      ['Europe/Berlin', '2026-10-25', '2026-10-25T08:00:00Z'],
      ['America/New_York', '2027-03-14', '2027-03-14T13:00:00Z'],
      ['Australia/Sydney', '2026-12-01', '2026-11-30T22:00:00Z'],
      ['Europe/Berlin', '2028-02-29', '2028-02-29T08:00:00Z'],
    ] as const;
    const visits = days.map(([zone, day, at]) =>
      visit({ uid: `visit-${day}`, zone, day, begins: Date.parse(at), ends: Date.parse(at) + 3_600_000 }),
    );
    const events = read(icsOf('all', visits, 'day-month', NOW));
    expect(events).toHaveLength(days.length);
    for (const [, day, at] of days) {
      const event = events.find((one) => one.uid === `visit-${day}`);
      expect([day, event?.startDate.toJSDate().toISOString()]).toEqual([day, new Date(at).toISOString()]);
      expect([day, event?.startDate.hour, event?.startDate.minute]).toEqual([day, 9, 0]);
    }
  });
  test('an update lands on the same event: the id is the place’s and the day’s', () => {
    const [before] = read(icsOf('a', [visit({})], 'day-month', NOW));
    const [after] = read(icsOf('a', [visit({ minutes: 90, jobs: [] })], 'day-month', NOW + 86_400_000));
    expect(after?.uid).toBe(before?.uid);
    expect(after?.summary).toBe('Workshop: 0 jobs, about 90 min');
  });
  test('what would break a line is escaped: commas, semicolons, line breaks, long sentences', () => {
    const sentence = 'Rises; 0.012 mg/L a week, since 3 December '.repeat(6).trim();
    const { jobs } = visit({});
    const long = visit({ jobs: jobs.flatMap((job) => [job, { ...job, sentence }]) });
    const text = icsOf('a', [long], 'day-month', NOW);
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    expect(read(text)[0]?.description.split('\n')[1]).toContain(sentence);
  });
});
