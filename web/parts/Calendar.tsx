import { DateCalendar } from '@mui/x-date-pickers/DateCalendar';
import { DateTime } from 'luxon';
import type { Day } from '../../core/time/day.ts';
import { Pickers } from './Pickers.tsx';

/** A month to choose a day of. */
export default function Calendar({
  value,
  min,
  max,
  onChange,
}: {
  value: Day | null;
  min: Day | null;
  max: Day | null;
  onChange: (day: Day) => void;
}) {
  return (
    <Pickers>
      <DateCalendar
        autoFocus
        value={value === null ? null : DateTime.fromISO(value)}
        {...(max ? { maxDate: DateTime.fromISO(max) } : {})}
        {...(min ? { minDate: DateTime.fromISO(min) } : {})}
        onChange={(next: DateTime | null, state) => {
          const day = next?.isValid && state === 'finish' ? next.toISODate() : null;
          if (day) onChange(day);
        }}
      />
    </Pickers>
  );
}
