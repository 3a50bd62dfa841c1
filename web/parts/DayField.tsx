import IconButton from '@mui/material/IconButton';
import InputAdornment from '@mui/material/InputAdornment';
import Popover from '@mui/material/Popover';
import TextField from '@mui/material/TextField';
import CalendarIcon from '@mui/icons-material/CalendarTodayOutlined';
import { DateTime } from 'luxon';
import { lazy, Suspense, useState, type RefCallback } from 'react';
import { typedDayProblem } from '../../core/explain/typedDayWord.ts';
import { relativeWord, type DateStyle } from '../../core/explain/words.ts';
import type { Day } from '../../core/time/day.ts';
import { typedDay, type DaySpan, type Lean, type TypedDay } from '../../core/time/typedDay.ts';
import { yearQuestion } from '../../core/time/yearSlip.ts';
import { useSetting } from '../api/data.ts';
import { useValidity } from './useValidity.ts';

// most days are typed: the calendar comes when it is asked for
const Calendar = lazy(() => import('./Calendar.tsx'));

/** A day, and a time of day where one is asked for or was said. */
export interface DayAndTime {
  day: Day;
  time: string | null;
}

/**
 * A day as a person types it, told back in words; what cannot be taken stays as it was typed, with the reason, and
 * the day before it stands.
 */
export function DayField({
  value,
  onChange,
  ...rest
}: Omit<Parameters<typeof DayTimeField>[0], 'value' | 'onChange' | 'timed'> & {
  value: Day | null;
  onChange: (day: Day) => void;
}) {
  return (
    <DayTimeField
      {...rest}
      value={value === null ? null : { day: value, time: null }}
      onChange={({ day }) => onChange(day)}
    />
  );
}

