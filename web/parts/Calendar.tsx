import { AdapterLuxon } from '@mui/x-date-pickers/AdapterLuxon';
import { DateCalendar } from '@mui/x-date-pickers/DateCalendar';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { DateTime } from 'luxon';
import type { Day } from '../../core/time/day.ts';

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
    <LocalizationProvider dateAdapter={AdapterLuxon} adapterLocale="en-GB">
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
    </LocalizationProvider>
  );
}
