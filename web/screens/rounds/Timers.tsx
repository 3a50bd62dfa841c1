import { useEffect, useState } from 'react';
import { isTheJob, type Step } from '../../../core/planning/round/step.ts';
import { ring } from './ring.ts';
import type { RoundState } from '../../../model/round/fold.ts';
import { useClock } from '../../api/data.ts';

const SECOND_MS = 1000;

/** Baths and drains that work by themselves: each counts down beside the others and rings when it is over. */
export function Timers({ steps, state }: { steps: readonly Step[]; state: RoundState }) {
  const clock = useClock();
  const [now, setNow] = useState(clock);
  const running = steps.flatMap((step) => {
    const begun = state.doneAt.get(step.id);
    const over = steps.some((one) => one.jobId === step.jobId && isTheJob(one) && state.doneAt.has(one.id));
    return step.waitMin > 0 && begun !== undefined && !over
      ? [{ step, ends: begun + step.waitMin * 60 * SECOND_MS }]
      : [];
  });
  const over = running.filter(({ ends }) => ends <= now).length;
  useEffect(() => {
    if (over > 0) ring();
  }, [over]);
  const ticking = running.length > 0;
  useEffect(() => {
    if (!ticking) return;
    const timer = setInterval(() => setNow(clock()), SECOND_MS);
    return () => clearInterval(timer);
  }, [ticking, clock]);
  if (!ticking) return null;
  return (
    <ul className="plain timers" aria-label="Timers">
      {running.map(({ step, ends }) => {
        const left = Math.max(0, Math.ceil((ends - now) / SECOND_MS));
        return (
          <li key={step.id} className={left === 0 ? 'rings' : ''} role={left === 0 ? 'alert' : undefined}>
            <span className="figure">
              {Math.floor(left / 60)}:{String(left % 60).padStart(2, '0')}
            </span>{' '}
            {step.title}
            {left === 0 && ': it is over'}
          </li>
        );
      })}
    </ul>
  );
}
