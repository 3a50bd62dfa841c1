import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { useNow, useSnapshot } from '../../api/data.ts';
import { creating } from '../../api/writing.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { statusWrites } from '../../parts/statusWrites.ts';
import { useSend } from '../../parts/useSend.ts';

type Status = RecordContent<'component'>['status'];
interface Act {
  label: string;
  /** null: the part was replaced by a new one of the same kind. */
  to: Status | null;
  needsReason: boolean;
  said: (name: string) => string;
  explain: string;
}
const pause: Act = {
  label: 'Pause it',
  to: 'paused',
  needsReason: true,
  said: (name) => `${name} rests; its clock stands.`,
  explain: 'Its clock stands until it runs again.',
};
const off: Act = {
  label: 'Switched off',
  to: 'off',
  needsReason: false,
  said: (name) => `${name} is off: it stays first on Today until it is seen running.`,
  explain: 'Stays at the top of Today until seen running.',
};
const run: Act = {
  label: 'It runs again',
  to: 'running',
  needsReason: false,
  said: (name) => `${name} runs.`,
  explain: '',
};
const standBy: Act = {
  label: 'Stands by',
  to: 'standby',
  needsReason: false,
  said: (name) => `${name} stands by.`,
  explain: '',
};
const replace: Act = {
  label: 'Replaced by a new one',
  to: null,
  needsReason: true,
  said: (name) => `${name}: a new one. Older records count little from here on.`,
  explain: 'The history stays; what it taught counts little for the new one.',
};
const retire: Act = {
  label: 'Retire it',
  to: 'removed',
  needsReason: true,
  said: (name) => `${name} is retired; its history stays in the log.`,
  explain: 'No more dates; its history stays in the log.',
};
const actsFrom: Record<Status, Act[]> = {
  running: [pause, off, standBy, replace, retire],
  standby: [run, pause, replace, retire],
  paused: [run, replace, retire],
  off: [run, pause, retire],
  removed: [run],
};

/** Pause, switch off, replace, retire: each with its reason, each can be undone by its opposite. */
export function StatusActions({ component }: { component: Stored<'component'> }) {
  const snapshot = useSnapshot();
  const now = useNow();
  const { send, pending, error } = useSend();
  const [asking, setAsking] = useState<Act | null>(null);
  const [reason, setReason] = useState('');
  const act = async (chosen: Act): Promise<void> => {
    const at = new Date(now);
    const writes =
      chosen.to === null
        ? [
            creating('event', {
              siteId: null,
              systemId: null,
              componentId: component.id,
              kind: 'replaced',
              when: { kind: 'instant', at: at.toISOString() },
              until: null,
              endsLives: true,
              whoId: null,
              note: reason.trim(),
            }),
          ]
        : statusWrites(snapshot, component, chosen.to, reason, at);
    const { sent } = await send(writes, chosen.said(component.content.name));
    if (!sent) return;
    setAsking(null);
    setReason('');
  };
  return (
    <div style={{ display: 'grid', gap: 10 }}>
      <div className="actions">
        {actsFrom[component.content.status].map((one) => (
          <button
            key={one.label}
            type="button"
            className="btn2"
            disabled={pending}
            onClick={() => (one.needsReason || one.explain ? setAsking(one) : void act(one))}
          >
            {one.label}
          </button>
        ))}
      </div>
      {asking && (
        <div className="form">
          <p>{asking.explain}</p>
          {asking.needsReason && (
            <TextField
              label="Why"
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              autoFocus
            />
          )}
          <div className="actions">
            <Button
              variant="contained"
              disabled={pending || (asking.needsReason && reason.trim() === '')}
              onClick={() => void act(asking)}
            >
              {asking.label}
            </Button>
            <button type="button" className="btn2" onClick={() => setAsking(null)}>
              Cancel
            </button>
          </div>
        </div>
      )}
      <ProblemNote error={error} />
    </div>
  );
}
