import { useState } from 'react';
import type { Stored } from '../../../contract/records.ts';
import { isDueWhenFound, type Found } from '../../../core/wear/found.ts';
import { evidenceHere } from '../../api/evidence.ts';
import { withJob } from '../../../usecases/round/withJob.ts';
import { useClock, usePlan, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { revising } from '../../api/writing.tsx';
import { FoundWords } from '../../parts/FoundWords.tsx';
import { writesFor } from '../../parts/logWrites.ts';
import { emptyMore } from '../../parts/more.ts';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { useJobDefinition } from '../../parts/useJobDefinition.ts';
import { BigButton } from './BigButton.tsx';
import type { Finishing } from './finishing.ts';
import { plainDone } from './roundWrites.ts';

/** One part is looked at: how it is found sets its date; what is due can be done in this round. */
export function LookHere({ step, here, finish, blocked }: Finishing) {
  const definition = useJobDefinition(step.jobId ?? '');
  const row = usePlan().jobs.find((one) => one.jobId === step.jobId);
  const snapshot = useSnapshot();
  const clock = useClock();
  const person = usePersonHere();
  const [ids] = useFixedIds();
  const [found, setFound] = useState<Found | null>(null);
  if (!definition || !row)
    return (
      <BigButton disabled={blocked} onClick={() => void finish(plainDone(step.id))}>
        Done
      </BigButton>
    );
  const look = (grade: Found, round: Stored<'round'>['content'] | null): void => {
    const more = {
      ...emptyMore(row, person.id),
      when: { kind: 'instant' as const, at: new Date(clock()).toISOString() },
    };
    void finish({ ...plainDone(step.id), found: grade }, [
      ...writesFor(row, 'looked', grade, more, ids),
      ...(round ? [revising(here.round, round)] : []),
    ]);
  };
  const choose = (grade: Found): void => {
    if (isDueWhenFound(grade)) setFound(grade);
    else look(grade, null);
  };
  return (
    <>
      <h3>How does it look?</h3>
      <FoundWords
        words={definition.foundWords}
        {...(found === null ? {} : { chosen: found })}
        disabled={blocked}
        onChoose={choose}
      />
      {found !== null && (
        <>
          <p>It is due: {row.minutes} min.</p>
          <BigButton
            disabled={blocked}
            onClick={() =>
              look(found, withJob(evidenceHere(snapshot), here.round.content, here.state, row.jobId, step.id))
            }
          >
            Do it in this round
          </BigButton>
          <BigButton disabled={blocked} quiet onClick={() => look(found, null)}>
            Leave it for another day
          </BigButton>
        </>
      )}
    </>
  );
}
