import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { chanceWord } from '../../../core/explain/words.ts';
import type { LevelledEntry } from '../../../usecases/levelling/levelledPlace.ts';
import type { Move } from '../../../usecases/levelling/moves.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import { useSetting } from '../../api/data.ts';
import { writeDay } from '../../parts/dates.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { JobLink } from './JobLink.tsx';
import { breakWord } from './breakWord.ts';

const PutOff = lazy(() => import('../../parts/PutOff.tsx'));
/** Visits shown on each side of where it would go. */
const AROUND = 2;

/** A turn of a job in hand: where it stands and why, and what another visit would cost. */
export function MovePanel({
  row,
  entry,
  moves,
  target,
  pending,
  error,
  onTarget,
  onMove,
  onLeave,
  onPin,
}: {
  row: PlanRow;
  entry: LevelledEntry;
  moves: readonly Move[];
  target: number;
  pending: boolean;
  error: unknown;
  onTarget: (visit: number) => void;
  onMove: () => void;
  onLeave: () => void;
  onPin: () => void;
}) {
  const { dateFormat } = useSetting();
  const [puttingOff, setPuttingOff] = useState(false);
  const at = moves.findIndex((move) => move.visit === target);
  const here = moves.find((move) => move.isHere);
  const to = moves[at];
  const shown = moves.slice(
    Math.max(0, Math.min(at - AROUND, moves.length - 2 * AROUND - 1)),
    Math.max(at + AROUND + 1, 2 * AROUND + 1),
  );
  const moving = to !== undefined && !to.isHere;
  const day = (of: string): string => writeDay(of, row.today, dateFormat);
  return (
    <section className="planpanel" aria-label="The job in hand">
      <div className="panelhead">
        <h2>
          <JobLink row={row} look={entry.look} />{' '}
          {row.systemName !== row.thing && <span className="panelsystem">{row.systemName}</span>}
        </h2>
        <span className="soft tn">{entry.minutes} min</span>
      </div>
      <p>
        {moving && here ? `Moving from ${day(here.day)} to ${day(to.day)}. ` : ''}
        {entry.turn === 0 ? row.sentence : `Its turn ${entry.turn + 1} from today.`}{' '}
        <span className="soft">{entry.why}</span>
      </p>
      {!entry.look && (
        <table className="moves">
          <thead>
            <tr>
              <th>done on</th>
              <th>the visit then holds</th>
              <th>due already by then</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((move) => (
              <tr key={move.visit} aria-selected={move.visit === target} onClick={() => onTarget(move.visit)}>
                <td>
                  <button type="button" className="rowlink">
                    {day(move.day)}
                    {move.isHere && <span className="soft">, as planned</span>}
                  </button>
                </td>
                <td className="tn">
                  {Math.round(move.loadMin)}
                  {move.minutesThere === null ? ' min' : ` of ${move.minutesThere} min`}
                </td>
                <td>
                  <b className={move.chanceDue > 2 * move.accepted ? 'late' : ''}>
                    {chanceWord(move.chanceDue)}
                  </b>
                  {move.breaks && <span className="late"> {breakWord(move.breaks)}</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <ProblemNote error={error} />
      {puttingOff ? (
        <Suspense fallback={null}>
          <PutOff row={row} onDone={() => setPuttingOff(false)} />
        </Suspense>
      ) : (
        <div className="actions">
          {moving && (
            <Button variant="contained" disabled={pending} onClick={onMove}>
              Move it <kbd>Enter</kbd>
            </Button>
          )}
          {!moving && entry.changePlanId !== null && (
            <Link className="btn2" to={`/water/change?site=${row.siteId}&plan=${entry.changePlanId}`}>
              The planned change
            </Link>
          )}
          {!entry.look && !moving && entry.changePlanId === null && (
            <button type="button" className="btn2" disabled={pending} onClick={onPin}>
              {entry.pinned ? 'Unpin' : 'Pin it here'} <kbd>P</kbd>
            </button>
          )}
          {entry.turn === 0 && !moving && (
            <button type="button" className="btn2" onClick={() => setPuttingOff(true)}>
              Skip, with a reason
            </button>
          )}
          <button type="button" className="btn2" onClick={onLeave}>
            {moving && here ? `Leave it on ${day(here.day)}` : 'Let go'} <kbd>Esc</kbd>
          </button>
        </div>
      )}
      {row.skips > 0 && !puttingOff && (
        <p className="soft">
          Put off {row.skips === 1 ? 'once' : `${row.skips} times`} since it was last done.
        </p>
      )}
    </section>
  );
}
