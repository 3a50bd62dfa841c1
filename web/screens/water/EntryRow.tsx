import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRef, useState, type KeyboardEvent } from 'react';
import { parameters } from '../../../core/water/parameters.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import type { Write } from '../../../contract/work.ts';
import { useNow, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating, newIds, useWriting } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { typedReading } from '../../parts/readings.ts';
import { DayField } from '../../parts/WhenField.tsx';
import { verdictWords, WaterMark } from '../../strip/waterMarks.tsx';
import { bandWords, questionOf, readCell, verdictOf, type Column, type TestRow } from './tests.ts';

type Timing = 'before' | 'after';

/** A new test by keyboard alone: judged against the band as it is typed; Enter saves, and asks first where it must. */
export function EntryRow({
  system,
  columns,
  last,
  today,
}: {
  system: Stored<'system'>;
  columns: readonly Column[];
  last: TestRow | undefined;
  today: string;
}) {
  const snapshot = useSnapshot();
  const now = useNow();
  const here = usePersonHere();
  const { write, pending } = useWriting();
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [timing, setTiming] = useState<Timing>('before');
  const [day, setDay] = useState(today);
  const [note, setNote] = useState('');
  const [confirmed, setConfirmed] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const first = useRef<HTMLInputElement>(null);
  const cells = columns.map((column) => ({ column, cell: readCell(typed[column.id] ?? '', column) }));
  const refused = cells.filter(({ cell }) => cell.kind === 'refused');
  const values = cells.filter(({ cell }) => cell.kind === 'value');
  const questions = cells.flatMap(
    ({ column, cell }) => questionOf(cell, column, last?.values.get(column.id)?.content.value ?? null) ?? [],
  );

  const save = async (): Promise<void> => {
    setError(null);
    if (pending || refused.length > 0 || values.length === 0) return;
    if (questions.length > 0 && !confirmed) return setConfirmed(true);
    const when: RecordContent<'reading'>['when'] =
      day === today ? { kind: 'instant', at: new Date(now).toISOString() } : { kind: 'day', day };
    const writes: Write[] = values.flatMap(({ column, cell }) => {
      if (cell.kind !== 'value') return [];
      const known = snapshot
        .all('channel')
        .find((channel) => channel.content.systemId === system.id && channel.content.parameter === column.id);
      const ids = known ? { id: known.id } : newIds();
      const channel =
        'revisionId' in ids
          ? [
              creating(
                'channel',
                {
                  componentId: null,
                  systemId: system.id,
                  name: parameters[column.id].name,
                  quantity: parameters[column.id].quantity,
                  parameter: column.id,
                },
                ids,
              ),
            ]
          : [];
      return [
        ...channel,
        creating(
          'reading',
          typedReading({
            channelId: ids.id,
            when,
            value: cell.stored,
            below: cell.below,
            timing,
            whoId: here.id,
            note,
          }),
        ),
      ];
    });
    try {
      await write(writes, `${values.length} ${values.length === 1 ? 'reading' : 'readings'} saved.`);
      setTyped({});
      setNote('');
      setConfirmed(false);
      first.current?.focus();
    } catch (problem) {
      setError(problem);
    }
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.key === 'Enter') {
      event.preventDefault();
      void save();
    }
  };

  return (
    <section
      className="datum"
      style={{ padding: '10px 0 16px', display: 'grid', gap: 12 }}
      onKeyDown={onKey}
      aria-label="A new test"
    >
      <div className="entrygrid">
        {cells.map(({ column, cell }, i) => {
          const verdict = cell.kind === 'value' ? verdictOf(column, cell.stored, cell.below) : 'untested';
          return (
            <label key={column.id} className="entry">
              <span className="h">{column.name}</span>
              <span className="soft">
                {column.unitLabel === column.name ? '' : `${column.unitLabel}, `}
                {bandWords(column)}
              </span>
              <input
                ref={i === 0 ? first : null}
                // the sheet opens ready to type
                autoFocus={i === 0}
                inputMode="decimal"
                aria-label={`${column.name}, ${column.unitLabel}`}
                aria-invalid={cell.kind === 'refused'}
                value={typed[column.id] ?? ''}
                onChange={(event) => {
                  setTyped({ ...typed, [column.id]: event.target.value });
                  setConfirmed(false);
                }}
              />
              <span className="vis" style={{ fontSize: 13 }}>
                <WaterMark verdict={verdict} /> {verdictWords[verdict]}
              </span>
            </label>
          );
        })}
      </div>
      {refused.map(({ column, cell }) => (
        <p key={column.id} className="late" role="alert">
          {cell.kind === 'refused' && cell.why}
        </p>
      ))}
      {confirmed && questions.length > 0 && (
        <p role="alert">
          <b>{questions.join(' ')}</b> Enter again keeps it as typed; or correct it.
        </p>
      )}
      <ProblemNote error={error} />
      <div className="actions">
        <Choice
          label="Taken"
          hideLabel
          value={timing}
          options={[
            { value: 'before', label: 'Before the change' },
            { value: 'after', label: 'After it' },
          ]}
          onChange={setTiming}
        />
        <DayField label="Day" value={day} max={today} onChange={setDay} />
        <TextField
          label="Note"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          sx={{ minWidth: 220 }}
        />
        <Button
          variant="contained"
          disabled={pending || values.length === 0 || refused.length > 0}
          onClick={() => void save()}
        >
          {confirmed ? 'Keep it as typed' : 'Save the test'}{' '}
          <kbd style={{ marginLeft: 10 }} className="hide-phone">
            Enter
          </kbd>
        </Button>
        {values.length === 0 && refused.length === 0 && (
          <span className="soft">Blank is “not tested”. “&lt;0.02” is below the lowest reading.</span>
        )}
      </div>
    </section>
  );
}
