import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { OffOfRound } from '../../../contract/round/offList.ts';
import { useClock, useNow, useSetting, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { todayIn, writeInstant } from '../../parts/dates.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useSend } from '../../parts/useSend.ts';
import { StateWord } from '../../strip/marks.tsx';
import { acting } from './roundWrites.ts';
import './rounds.css';

/** With when it starts to matter, where that has been asked. */
export type OffShown = OffOfRound & { matters?: string | null };

/** What rounds switched off and nobody has seen running since: not dismissed, only proved. */
export function OffOfRounds({ off }: { off: readonly OffShown[] }) {
  if (off.length === 0) return null;
  return (
    <section className="offlist" aria-label="Left off">
      <h2>Left off in a round</h2>
      <ul className="plain">
        {off.map((one) => (
          <OffRow key={one.actionId} off={one} />
        ))}
      </ul>
    </section>
  );
}

function OffRow({ off }: { off: OffShown }) {
  const snapshot = useSnapshot();
  const { dateFormat } = useSetting();
  const now = useNow();
  const zone = snapshot.content('site', off.siteId)?.timeZone ?? 'UTC';
  const systems = off.systemIds.flatMap((id) => snapshot.content('system', id)?.name ?? []).join(', ');
  return (
    <li className="rule offrow">
      <span>
        <b>{off.what}</b> <span className="soft">{systems}</span>
      </span>
      <span>
        <StateWord state="left-off" /> since{' '}
        {writeInstant(Date.parse(off.since), zone, dateFormat, todayIn(zone, now))}
        {off.state === 'left-off' && <span className="soft"> ({off.said})</span>}
        {off.matters && <span style={{ display: 'block' }}>{off.matters}</span>}
      </span>
      <Prove roundId={off.roundId} actionId={off.actionId} provedBy={off.provedBy} />
    </li>
  );
}

/** One thing seen running: what to look for stands beside it, and what was seen is kept. */
export function Prove({
  roundId,
  actionId,
  provedBy,
  quiet = false,
}: {
  roundId: string;
  actionId: string;
  provedBy: string;
  /** Beside a step that has the filled action. */
  quiet?: boolean;
}) {
  const clock = useClock();
  const here = usePersonHere();
  const [reason, setReason] = useState<string | null>(null);
  const { send, pending, error } = useSend();
  const answer = (what: Parameters<typeof acting>[1], said: string) =>
    send([acting(roundId, what, clock(), here.id)], said);
  return (
    <span className="prove">
      <span className="soft">Look for: {provedBy}</span>
      {reason !== null && (
        <TextField
          label="Why it stays off"
          value={reason}
          autoFocus
          onChange={(event) => setReason(event.target.value)}
        />
      )}
      <ProblemNote error={error} />
      <span className="actions">
        {reason === null ? (
          <Button
            variant={quiet ? 'text' : 'contained'}
            disabled={pending}
            onClick={() =>
              void answer(
                { do: 'proved', offActionId: actionId, how: 'seen', saw: provedBy || 'seen running' },
                'Seen running.',
              )
            }
          >
            I see it
          </Button>
        ) : (
          <Button
            variant="contained"
            disabled={pending || reason.trim() === ''}
            onClick={() =>
              void answer(
                { do: 'left-off', offActionId: actionId, reason: reason.trim() },
                'Stays off.',
              ).then(() => setReason(null))
            }
          >
            It stays off
          </Button>
        )}
        <button type="button" className="btn2" onClick={() => setReason(reason === null ? '' : null)}>
          {reason === null ? 'It stays off' : 'It runs after all'}
        </button>
      </span>
    </span>
  );
}
