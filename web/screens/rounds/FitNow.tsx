import Button from '@mui/material/Button';
import { useState } from 'react';
import { evidenceHere } from '../../api/evidence.ts';
import { buildRound } from '../../../usecases/round/build.ts';
import { offOfRounds } from '../../../usecases/round/offList.ts';
import { asContent } from '../../../usecases/round/withJob.ts';
import { useClock, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating, newIds } from '../../api/writing.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { todayIn } from '../../parts/dates.ts';
import { acting } from './roundWrites.ts';
import { useKeep } from './useKeep.ts';

const MIN_PER_H = 60;

/** A fitting that goes in outside a round: it stands on Today until it is out, and heads it past its hour. */
export default function FitNow({
  jobId,
  siteId,
  clearMin,
}: {
  jobId: string;
  siteId: string;
  clearMin: number;
}) {
  const snapshot = useSnapshot();
  const clock = useClock();
  const person = usePersonHere();
  const { keep, pending, error } = useKeep();
  const [hours, setHours] = useState<number | null>(clearMin / MIN_PER_H);
  const isIn = offOfRounds(snapshot, evidenceHere(snapshot).index).some(
    (off) => off.on && snapshot.content('round', off.roundId)?.jobIds.includes(jobId),
  );
  if (isIn) return <p className="soft">It is in: take it out on Today.</p>;
  const fit = (): void => {
    const zone = snapshot.content('site', siteId)?.timeZone ?? 'UTC';
    const steps = buildRound(evidenceHere(snapshot), [jobId])
      .filter((step) => step.jobId === jobId)
      .map((step) =>
        step.phase === 'fit' ? { ...step, waitMin: Math.round((hours ?? 0) * MIN_PER_H) } : step,
      );
    const first = steps.find((step) => step.phase === 'fit');
    if (!first?.off) return;
    const ids = newIds();
    void keep([
      creating(
        'round',
        {
          ...{ siteId, day: todayIn(zone, clock()), personId: person.id, jobIds: [jobId] },
          steps: asContent(steps),
        },
        ids,
      ),
      acting(ids.id, { do: 'begin' }, clock(), person.id),
      acting(
        ids.id,
        {
          ...{ do: 'switched-off', stepId: first.id, off: { ...first.off } },
          systemIds: [...first.systemIds],
        },
        clock(),
        person.id,
      ),
    ]);
  };
  return (
    <form
      className="actions"
      onSubmit={(event) => {
        event.preventDefault();
        fit();
      }}
    >
      <NumberField label="Comes out after" unit="h" value={hours} onChange={setHours} />
      <Button type="submit" variant="contained" disabled={pending || hours === null || hours <= 0}>
        It is in now
      </Button>
      <ProblemNote error={error} />
    </form>
  );
}
