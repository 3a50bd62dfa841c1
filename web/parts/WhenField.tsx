import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import { DateTime } from 'luxon';
import { useState } from 'react';
import { yearQuestion } from '../../core/time/yearSlip.ts';
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
  // a year that is hardly meant is not taken before somebody says so
  const [asked, setAsked] = useState<Day | null>(null);
  const today = DateTime.now().toISODate();
  const take = (day: Day): void => {
    const isTyped = Number(day.slice(0, 4)) >= FIRST_YEAR;
    const isSaid = day.slice(0, 4) === value?.slice(0, 4);
    const asks = isTyped && !isSaid && yearQuestion(day, today) !== null;
    setAsked(asks ? day : null);
    if (isTyped && !asks) onChange(day);
  };
  return (
    <span className="daysure">
      <DatePicker
        {...(hideLabel ? { 'aria-label': label } : { label })}
        value={value === null ? null : DateTime.fromISO(value)}
        {...(max ? { maxDate: DateTime.fromISO(max) } : {})}
        {...(min ? { minDate: DateTime.fromISO(min) } : {})}
        onChange={(next) => {
          const day = next?.isValid ? next.toISODate() : null;
          if (day) take(day);
        }}
        slotProps={{ textField: { size: 'small', sx: { width: 170 } } }}
      />
      {asked !== null && (
        <span role="alert">
          {yearQuestion(asked, today)}{' '}
          <button
            type="button"
            className="btn2"
            onClick={() => {
              setAsked(null);
              onChange(asked);
            }}
          >
            Yes, {asked.slice(0, 4)}
          </button>
        </span>
      )}
    </span>
  );
}
/** While a year is typed it runs through the first centuries. */
const FIRST_YEAR = 1900;
