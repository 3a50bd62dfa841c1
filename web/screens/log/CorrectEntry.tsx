import TextField from '@mui/material/TextField';
import { foundInWords } from '../../../core/explain/words.ts';
import type { Day } from '../../../core/time/day.ts';
import { foundGrades, type Found } from '../../../core/wear/found.ts';
import type { Stored } from '../../../contract/records.ts';
import { useSnapshot } from '../../api/data.ts';
import { RecordForm } from '../../forms/RecordForm.tsx';
import { useRecordForm } from '../../forms/useRecordForm.ts';
import { Choice } from '../../parts/Choice.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { useJobDefinition } from '../../parts/useJobDefinition.ts';
import { VolumeField } from '../../parts/VolumeField.tsx';
import { WhenField } from '../../parts/WhenField.tsx';
import type { LogEntry, LogRecord } from './entries.ts';

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
  // what can be corrected of every kind of entry is called the same in all of them
  const form = useRecordForm(entry.record.kind, entry.record as Stored<LogRecord['kind']>, {
    said: () => `${entry.what}: corrected.`,
    why: 'corrected',
    onDone,
  });
  const record = { kind: entry.record.kind, content: form.content } as LogRecord;
  const definition = useJobDefinition(entry.jobId ?? '');
  const people = useSnapshot().all('person');
  const set = (some: object) => form.set(some);
  const graded = (record.kind === 'service' || record.kind === 'look') && definition?.foundScale !== 'none';
  return (
    <RecordForm form={form} save="Save the correction" onCancel={onDone}>
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
              label: foundInWords(grade),
            })),
            ...(record.kind === 'service' ? [{ value: '' as const, label: 'condition not noted' }] : []),
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
            required
            value={Math.round(record.content.shareDone * 100)}
            onChange={(share) => set({ shareDone: (share ?? 0) / 100 })}
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
    </RecordForm>
  );
}
