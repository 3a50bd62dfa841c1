import Button from '@mui/material/Button';
import { useState } from 'react';
import { creating } from '../../api/writing.tsx';
import {
  emptyJob,
  isComplete,
  ownJobDefinition,
  OwnJobFields,
  type OwnJob,
} from '../../parts/equipment/OwnKind.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { useSend } from '../../parts/useSend.ts';

/** A job of one's own on a component that is there. */
export function AddJob({
  componentId,
  kindId,
  onDone,
}: {
  componentId: string;
  kindId: string;
  onDone: () => void;
}) {
  const [job, setJob] = useState<OwnJob>(emptyJob);
  const [ids] = useFixedIds();
  const { send, pending, error } = useSend(onDone);
  const save = () => {
    const own = ownJobDefinition(job);
    void send(
      [
        creating(
          'job',
          { componentId, systemId: null, vesselId: null, kindId, jobId: own.id, overrides: {}, own },
          ids,
        ),
      ],
      `${job.action}: added.`,
    );
  };
  return (
    <div className="form" style={{ padding: '12px 0' }}>
      <OwnJobFields value={job} onChange={setJob} />
      <ProblemNote error={error} />
      <div className="actions">
        <Button variant="contained" disabled={pending || !isComplete(job)} onClick={save}>
          Add this job
        </Button>
        <button type="button" className="btn2" onClick={onDone}>
          Cancel
        </button>
      </div>
    </div>
  );
}
