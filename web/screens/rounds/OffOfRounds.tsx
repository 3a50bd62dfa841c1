import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { OffState } from '../../../model/round/fold.ts';
import type { OffOfRound } from '../../../usecases/round/offList.ts';
import type { RoundWhat } from '../../../contract/round/schemas.ts';
import { useClock, useNow, useSetting, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { Choice } from '../../parts/Choice.tsx';
import { clockIn, todayIn, writeInstant } from '../../parts/dates.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { StateWord } from '../../strip/marks.tsx';
import { acting, outAgain } from './roundWrites.ts';
import { useKeep } from './useKeep.ts';
import './rounds.css';

/** With when it starts to matter, where that has been asked. */
export type OffShown = OffOfRound & { matters?: string | null };

const MIN_MS = 60_000;
/** When a fitting is to come out, ms: as was said, or after its own time; null: it is no fitting, or nobody said. */
const comesOutAt = ({ on, since, until, clearMin }: OffState): number | null =>
  !on ? null : until ? Date.parse(until) : clearMin === null ? null : Date.parse(since) + clearMin * MIN_MS;

/** What rounds switched off and nobody has seen running since: not dismissed, only proved. */
export function OffOfRounds({ off: all }: { off: readonly OffShown[] }) {
  const now = useNow();
  if (all.length === 0) return null;
  // a fitting past its hour comes before everything
  const isPast = (one: OffShown): boolean => (comesOutAt(one) ?? now) < now;
  const off = [...all].sort((a, b) => Number(isPast(b)) - Number(isPast(a)));
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
  const outAt = comesOutAt(off);
  const systems = off.systemIds.flatMap((id) => snapshot.content('system', id)?.name ?? []).join(', ');
  return (
    <li className="rule offrow">
      <span>
        <b>{off.what}</b> <span className="soft">{off.on ? `left in, ${systems}` : systems}</span>
      </span>
      <span>
        <StateWord state="left-off" /> since{' '}
        {writeInstant(Date.parse(off.since), zone, dateFormat, todayIn(zone, now))}
        {off.state === 'left-off' && (
          <>
            {' '}
            <LeftOffSaid off={off} zone={zone} />
          </>
        )}
        {outAt !== null && (
          <span className={outAt <= now ? 'late' : undefined} style={{ display: 'block' }}>
            {outAt <= now ? 'it should be out since' : 'it comes out'}{' '}
            {writeInstant(outAt, zone, dateFormat, todayIn(zone, now))}
          </span>
        )}
        {off.matters && <span style={{ display: 'block' }}>{off.matters}</span>}
      </span>
      <Prove roundId={off.roundId} off={off} />
    </li>
  );
}

/** Why it stays, who sees to it and when. */
export function LeftOffSaid({ off, zone }: { off: OffState; zone: string }) {
  const person = useSnapshot().content('person', off.whoId)?.name;
  const until = off.until && clockIn(zone, Date.parse(off.until));
  return (
    <span className="soft">
      ({off.said}
      {(person ?? until) && '; '}
      {[person, until && `by ${until}`].filter(Boolean).join(' ')})
    </span>
  );
}

const HOUR_MS = 3_600_000;
/** When somebody sees to it, from now. */
const hoursAhead = [1, 4, 24];
const hoursChoices = (usual: number | null): string[] =>
  [...new Set([...hoursAhead, ...(usual === null ? [] : [usual])])].sort((a, b) => a - b).map(String);
const MIN_PER_H = 60;

/** One thing seen running (or taken out): what to look for stands beside it, and what was seen is kept. */
export function Prove({
  roundId,
  off,
  quiet = false,
}: {
  roundId: string;
  off: OffState;
  /** Beside a step that has the filled action. */
  quiet?: boolean;
}) {
  const clock = useClock();
  const here = usePersonHere();
  const snapshot = useSnapshot();
  const people = snapshot.all('person');
  const [reason, setReason] = useState<string | null>(null);
  const [whoId, setWhoId] = useState<string>(here.id ?? '');
  // a fitting comes out when the water is clear: after its own time
  const usual = off.clearMin === null ? null : Math.ceil(off.clearMin / MIN_PER_H);
  const [hours, setHours] = useState<string>(usual === null ? '' : String(usual));
  const { keep, pending, error } = useKeep();
  const answer = (what: RoundWhat) => keep([acting(roundId, what, clock(), here.id)]);
  const leave = async (said: string): Promise<void> => {
    const until = hours === '' ? null : new Date(clock() + Number(hours) * HOUR_MS).toISOString();
    const { actionId } = off;
    const what = {
      do: 'left-off',
      offActionId: actionId,
      reason: said,
      whoId: whoId || null,
      until,
    } as const;
    if ((await answer(what)).kept) setReason(null);
  };
  const stays = off.on ? 'It stays in' : 'It stays off';
  return (
    <span className="prove">
      <span className="soft">Look for: {off.provedBy}</span>
      {reason !== null && (
        <>
          <TextField
            label={off.on ? 'Why it stays in' : 'Why it stays off'}
            value={reason}
            autoFocus
            onChange={(event) => setReason(event.target.value)}
          />
          {people.length > 0 && (
            <Choice
              label="Who sees to it"
              value={whoId}
              options={[
                ...people.map((person) => ({ value: person.id, label: person.content.name })),
                { value: '', label: 'Not said' },
              ]}
              onChange={setWhoId}
            />
          )}
          <Choice
            label="By when"
            value={hours}
            options={[
              ...hoursChoices(usual).map((value) => ({ value, label: `in ${value} h` })),
              { value: '', label: 'Not said' },
            ]}
            onChange={setHours}
          />
        </>
      )}
      <ProblemNote error={error} />
      <span className="actions">
        {reason === null ? (
          <Button
            variant={quiet ? 'text' : 'contained'}
            disabled={pending}
            onClick={() =>
              void (off.on
                ? keep(outAgain(snapshot.get('round', roundId), off, clock(), here.id))
                : answer({
                    ...{ do: 'proved', offActionId: off.actionId, how: 'seen' },
                    saw: off.provedBy || 'seen running',
                  }))
            }
          >
            {off.on ? 'It is out' : 'I see it'}
          </Button>
        ) : (
          <Button
            variant="contained"
            disabled={pending || reason.trim() === ''}
            onClick={() => void leave(reason.trim())}
          >
            {stays}
          </Button>
        )}
        <button type="button" className="btn2" onClick={() => setReason(reason === null ? '' : null)}>
          {reason === null ? stays : 'Not after all'}
        </button>
      </span>
    </span>
  );
}
