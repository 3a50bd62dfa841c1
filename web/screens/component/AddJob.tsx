import Button from '@mui/material/Button';
import { useState } from 'react';
import { creating, useWriting } from '../../api/writing.tsx';
import { emptyJob, ownJobDefinition, OwnJobFields, type OwnJob } from '../../parts/equipment/OwnKind.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useFixedIds } from '../../parts/useFixedIds.ts';

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
  const [error, setError] = useState<unknown>(null);
  const [ids] = useFixedIds();
  const { write, pending } = useWriting();
  const save = async (): Promise<void> => {
    setError(null);
    try {
      const own = ownJobDefinition(job);
      await write(
        [
          creating(
            'job',
            { componentId, systemId: null, vesselId: null, kindId, jobId: own.id, overrides: {}, own },
            ids,
          ),
        ],
        `${job.action}: added.`,
      );
      onDone();
    } catch (problem) {
      setError(problem);
    }
  };
  return (
    <div className="form" style={{ padding: '12px 0' }}>
      <OwnJobFields value={job} onChange={setJob} />
      <ProblemNote error={error} />
      <div className="actions">
        <Button
          variant="contained"
          disabled={pending || !job.action.trim() || job.lo === null}
          onClick={() => void save()}
        >
          Add this job
        </Button>
        <button type="button" className="btn2" onClick={onDone}>
          Leave it
        </button>
      </div>
    </div>
  );
}
