import { addDays, type Day } from '../core/time/day.ts';
import type { RecordContent } from '../contract/records.ts';

type Said = Omit<RecordContent<'person'>, 'name'>;

/** What the three of the scenario can do and when they are there. One permit runs out soon, one of them goes away. */
export const crew = (today: Day): Readonly<Record<string, Said>> => ({
  Marit: {
    skills: ['chemicals', 'pressure'],
    permits: [{ permit: 'confined-space', until: addDays(today, 200) }],
    comes: { weekdays: [], minutes: null },
  },
  Ole: {
    skills: ['pressure', 'ozone'],
    permits: [
      { permit: 'discharge', until: addDays(today, -20) },
      { permit: 'confined-space', until: addDays(today, 40) },
    ],
    comes: { weekdays: [], minutes: null },
  },
  Sunniva: {
    skills: ['electrical'],
    comes: { weekdays: [1, 4], minutes: 180 },
    absences: [{ from: addDays(today, 9), to: addDays(today, 24), note: '' }],
  },
});
