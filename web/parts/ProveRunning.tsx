import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type ReactNode } from 'react';
import { useNow, useSnapshot } from '../api/data.ts';
import { ProblemNote } from './ProblemNote.tsx';
import { statusWrites } from './statusWrites.ts';
import { useJobDefinition } from './useJobDefinition.ts';
import { useSend } from './useSend.ts';

/** Something left off: it stays first until it was seen running, or a reason says that it rests. */
export function ProveRunning({ componentId, extra }: { componentId: string; extra?: ReactNode }) {
  const snapshot = useSnapshot();
  const { send, pending, error } = useSend();
  const now = useNow();
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const part = snapshot.get('component', componentId);
  const unit =
    part?.content.parentId && part.content.status === 'running'
      ? snapshot.get('component', part.content.parentId)
      : part;
  const anyJob = snapshot.all('job').find((job) => job.content.componentId === unit?.id);
  const proof = useJobDefinition(anyJob?.id ?? '')?.shuts[0]?.provedBy;
  if (!unit) return null;
  const setStatus = async (status: 'running' | 'paused', said: string): Promise<void> => {
    await send(statusWrites(snapshot, unit, status, reason, new Date(now)), said);
  };
  return (
    <div className="form">
      {proof && <p>Look for: {proof}.</p>}
      {asking && (
        <TextField
          label="Why it stays off"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          autoFocus
        />
      )}
      <ProblemNote error={error} />
      <div className="actions">
        {!asking && (
          <Button
            variant="contained"
            disabled={pending}
            onClick={() => void setStatus('running', `${unit.content.name}: seen running.`)}
          >
            Seen running
          </Button>
        )}
        {asking ? (
          <Button
            variant="contained"
            disabled={pending || reason.trim() === ''}
            onClick={() => void setStatus('paused', `${unit.content.name} rests: ${reason}.`)}
          >
            It rests for this reason
          </Button>
        ) : (
          <button type="button" className="btn2" onClick={() => setAsking(true)}>
            Give a reason
          </button>
        )}
        {extra}
      </div>
    </div>
  );
}
