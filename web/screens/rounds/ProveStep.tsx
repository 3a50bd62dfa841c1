import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useClock, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { newIds } from '../../api/writing.tsx';
import { clockIn } from '../../parts/dates.ts';
import { BigButton } from './BigButton.tsx';
import { DeviceProof } from './DeviceProof.tsx';
import { answeredBy, type Finishing } from './finishing.ts';
import { plainDone, takenOut } from './roundWrites.ts';

const MINUTE_MS = 60_000;

/** One thing proved running by looking, or by what was read on it; a fitting seen taken out. */
export function ProveStep({ step, here, finish, blocked }: Finishing) {
  const [read, setRead] = useState<string | null>(null);
  const clock = useClock();
  const person = usePersonHere();
  const zone = useSnapshot().content('site', here.round.content.siteId)?.timeZone ?? 'UTC';
  const { off } = step;
  if (!off) return null;
  // a later switching-off of the same thing is another one
  const mine = answeredBy(step, here.state);
  const isRemoval = step.phase === 'remove';
  const prove = (how: 'seen' | 'reading', saw: string): void => {
    const ids = newIds();
    const service = isRemoval && step.jobId !== null ? [takenOut(step.jobId, clock(), person.id, ids)] : [];
    void finish(
      [
        ...mine.map(({ actionId }) => ({ do: 'proved', offActionId: actionId, how, saw }) as const),
        { ...plainDone(step.id), serviceId: service.length > 0 ? ids.id : null },
      ],
      service,
    );
  };
  const fitted = here.state.off.find((one) => one.on && one.what === off.what);
  const clearAt =
    fitted &&
    Date.parse(fitted.since) +
      (here.round.content.steps.find((one) => one.id === fitted.stepId)?.waitMin ?? 0) * MINUTE_MS;
  // what a device said while it was off proves nothing
  const onAgain = Math.max(
    ...mine.map((one) => Date.parse(one.since)),
    ...here.round.content.steps
      .filter((one) => one.phase === 'restart' && one.off?.componentId === off.componentId)
      .map((one) => here.state.doneAt.get(one.id) ?? 0),
  );
  return (
    <>
      <p>
        Look for: {off.provedBy}.
        {isRemoval && clearAt && ` It went in to be taken out about ${clockIn(zone, clearAt)}.`}
      </p>
      {read !== null && (
        <TextField
          label="What it reads, with its unit"
          value={read}
          autoFocus
          onChange={(event) => setRead(event.target.value)}
        />
      )}
      {read === null ? (
        <BigButton disabled={blocked} onClick={() => prove('seen', off.provedBy || 'seen running')}>
          {isRemoval ? 'It is out' : 'I see it'}
        </BigButton>
      ) : (
        <BigButton disabled={blocked || read.trim() === ''} onClick={() => prove('reading', read.trim())}>
          It reads that
        </BigButton>
      )}
      {!isRemoval && off.componentId !== null && (
        <DeviceProof
          componentId={off.componentId}
          zone={zone}
          since={onAgain}
          disabled={blocked}
          onTake={(saw) => prove('reading', saw)}
        />
      )}
      {!isRemoval && (
        <div>
          <button type="button" className="btn2" onClick={() => setRead(read === null ? '' : null)}>
            {read === null ? 'By a reading' : 'By looking'}
          </button>
        </div>
      )}
    </>
  );
}
