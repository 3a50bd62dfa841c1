import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import { DateTime } from 'luxon';
import type { When } from '../../contract/fields.ts';
import type { Day } from '../../core/time/day.ts';
import { Choice } from './Choice.tsx';

type Kind = 'day' | 'rough' | 'unknown';
const allKinds = [
  { value: 'day', label: 'On a date' },
  { value: 'rough', label: 'Roughly' },
  { value: 'unknown', label: 'Don’t know' },
] as const;

/** A last date: typed first, calendar second; beside it "roughly" and, where asked, "don't know". */
export function WhenField({
  label,
  value,
  today,
  onChange,
  allowUnknown,
  hideLabel,
}: {
  label: string;
  value: When;
  today: Day;
  onChange: (when: When) => void;
  allowUnknown?: boolean;
  hideLabel?: boolean;
}) {
  const kind: Kind = value.kind === 'instant' ? 'day' : value.kind;
  const switchTo = (next: Kind): void => {
    if (next === 'unknown') onChange({ kind: 'unknown' });
    else if (next === 'day') onChange({ kind: 'day', day: value.kind === 'rough' ? value.to : today });
    else onChange({ kind: 'rough', ...monthAround(value.kind === 'day' ? value.day : today, today) });
  };
  return (
    <div className="actions" style={{ gap: 12 }}>
      <Choice
        label={label}
        hideLabel={hideLabel ?? false}
        value={kind}
        options={allKinds.filter((one) => allowUnknown || one.value !== 'unknown')}
        onChange={switchTo}
      />
      {value.kind === 'day' && (
        <DayField
          label="Date"
          hideLabel={hideLabel ?? false}
          value={value.day}
          max={today}
          onChange={(day) => onChange({ kind: 'day', day })}
        />
      )}
      {value.kind === 'rough' && (
        <>
          <DayField
            label="Not before"
            value={value.from}
            max={value.to}
            onChange={(from) => onChange({ kind: 'rough', from, to: value.to < from ? from : value.to })}
          />
          <DayField
            label="Not after"
            value={value.to}
            max={today}
            onChange={(to) => onChange({ kind: 'rough', from: value.from > to ? to : value.from, to })}
          />
        </>
      )}
    </div>
  );
}

/** The calendar month of a day, cut off at today. */
function monthAround(day: Day, today: Day): { from: Day; to: Day } {
  const at = DateTime.fromISO(day, { zone: 'utc' });
  const to = at.endOf('month').toISODate() ?? day;
  return { from: at.startOf('month').toISODate() ?? day, to: to > today ? today : to };
}

export function DayField({
  label,
  value,
  max,
  min,
  onChange,
  hideLabel,
}: {
  label: string;
  value: Day | null;
  max?: Day;
  min?: Day;
  onChange: (day: Day) => void;
  hideLabel?: boolean;
}) {
  return (
    <DatePicker
      {...(hideLabel ? { 'aria-label': label } : { label })}
      value={value === null ? null : DateTime.fromISO(value)}
      {...(max ? { maxDate: DateTime.fromISO(max) } : {})}
      {...(min ? { minDate: DateTime.fromISO(min) } : {})}
      onChange={(next) => {
        const day = next?.isValid ? next.toISODate() : null;
        if (day) onChange(day);
      }}
      slotProps={{ textField: { size: 'small', sx: { width: 170 } } }}
    />
  );
}
