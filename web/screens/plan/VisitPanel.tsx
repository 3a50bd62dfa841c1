import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import { addDays, type Day } from '../../../core/time/day.ts';
import type { LevelledVisit } from '../../../usecases/levelling/levelledPlace.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import type { Write } from '../../../contract/work.ts';
import { useSetting, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating, deleting, revising } from '../../api/writing.tsx';
import { writeDay } from '../../parts/dates.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { roundPath } from '../../parts/roundPath.ts';
import { DayField } from '../../parts/DayField.tsx';
import { useSend } from '../../parts/useSend.ts';
import type { Turn } from './PileChart.tsx';

/** A whole visit: what it holds and why, moved to another day, left out, or split in two. */
export function VisitPanel({
  siteId,
  visit,
  today,
  rowOf,
  isNext,
  onTake,
  onClose,
}: {
  siteId: string;
  visit: LevelledVisit;
  today: Day;
  rowOf: ReadonlyMap<string, PlanRow>;
  /** The visit at hand: its round can be built. */
  isNext: boolean;
  onTake: (turn: Turn) => void;
  onClose: () => void;
}) {
  const { dateFormat } = useSetting();
  const snapshot = useSnapshot();
  const here = usePersonHere();
  const { send, pending, error } = useSend();
  const [to, setTo] = useState<Day>(addDays(visit.day, 1));
  const [reason, setReason] = useState('');
  const day = (of: Day): string => writeDay(of, today, dateFormat);
  const { change } = visit;
  const saying = (some: Partial<RecordContent<'visit-change'>>): Write =>
    withChange(change, {
      ...{ siteId, day: visit.day, to: visit.day, minutes: null, whoId: here.id, reason },
      ...change?.content,
      ...some,
    });
  const split = creating('visit-change', {
    ...{ siteId, day: to, to, minutes: visit.minutes, whoId: here.id, reason: reason || 'split' },
  });
  const entries = [...visit.entries].sort((a, b) => b.minutes - a.minutes);
  const act = async (write: Write, said: string): Promise<void> => {
    if ((await send([write], said)).sent) onClose();
  };
  return (
    <section className="planpanel" aria-label="The visit in hand">
      <div className="panelhead">
        <h2>{day(visit.day)}</h2>
        <span className="soft tn">
          {Math.round(visit.load)}
          {visit.minutes === null ? ' min' : ` of ${visit.minutes} min`}
        </span>
        {isNext && entries.length > 0 && (
          <Link className="btn2" to={roundPath(siteId, entries)}>
            Build its round
          </Link>
        )}
      </div>
      {snapshot
        .all('round')
        .filter(({ content }) => content.siteId === siteId && content.day === visit.day)
        .flatMap(({ id, content }) => (content.overrides ?? []).map((one) => ({ id, ...one })))
        .map(({ id, text, reason }) => (
          <p key={`${id} ${text}`} className="hint">
            {text} <b>Goes on: {reason}.</b>
          </p>
        ))}
      {visit.movedFrom && (
        <p>
          Moved from {day(visit.movedFrom)}. <span className="soft">{change?.content.reason}</span>
        </p>
      )}
      <ul className="plain visitjobs">
        {entries.map((entry) => {
          const row = rowOf.get(entry.jobId);
          return (
            row && (
              <li key={`${entry.jobId} ${entry.look}`} className="rule">
                <button
                  type="button"
                  className="rowlink"
                  onClick={() => onTake({ siteId, jobId: entry.jobId, look: entry.look, turn: entry.turn })}
                >
                  <b>{row.thing}</b>, {entry.look ? 'a look' : row.action}{' '}
                  <span className="soft">
                    {row.systemName === row.thing ? '' : `${row.systemName}. `}
                    {entry.why}
                  </span>
                </button>
                <span className="tn">{entry.minutes} min</span>
              </li>
            )
          );
        })}
      </ul>
      <div className="actions">
        <DayField label="Another day" value={to} min={today} onChange={setTo} />
        <TextField label="Reason" value={reason} onChange={(event) => setReason(event.target.value)} />
      </div>
      <ProblemNote error={error} />
      <div className="actions">
        <button
          type="button"
          className="btn2"
          disabled={pending}
          onClick={() => void act(saying({ to }), `Visit of ${day(visit.day)} moved to ${day(to)}.`)}
        >
          Move the visit there
        </button>
        <button
          type="button"
          className="btn2"
          disabled={pending}
          onClick={() => void act(split, `Split: a visit more on ${day(to)}.`)}
        >
          Split: a visit more that day
        </button>
        <button
          type="button"
          className="btn2"
          disabled={pending || reason.trim() === ''}
          onClick={() => void act(saying({ to: null }), `Visit of ${day(visit.day)} left out.`)}
        >
          Leave it out
        </button>
        {change && (
          <button
            type="button"
            className="btn2"
            disabled={pending}
            onClick={() => void act(deleting(change), 'The visit is as it was.')}
          >
            As it was
          </button>
        )}
        <button type="button" className="btn2" onClick={onClose}>
          Let go <kbd>Esc</kbd>
        </button>
        {reason.trim() === '' && <span className="soft">Leaving it out needs a reason.</span>}
      </div>
    </section>
  );
}

const withChange = (known: Stored<'visit-change'> | null, content: RecordContent<'visit-change'>): Write =>
  known ? revising(known, content) : creating('visit-change', content);