export function DayTimeField({
  label,
  value,
  max = null,
  min = null,
  today: todayThere,
  timed = false,
  onChange,
  onClear,
  onSpan,
  hideLabel = false,
  inputRef,
}: {
  label: string;
  value: DayAndTime | null;
  max?: Day | null;
  min?: Day | null;
  /** The day at the place; without it, that of this device. */
  today?: Day;
  timed?: boolean;
  onChange: (when: DayAndTime) => void;
  /** The field may be left empty. */
  onClear?: () => void;
  /** More than a day is an answer as well: "last week". */
  onSpan?: (from: Day, to: Day) => void;
  hideLabel?: boolean;
  inputRef?: RefCallback<HTMLInputElement>;
}) {
  const style = useSetting().dateFormat;
  const today = todayThere ?? DateTime.now().toISODate();
  // what is typed stands until the field is left, or the value is changed elsewhere
  const [draft, setDraft] = useState<{ text: string; of: string } | null>(null);
  const [sureOf, setSureOf] = useState<Day | null>(null);
  const [calendarAt, setCalendarAt] = useState<HTMLElement | null>(null);
  const own = draft !== null && draft.of === keyOf(value) ? draft.text : null;
  const text = own ?? written(value, style);
  const limits = { min, max, timed };
  const readAs = (typed: string): { found: TypedDay; problem: string | null } => {
    const found = typedDay(typed, {
      today,
      lean: leanOf(min, max, today),
      monthFirst: style === 'month-day',
    });
    const isLeftEmpty = found.kind === 'blank' && onClear !== undefined;
    const isSpan = found.kind === 'span' && onSpan !== undefined;
    return {
      found,
      problem: isLeftEmpty || isSpan ? null : typedDayProblem(typed, found, limits, today, style),
    };
  };
  const asksOf = (day: Day): string | null =>
    sureOf === day || day.slice(0, 4) === value?.day.slice(0, 4) ? null : yearQuestion(day, today);

  const read = own === null ? null : readAs(own);
  // a year that is hardly meant is not taken before somebody says so
  const typedNow = read?.found.kind === 'day' && read.problem === null ? read.found : null;
  const question = typedNow === null ? null : asksOf(typedNow.day);
  const problem = read?.problem ?? question;
  const input = useValidity(problem, inputRef);

  const take = (next: DayAndTime, typed: string | null): void => {
    setDraft(typed === null ? null : { text: typed, of: keyOf(next) });
    if (keyOf(next) !== keyOf(value)) onChange(next);
  };
  const type = (typed: string): void => {
    const { found, problem: wrong } = readAs(typed);
    if (wrong === null && found.kind === 'day' && asksOf(found.day) === null)
      return take({ day: found.day, time: found.time }, typed);
    const isCleared = wrong === null && found.kind === 'blank';
    setDraft({ text: typed, of: keyOf(isCleared ? null : value) });
    if (isCleared && value !== null) onClear?.();
  };
  const leave = (): void => {
    if (problem !== null) return;
    setDraft(null);
    const span = read && onSpan ? spanOf(read.found) : null;
    if (span) onSpan?.(span.from, max !== null && span.to > max ? max : span.to);
  };
  return (
    <span className="daysure">
      <TextField
        {...(hideLabel ? {} : { label })}
        size="small"
        autoComplete="off"
        value={text}
        error={read?.problem != null}
        helperText={read?.problem ?? (value === null ? undefined : toldBack(value, today))}
        onChange={(event) => type(event.target.value)}
        onBlur={leave}
        slotProps={{
          htmlInput: { ref: input, ...(hideLabel ? { 'aria-label': label } : {}) },
          input: {
            endAdornment: (
              <InputAdornment position="end">
                <IconButton
                  edge="end"
                  size="small"
                  aria-label="Calendar"
                  onClick={(event) => setCalendarAt(event.currentTarget)}
                >
                  <CalendarIcon fontSize="inherit" />
                </IconButton>
              </InputAdornment>
            ),
          },
        }}
        sx={{ width: timed ? 240 : 200 }}
      />
      {calendarAt && (
        <Popover open anchorEl={calendarAt} onClose={() => setCalendarAt(null)}>
          <Suspense fallback={null}>
            <Calendar
              value={value?.day ?? null}
              min={min}
              max={max}
              onChange={(day) => {
                setCalendarAt(null);
                take({ day, time: value?.time ?? null }, null);
              }}
            />
          </Suspense>
        </Popover>
      )}
      {typedNow !== null && question !== null && (
        <span role="alert">
          {question}{' '}
          <button
            type="button"
            className="btn2"
            onClick={() => {
              setSureOf(typedNow.day);
              take({ day: typedNow.day, time: typedNow.time }, null);
            }}
          >
            Yes, {typedNow.day.slice(0, 4)}
          </button>
        </span>
      )}
    </span>
  );
}

/** What is meant of several days: said so, or counted back in weeks. */
const spanOf = (found: TypedDay): DaySpan | null =>
  found.kind === 'span' ? found.span : found.kind === 'day' ? found.about : null;

const keyOf = (value: DayAndTime | null): string => (value ? `${value.day} ${value.time ?? ''}` : '');

function leanOf(min: Day | null, max: Day | null, today: Day): Lean {
  if (max !== null && max <= today) return 'past';
  return min !== null && min >= today ? 'future' : 'nearest';
}

const shortDay = (day: Day, format: string): string =>
  DateTime.fromISO(day, { zone: 'utc', locale: 'en-GB' }).toFormat(format);

const formats: Record<DateStyle, string> = {
  'day-month': 'd LLL yyyy',
  'month-day': 'LLL d, yyyy',
  iso: 'yyyy-MM-dd',
};
function written(value: DayAndTime | null, style: DateStyle): string {
  if (value === null) return '';
  const day = shortDay(value.day, formats[style]);
  return value.time === null ? day : `${day} ${value.time}`;
}

/** "Mon, 8 days ago": what a slip of the hand shows in. */
const toldBack = ({ day }: DayAndTime, today: Day): string =>
  `${shortDay(day, 'ccc')}, ${relativeWord(day, today)}`;
