import { useEffect, useState } from 'react';
import type { Step } from '../../../core/planning/round/step.ts';
import { soaksOf } from '../../../usecases/round/soaks.ts';
import { ring } from './ring.ts';
import type { RoundState } from '../../../model/round/fold.ts';
import { useClock } from '../../api/data.ts';

const SECOND_MS = 1000;

/** Baths and drains that work by themselves: each counts down beside the others, rings when it is over, and counts on. */
export function Timers({ steps, state }: { steps: readonly Step[]; state: RoundState }) {
  const clock = useClock();
  const [now, setNow] = useState(clock);
  const running = soaksOf(steps, state);
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
        const seconds = Math.ceil((ends - now) / SECOND_MS);
        const isOver = seconds <= 0;
        const shown = Math.abs(seconds);
        return (
          <li key={step.id} className={isOver ? 'rings' : ''} role={isOver ? 'alert' : undefined}>
            <span className="figure" aria-live="off">
              {isOver && '+'}
              {Math.floor(shown / 60)}:{String(shown % 60).padStart(2, '0')}
            </span>{' '}
            {step.title}
            {isOver && ': it is over'}
          </li>
        );
      })}
    </ul>
  );
}
