import { lazy, Suspense, useState } from 'react';
import type { CautionId } from '../../../core/catalogue/cautions.ts';
import { isLookAtJob, type Step } from '../../../core/planning/round/step.ts';
import { BigButton } from './BigButton.tsx';
import type { RoundWhat } from '../../../contract/round/schemas.ts';
import { answeredBy, type Finishing } from './finishing.ts';
import { plainDone } from './roundWrites.ts';
import { Heed, toHeed } from './Heed.tsx';
import { JobDone } from './JobDone.tsx';
import { ProveStep } from './ProveStep.tsx';
import type { RoundHere } from './useRound.ts';

// the sheet of tests is fetched with the first test
const TestHere = lazy(() => import('./TestHere.tsx'));
// how long a water may stand is worked out when something goes off
const LastOfWater = lazy(() =>
  import('./LastOfWater.tsx').then((module) => ({ default: module.LastOfWater })),
);
const Judge = lazy(() => import('./Judge.tsx'));
// builds what is found due into the round
const LookHere = lazy(() => import('./LookHere.tsx').then((module) => ({ default: module.LookHere })));

const isOpen = (step: Step, { state }: RoundHere): boolean =>
  (state.steps.get(step.id)?.state ?? 'open') === 'open';

/** What goes off for the same job right after it, itself included: one hand on one row of switches. */
function shutWith(step: Step, here: RoundHere): Step[] {
  const steps = here.round.content.steps as readonly Step[];
  const found: Step[] = [];
  for (const one of steps.slice(steps.indexOf(step))) {
    const isMate =
      one.phase === 'shut' &&
      isOpen(one, here) &&
      one.forJobs.some((jobId) => step.forJobs.includes(jobId)) &&
      // what can hurt somebody is ticked for each job
      (toHeed(one, here.state).length === 0 || one.forJobs.every((jobId) => step.forJobs.includes(jobId)));
    if (!isMate) break;
    found.push(one);
  }
  return found;
}

/** The proof that follows a thing that is on again, where it was switched off in this round and its step is still open. */
function provedBy(step: Step, here: RoundHere): RoundWhat[] {
  const steps = here.round.content.steps as readonly Step[];
  const proof = steps.find(
    (one) =>
      one.phase === 'prove' &&
      isOpen(one, here) &&
      one.off?.what === step.off?.what &&
      one.forJobs.some((jobId) => step.forJobs.includes(jobId)),
  );
  const mine = answeredBy(step, here.state);
  if (!proof || mine.length === 0) return [];
  const saw = step.off?.provedBy ?? '';
  return [
    ...mine.map(({ actionId }): RoundWhat => ({ do: 'proved', offActionId: actionId, how: 'seen', saw })),
    plainDone(proof.id),
  ];
}

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

const switchedOff = ({ id, off, systemIds }: Step): RoundWhat[] =>
  off ? [{ do: 'switched-off', stepId: id, off: { ...off }, systemIds: [...systemIds] }] : [];

function What(props: Finishing) {
  const { step, here, finish, blocked } = props;
  const { off } = step;
  if ((step.phase === 'shut' || step.phase === 'fit') && off) {
    const together = step.phase === 'shut' ? shutWith(step, here) : [];
    return (
      <>
        {step.phase === 'shut' && (
          <Suspense fallback={null}>
            <LastOfWater step={step} here={here} />
          </Suspense>
        )}
        <BigButton disabled={blocked} onClick={() => void finish(switchedOff(step))}>
          {off.on ? 'It is in' : 'It is off'}
        </BigButton>
        {together.length > 1 && (
          <>
            <p>
              With it:{' '}
              {together
                .slice(1)
                .map((one) => one.off?.what ?? '')
                .join(', ')}
              .
            </p>
            <BigButton disabled={blocked} quiet onClick={() => void finish(together.flatMap(switchedOff))}>
              {`All ${together.length} are off`}
            </BigButton>
          </>
        )}
      </>
    );
  }
  if (step.phase === 'restart' && off) {
    const seen = provedBy(step, here);
    return (
      <>
        <p>Look for: {off.provedBy}.</p>
        <BigButton disabled={blocked} onClick={() => void finish(plainDone(step.id))}>
          It is on
        </BigButton>
        {seen.length > 0 && (
          <BigButton disabled={blocked} quiet onClick={() => void finish([plainDone(step.id), ...seen])}>
            It is on, and I see it
          </BigButton>
        )}
      </>
    );
  }
  if ((step.phase === 'prove' || step.phase === 'remove') && off) return <ProveStep {...props} />;
  if (step.tests.length > 0) return <TestHere {...props} />;
  if (step.phase === 'judge') return <Judge {...props} />;
  if (isLookAtJob(step)) return <LookHere {...props} />;
  return <JobDone {...props} />;
}
