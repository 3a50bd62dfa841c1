import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { addDays, type Day } from '../../core/time/day.ts';
import type { PlanRow } from '../../usecases/plan/plan.ts';
import { usePersonHere } from '../api/person.ts';
import { creating, useWriting } from '../api/writing.tsx';
import { ProblemNote } from './ProblemNote.tsx';
import { useFixedIds } from './useFixedIds.ts';
import { DayField } from './DayField.tsx';
import { useSend } from './useSend.ts';

/** Puts a job off until a day, with a reason: both are kept, and counted. */
export default function PutOff({ row, onDone }: { row: PlanRow; onDone: () => void }) {
  const [until, setUntil] = useState<Day>(row.nextVisit ?? addDays(row.today, 7));
  const [reason, setReason] = useState('');
  const here = usePersonHere();
  const { send, pending, error } = useSend();
  const { shown } = useWriting();
  const [ids] = useFixedIds();
  const putOff = async (): Promise<void> => {
    const { sent } = await send(
      [
        creating(
          'skip',
          { jobId: row.jobId, when: { kind: 'day', day: row.today }, whoId: here.id, until, reason },
          ids,
        ),
      ],
      `${row.thing}: put off.`,
    );
    if (!sent) return;
    await shown();
    onDone();
  };
  return (
    <div className="form">
      <h3>Put off until when, and why?</h3>
      {row.skips > 0 && (
        <p className="soft">
          Put off {row.skips === 1 ? 'once' : `${row.skips} times`} since it was last done.
        </p>
      )}
      <div className="actions">
        <DayField label="Until" value={until} min={addDays(row.today, 1)} onChange={setUntil} />
        <TextField
          label="Reason"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          sx={{ minWidth: 280 }}
        />
      </div>
      <ProblemNote error={error} />
      <div className="actions">
        <Button variant="contained" disabled={pending || reason.trim() === ''} onClick={() => void putOff()}>
          Put it off
        </Button>
        <button type="button" className="btn2" onClick={onDone}>
          Cancel
        </button>
        {reason.trim() === '' && <span className="soft">A reason is needed: the next person will ask.</span>}
      </div>
    </div>
  );
}
