import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Day } from '../../../core/time/day.ts';
import { foundGrades, type Found } from '../../../core/wear/found.ts';
import type { Stored } from '../../../contract/records.ts';
import { useSnapshot } from '../../api/data.ts';
import { revising } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useJobDefinition } from '../../parts/useJobDefinition.ts';
import { VolumeField } from '../../parts/VolumeField.tsx';
import { WhenField } from '../../parts/WhenField.tsx';
import type { LogEntry, LogRecord } from './entries.ts';
import { useSend } from '../../parts/useSend.ts';

/** Corrects an entry by a revision: the old text is kept. */
export function CorrectEntry({
  entry,
  today,
  zone,
  onDone,
}: {
  entry: Pick<LogEntry, 'record' | 'jobId' | 'what'>;
  today: Day;
  /** Of the place it happened at. */
  zone: string;
  onDone: () => void;
}) {
  const [base] = useState<LogRecord>(entry.record);
  const [record, setRecord] = useState<LogRecord>(entry.record);
  const { send, pending, error } = useSend();
  const definition = useJobDefinition(entry.jobId ?? '');
  const people = useSnapshot().all('person');
  const set = (some: object) =>
    setRecord({ ...record, content: { ...record.content, ...some } } as LogRecord);
  const save = async (): Promise<void> => {
    // the version this was opened at, so that a change made meanwhile is a conflict and not lost
    const { sent } = await send(
      [revising(base as Stored<'service'>, record.content as Stored<'service'>['content'])],
      `${entry.what}: corrected.`,
      'corrected',
    );
    if (!sent) return;
    onDone();
  };
  const graded = (record.kind === 'service' || record.kind === 'look') && definition?.foundScale !== 'none';
  return (
    <div className="form">
      <WhenField
        label="When"
        value={record.content.when}
        today={today}
        zone={zone}
        onChange={(when) => set({ when })}
      />
      {graded && (
        <Choice
          label="How it was found"
          value={record.kind === 'service' || record.kind === 'look' ? (record.content.found ?? '') : ''}
          options={[
            ...foundGrades.map((grade): { value: Found | ''; label: string } => ({
              value: grade,
              label: grade.replace('-', ' '),
            })),
            ...(record.kind === 'service' ? [{ value: '' as const, label: 'not graded' }] : []),
          ]}
          onChange={(found) => set({ found: found || null })}
        />
      )}
      {people.length > 0 && (
        <Choice
          label="Who"
          value={record.content.whoId ?? ''}
          options={[
            ...people.map((person) => ({ value: person.id, label: person.content.name })),
            { value: '', label: 'Not said' },
          ]}
          onChange={(id) => set({ whoId: id || null })}
        />
      )}
      {record.kind === 'service' && (
        <div className="fields">
          <NumberField
            label="Minutes it took"
            unit="min"
            value={record.content.minutes}
            onChange={(minutes) => set({ minutes })}
          />
          <NumberField
            label="Share done"
            unit="%"
            value={Math.round(record.content.shareDone * 100)}
            onChange={(share) => set({ shareDone: (share ?? Number.NaN) / 100 })}
          />
          {definition?.work === 'change water' && (
            <VolumeField
              label="Changed"
              litres={record.content.litres ?? null}
              onChange={(litres) => set({ litres })}
            />
          )}
        </div>
      )}
      {record.kind === 'skip' ? (
        <TextField
          label="Reason"
          value={record.content.reason}
          onChange={(event) => set({ reason: event.target.value })}
        />
      ) : (
        <TextField
          label="Note"
          multiline
          value={record.content.note}
          onChange={(event) => set({ note: event.target.value })}
        />
      )}
      {(record.kind === 'service' || record.kind === 'look') && record.content.pictureIds.length > 0 && (
        <div className="actions">
          {record.content.pictureIds.map((id) => (
            <a key={id} href={`/api/pictures/${id}`} target="_blank" rel="noreferrer">
              <img
                src={`/api/pictures/${id}`}
                alt="taken with this entry"
                style={{ height: 120, border: '1px solid var(--lineStrong)' }}
              />
            </a>
          ))}
        </div>
      )}
      <ProblemNote error={error} />
      <div className="actions">
        <Button variant="contained" disabled={pending} onClick={() => void save()}>
          Save the correction
        </Button>
        <button type="button" className="btn2" onClick={onDone}>
          Leave it
        </button>
      </div>
    </div>
  );
}
