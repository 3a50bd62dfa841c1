import { lazy, Suspense, useState } from 'react';
import type { CautionId } from '../../../core/catalogue/cautions.ts';
import type { Step } from '../../../core/planning/round/step.ts';
import { BigButton } from './BigButton.tsx';
import type { Finishing } from './finishing.ts';
import { Heed, toHeed } from './Heed.tsx';
import { JobDone } from './JobDone.tsx';
import { ProveStep } from './ProveStep.tsx';
import type { RoundHere } from './useRound.ts';

// the sheet of tests is fetched with the first test
const TestHere = lazy(() => import('./TestHere.tsx'));
const Judge = lazy(() => import('./Judge.tsx'));

/** What finishing a step asks: a caution heeded, how it was found, the litres, a proof; most ask nothing. */
export function StepDone({ step, here, onDone }: { step: Step; here: RoundHere; onDone: () => void }) {
  const { act, pending, state } = here;
  const asked = toHeed(step, state);
  const [heeded, setHeeded] = useState<ReadonlySet<CautionId>>(new Set());
  const unheeded = asked.some((id) => !heeded.has(id));
  const onHeed = (id: CautionId, yes: boolean): void => {
    const next = new Set(heeded);
    if (yes) next.add(id);
    else next.delete(id);
    setHeeded(next);
  };
  const finish = async (...args: Parameters<RoundHere['act']>): Promise<void> => {
    const [what, ...rest] = args;
    // said with the step itself, so that it is asked once and known afterwards
    const said = [what]
      .flat()
      .map((one) =>
        asked.length > 0 && (one.do === 'done' || one.do === 'switched-off') && one.stepId === step.id
          ? { ...one, heeded: asked }
          : one,
      );
    if ((await act(said, ...rest)).kept) onDone();
  };
  const blocked = pending || unheeded;
  return (
    <>
      <Heed step={step} asked={asked} heeded={heeded} onHeed={onHeed} />
      <Suspense fallback={<p className="soft">Opening…</p>}>
        <What step={step} here={here} finish={finish} blocked={blocked} />
      </Suspense>
      {unheeded && <p className="soft">Tick what is above first.</p>}
    </>
  );
}

function What(props: Finishing) {
  const { step, finish, blocked } = props;
  const { off, systemIds } = step;
  if ((step.phase === 'shut' || step.phase === 'fit') && off)
    return (
      <BigButton
        disabled={blocked}
        onClick={() =>
          void finish({ do: 'switched-off', stepId: step.id, off: { ...off }, systemIds: [...systemIds] })
        }
      >
        {off.on ? 'It is in' : 'It is off'}
      </BigButton>
    );
  if ((step.phase === 'prove' || step.phase === 'remove') && off) return <ProveStep {...props} />;
  if (step.tests.length > 0) return <TestHere {...props} />;
  if (step.phase === 'judge') return <Judge {...props} />;
  return <JobDone {...props} />;
}
