import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import type { Stored } from '../../../contract/records.ts';
import { evidenceHere } from '../../api/evidence.ts';
import { shiftStood, unreadNotes } from '../../../usecases/round/shift.ts';
import { useClock, useNow, usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating, revising } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { clockIn, todayIn, writeDay } from '../../parts/dates.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { useKept } from '../../parts/useKept.ts';
import { useSend } from '../../parts/useSend.ts';
import { dayOf } from '../../../core/time/day.ts';

const SHOWN = 4;

/** What one shift leaves to the next: written, read, taken over. */
export function ShiftNotes() {
  const snapshot = useSnapshot();
  const [params, setParams] = useSearchParams();
  const person = usePersonHere();
  const now = useNow();
  const writing = params.get('note');
  const sites = snapshot.all('site');
  const unread = new Set(unreadNotes({ snapshot }, person.id, now).map(({ id }) => id));
  const notes = snapshot
    .all('shift-note')
    .sort((a, b) => b.content.at.localeCompare(a.content.at))
    .filter(({ id }, i) => i < SHOWN || unread.has(id));
  if (sites.length === 0) return null;
  return (
    <section className="datum roundpart" aria-label="Shift notes">
      <div className="actions">
        <h2>Shift notes</h2>
        {sites.map(({ id, content }) => (
          <button key={id} type="button" className="btn2" onClick={() => setParams({ note: id })}>
            {sites.length === 1 ? 'Write a note' : `+ ${content.name}`}
          </button>
        ))}
      </div>
      {writing && snapshot.get('site', writing) && (
        <WriteNote key={writing} siteId={writing} onDone={() => setParams({})} />
      )}
      <ul className="plain">
        {notes.map((note) => (
          <Note key={note.id} note={note} isUnread={unread.has(note.id)} />
        ))}
      </ul>
    </section>
  );
}

function WriteNote({ siteId, onDone }: { siteId: string; onDone: () => void }) {
  const snapshot = useSnapshot();
  const plan = usePlan();
  const clock = useClock();
  const now = useNow();
  const person = usePersonHere();
  const [ids] = useFixedIds();
  const { send, pending, error } = useSend();
  const [draft, setDraft, forget] = useKept(`shift.${siteId}`, { text: '', toId: '' });
  const stood = useMemo(
    () => shiftStood(evidenceHere(snapshot), plan, siteId, now),
    [snapshot, plan, siteId, now],
  );
  const save = async (): Promise<void> => {
    const content = {
      ...{ siteId, at: new Date(clock()).toISOString(), whoId: person.id, toId: draft.toId || null },
      ...{ text: draft.text.trim(), stood, seen: [] },
    };
    const { sent } = await send(
      [creating('shift-note', content, ids)],
      'The note is left for the next shift.',
    );
    if (!sent) return;
    forget();
    onDone();
  };
  const others = snapshot.all('person').filter(({ id }) => id !== person.id);
  return (
    <form
      className="form shiftform"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <h3>{snapshot.content('site', siteId)?.name}, as it stands</h3>
      {stood.length === 0 && <p className="soft">Nothing is off, out of its limits, held or late.</p>}
      <ul>
        {stood.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <TextField
        label="What the next shift should know"
        multiline
        minRows={3}
        value={draft.text}
        onChange={(event) => setDraft({ ...draft, text: event.target.value })}
      />
      {others.length > 0 && (
        <Choice
          label="Who takes over"
          value={draft.toId}
          options={[
            ...others.map(({ id, content }) => ({ value: id, label: content.name })),
            { value: '', label: 'Whoever comes' },
          ]}
          onChange={(toId) => setDraft({ ...draft, toId })}
        />
      )}
      <ProblemNote error={error} />
      <div className="actions">
        <Button
          type="submit"
          variant="contained"
          disabled={pending || (draft.text.trim() === '' && stood.length === 0)}
        >
          Leave the note
        </Button>
        <button type="button" className="btn2" onClick={onDone}>
          Not now
        </button>
      </div>
    </form>
  );
}

function Note({ note, isUnread }: { note: Stored<'shift-note'>; isUnread: boolean }) {
  const { siteId, at, whoId, toId, text, stood, seen } = note.content;
  const snapshot = useSnapshot();
  const { dateFormat } = useSetting();
  const clock = useClock();
  const now = useNow();
  const person = usePersonHere();
  const { send, pending, error } = useSend();
  const site = snapshot.content('site', siteId);
  const zone = site?.timeZone ?? 'UTC';
  const nameOf = (id: string | null): string => snapshot.content('person', id)?.name ?? 'somebody';
  const when = (instant: string): string =>
    `${writeDay(dayOf(Date.parse(instant), zone), todayIn(zone, now), dateFormat)}, ${clockIn(zone, Date.parse(instant))}`;
  const take = (): void =>
    void send(
      [
        revising(note, {
          ...note.content,
          seen: [...seen, { whoId: person.id, at: new Date(clock()).toISOString() }],
        }),
      ],
      'Read.',
    );
  return (
    <li className="rule shiftnote" data-unread={isUnread || undefined}>
      <p>
        <b>{site?.name}</b>{' '}
        <span className="soft">
          {when(at)}, {nameOf(whoId)}
          {toId && ` to ${nameOf(toId)}`}
        </span>
      </p>
      {text !== '' && <p className="shifttext">{text}</p>}
      {stood.length > 0 && (
        <details open={isUnread}>
          <summary>As it stood then: {stood.length === 1 ? '1 thing' : `${stood.length} things`}</summary>
          <ul>
            {stood.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </details>
      )}
      <ProblemNote error={error} />
      {isUnread ? (
        <div>
          <Button variant="contained" disabled={pending} onClick={take}>
            I have read it and take over
          </Button>
        </div>
      ) : (
        <p className="soft">
          {seen.length === 0
            ? 'not read by anybody yet'
            : `read by ${seen.map((one) => `${nameOf(one.whoId)}, ${when(one.at)}`).join('; ')}`}
        </p>
      )}
    </li>
  );
}
