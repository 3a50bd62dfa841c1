import { DateTime } from 'luxon';
import type { When } from '../../contract/fields.ts';
import { asRefusal } from '../../core/errors.ts';
import { instantOfLocal, type Day } from '../../core/time/day.ts';
import { Choice } from './Choice.tsx';
import { DayField, DayTimeField, type DayAndTime } from './DayField.tsx';

type Kind = 'day' | 'rough' | 'unknown';
const allKinds = [
  { value: 'day', label: 'On a date' },
  { value: 'rough', label: 'Roughly' },
  { value: 'unknown', label: 'Don’t know' },
] as const;

/** When something was: a day, to the minute where a time is typed behind it, a span of days, or nobody knows. */
export function WhenField({
  label,
  value,
  today,
  zone,
  onChange,
  allowUnknown,
  hideLabel,
}: {
  label: string;
  value: When;
  today: Day;
  /** Of the place: what a time of day is told in. */
  zone: string;
  onChange: (when: When) => void;
  allowUnknown?: boolean;
  hideLabel?: boolean;
}) {
  const kind: Kind = value.kind === 'instant' ? 'day' : value.kind;
  const local = localOf(value, zone);
  const switchTo = (next: Kind): void => {
    if (next === 'unknown') onChange({ kind: 'unknown' });
    else if (next === 'day') onChange({ kind: 'day', day: value.kind === 'rough' ? value.to : today });
    else onChange({ kind: 'rough', ...monthAround(local?.day ?? today, today) });
  };
  return (
    <div className="actions" style={{ gap: 12, alignItems: 'flex-start' }}>
      <Choice
        label={label}
        hideLabel={hideLabel ?? false}
        value={kind}
        options={allKinds.filter((one) => allowUnknown || one.value !== 'unknown')}
        onChange={switchTo}
      />
      {local !== null && (
        <DayTimeField
          label="Date"
          hideLabel={hideLabel ?? false}
          timed
          value={local}
          max={today}
          today={today}
          onChange={(next) => onChange(whenOf(next, zone))}
          onSpan={(from, to) => onChange({ kind: 'rough', from, to })}
        />
      )}
      {value.kind === 'rough' && (
        <>
          <DayField
            label="Not before"
            value={value.from}
            max={today}
            today={today}
            onChange={(from) => onChange({ kind: 'rough', from, to: value.to < from ? from : value.to })}
          />
          <DayField
            label="Not after"
            value={value.to}
            max={today}
            today={today}
            onChange={(to) => onChange({ kind: 'rough', from: value.from > to ? to : value.from, to })}
          />
        </>
      )}
    </div>
  );
}

function localOf(value: When, zone: string): DayAndTime | null {
  if (value.kind === 'day') return { day: value.day, time: null };
  if (value.kind !== 'instant') return null;
  const local = DateTime.fromISO(value.at, { zone });
  return { day: local.toISODate() ?? '', time: local.toFormat('HH:mm') };
}

function whenOf({ day, time }: DayAndTime, zone: string): When {
  if (time === null) return { kind: 'day', day };
  try {
    return { kind: 'instant', at: new Date(instantOfLocal(`${day}T${time}`, zone).at).toISOString() };
  } catch (error) {
    // an hour that the clocks skipped: the day is known all the same
    if (asRefusal(error)?.code !== 'hour-does-not-exist') throw error;
    return { kind: 'day', day };
  }
}

/** The calendar month of a day, cut off at today. */
function monthAround(day: Day, today: Day): { from: Day; to: Day } {
  const at = DateTime.fromISO(day, { zone: 'utc' });
  const to = at.endOf('month').toISODate() ?? day;
  return { from: at.startOf('month').toISODate() ?? day, to: to > today ? today : to };
}
