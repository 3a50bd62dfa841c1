import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Day } from '../../../core/time/day.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { useSetting } from '../../api/data.ts';
import { writeDay } from '../../parts/dates.ts';
import { DayField } from '../../parts/DayField.tsx';

type List = NonNullable<RecordContent<'site'>['holidays']>;

/** Days on which nobody comes to a place: the plan makes no visit then. */
export function Holidays({
  place,
  days,
  today,
  onChange,
}: {
  place: string;
  days: List;
  today: Day;
  onChange: (days: List) => void;
}) {
  const { dateFormat } = useSetting();
  const [day, setDay] = useState<Day>(today);
  const [note, setNote] = useState('');
  const add = (): void => {
    onChange(
      [...days.filter((one) => one.day !== day), { day, note }].sort((a, b) => a.day.localeCompare(b.day)),
    );
    setNote('');
  };
  return (
    <div role="group" aria-label={`Days nobody comes to ${place}`}>
      <h3>Days nobody comes</h3>
      {days.map((one) => (
        <p key={one.day}>
          {writeDay(one.day, today, dateFormat)} {one.note}{' '}
          <button
            type="button"
            className="btn2"
            aria-label={`Take ${writeDay(one.day, today, dateFormat)} off ${place}`}
            onClick={() => onChange(days.filter((other) => other !== one))}
          >
            Take off
          </button>
        </p>
      ))}
      <div className="actions">
        <DayField label="Holiday" value={day} min={today} onChange={setDay} />
        <TextField label="What it is" value={note} onChange={(event) => setNote(event.target.value)} />
        <button type="button" className="btn2" onClick={add}>
          Add the day
        </button>
      </div>
    </div>
  );
}
