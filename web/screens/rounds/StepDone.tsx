import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Found } from '../../../core/wear/found.ts';
import type { Step } from '../../../core/planning/round/step.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { useClock } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating } from '../../api/writing.tsx';
import { FoundWords } from '../../parts/FoundWords.tsx';
import { useJobDefinition } from '../../parts/useJobDefinition.ts';
import { VolumeField } from '../../parts/VolumeField.tsx';
import type { RoundHere } from './useRound.ts';

const plainDone = (stepId: string, found: Found | null) =>
  ({ do: 'done', stepId, found, minutes: null, note: '' }) as const;

/** What finishing a step asks: how it was found, the litres, a proof; most ask nothing. */
export function StepDone({ step, here, onDone }: { step: Step; here: RoundHere; onDone: () => void }) {
  const { act, pending, state } = here;
  const finish = async (...args: Parameters<RoundHere['act']>): Promise<void> => {
    if ((await act(...args)).kept) onDone();
  };
  if (step.phase === 'shut' && step.off) {
    const { off, systemIds } = step;
    return (
      <BigButton
        disabled={pending}
        onClick={() =>
          void finish({ do: 'switched-off', stepId: step.id, off: { ...off }, systemIds: [...systemIds] })
        }
      >
        It is off
      </BigButton>
    );
  }
  if (step.phase === 'prove' && step.off) {
    const mine = state.off.filter((one) => one.state === 'off' && one.what === step.off?.what);
    const saw = step.off.provedBy;
    return (
      <>
        <p>Look for: {saw}.</p>
        <BigButton
          disabled={pending}
          onClick={() =>
            void finish([
              ...mine.map(
                ({ actionId }) =>
                  ({ do: 'proved', offActionId: actionId, how: 'seen', saw: saw || 'seen running' }) as const,
              ),
              plainDone(step.id, null),
            ])
          }
        >
          I see it
        </BigButton>
      </>
    );
  }
  if (step.tests !== null)
    return (
      <div className="actions">
        <Button component={Link} to={`/water?system=${step.systemIds[0] ?? ''}`} variant="contained">
          Enter the test
        </Button>
        <button
          type="button"
          className="btn2"
          disabled={pending}
          onClick={() => void finish(plainDone(step.id, null))}
        >
          It is entered
        </button>
      </div>
    );
  return <JobDone step={step} finish={finish} pending={pending} />;
}

/** The step that is the job itself writes its service with it, in one unit of work. */
function JobDone({
  step,
  finish,
  pending,
}: {
  step: Step;
  finish: (...args: Parameters<RoundHere['act']>) => Promise<void>;
  pending: boolean;
}) {
  const definition = useJobDefinition(step.jobId ?? '');
  const clock = useClock();
  const here = usePersonHere();
  const [litres, setLitres] = useState<number | null>(null);
  const isChange = step.work === 'change water';
  // a change is done when it is refilled, everything else when it is done
  const isTheJob = step.jobId !== null && step.id === `${step.jobId} ${isChange ? 'refill' : 'do'}`;
  const service = (found: Found | null): RecordContent<'service'> => ({
    ...{ jobId: step.jobId ?? '', whoId: here.id, found, shareDone: 1, minutes: null, supplies: [] },
    when: { kind: 'instant', at: new Date(clock()).toISOString() },
    ...{ note: '', pictureIds: [], ...(litres === null ? {} : { litres }) },
  });
  const done = (found: Found | null): void =>
    void finish(plainDone(step.id, found), isTheJob ? [creating('service', service(found))] : []);
  if (isTheJob && definition && definition.foundScale !== 'none')
    return (
      <>
        {definition.procedure.length > 0 && (
          <ol className="order">
            {definition.procedure.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ol>
        )}
        <h3>Done: how was it found?</h3>
        <FoundWords words={definition.foundWords} disabled={pending} onChoose={done} />
        <div>
          <button type="button" className="btn2" disabled={pending} onClick={() => done(null)}>
            Done, not graded
          </button>
        </div>
      </>
    );
  return (
    <>
      {isChange && isTheJob && <VolumeField label="Changed" litres={litres} onChange={setLitres} />}
      <BigButton disabled={pending} onClick={() => done(null)}>
        Done
      </BigButton>
    </>
  );
}

function BigButton(props: { disabled: boolean; onClick: () => void; children: string }) {
  return (
    <div>
      <Button variant="contained" className="big" {...props} />
    </div>
  );
}
