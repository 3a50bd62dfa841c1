import Button from '@mui/material/Button';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import type { Found } from '../../core/wear/found.ts';
import type { PlanRow } from '../../usecases/plan/plan.ts';
import { usePersonHere } from '../api/person.ts';
import { useWriting } from '../api/writing.tsx';
import { FoundWords } from './FoundWords.tsx';
import { saidFor, writesFor, type LogMode } from './logWrites.ts';
import { emptyMore, type More } from './more.ts';
import { ProblemNote } from './ProblemNote.tsx';
import { useFixedIds } from './useFixedIds.ts';
import { VolumeField } from './VolumeField.tsx';

// beyond the two taps: date pickers and pictures are fetched when they are asked for
const LogMore = lazy(() => import('./LogMore.tsx'));
const PutOff = lazy(() => import('./PutOff.tsx'));

/** Log a job: how it was found is the second tap. More only if wanted; "only looked" grades and resets nothing. */
export function LogJob({ row, onLogged, extra }: { row: PlanRow; onLogged?: () => void; extra?: ReactNode }) {
  const [mode, setMode] = useState<LogMode>('done');
  const [more, setMore] = useState<More | null>(null);
  const [litres, setLitres] = useState<number | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const [error, setError] = useState<unknown>(null);
  const [ids, renew] = useFixedIds();
  const here = usePersonHere();
  const { write, shown, pending } = useWriting();

  const send = async (grade: Found | null): Promise<void> => {
    if (pending) return;
    setError(null);
    try {
      const all = more ?? { ...emptyMore(row, here.id), litres };
      await write(writesFor(row, mode, grade, all, ids), saidFor(row, mode, grade), '', all.pictures);
      // until its row says so, another tap is the same job once more
      await shown();
      renew();
      setMore(null);
      setFound(null);
      onLogged?.();
    } catch (problem) {
      setError(problem);
    }
  };
  if (mode === 'put-off')
    return (
      <Suspense fallback={null}>
        <PutOff row={row} onDone={() => setMode('done')} />
      </Suspense>
    );
  const graded = row.foundScale !== 'none';
  return (
    <div style={{ display: 'grid', gap: 12 }}>
      {graded ? (
        <>
          <h3>{mode === 'done' ? 'Done. What did you find?' : 'Only looked: how does it look?'}</h3>
          <FoundWords
            words={row.foundWords}
            chosen={found}
            disabled={pending}
            onChoose={(grade) => (more ? setFound(grade) : void send(grade))}
          />
        </>
      ) : (
        !more && (
          <div className="actions">
            {row.work === 'change water' && (
              <VolumeField label="Changed" litres={litres} onChange={setLitres} />
            )}
            <Button variant="contained" disabled={pending} onClick={() => void send(null)}>
              Done today
            </Button>
          </div>
        )
      )}
      {more && (
        <Suspense fallback={null}>
          <LogMore row={row} value={more} onChange={setMore} looked={mode === 'looked'} />
        </Suspense>
      )}
      <ProblemNote error={error} />
      <div className="actions">
        {more && (
          <Button
            variant="contained"
            disabled={pending || (mode === 'looked' && found === null)}
            onClick={() => void send(found)}
          >
            {mode === 'done' ? 'Log it done' : 'Log the look'}
          </Button>
        )}
        {!more && graded && mode === 'done' && (
          <button type="button" className="btn2" disabled={pending} onClick={() => void send(null)}>
            Done, condition not noted
          </button>
        )}
        <button
          type="button"
          className="btn2"
          onClick={() => setMore(more ? null : { ...emptyMore(row, here.id), litres })}
        >
          {more ? 'Less' : 'Another day, more detail'}
        </button>
        {graded && (
          <button type="button" className="btn2" onClick={() => setMode(mode === 'done' ? 'looked' : 'done')}>
            {mode === 'done' ? 'I only looked' : 'It was done'}
          </button>
        )}
        <button type="button" className="btn2" onClick={() => setMode('put-off')}>
          Put it off
        </button>
        {extra}
      </div>
    </div>
  );
}
