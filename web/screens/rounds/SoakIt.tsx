import { useState } from 'react';
import type { Step } from '../../../core/planning/round/step.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import type { RoundHere } from './useRound.ts';

const USUAL_MIN = 20;

/** What is calcified goes into a bath of its own, whatever its job asks for: it runs beside the others and rings. */
export function SoakIt({ step, here: { act, pending, state } }: { step: Step; here: RoundHere }) {
  const [minutes, setMinutes] = useState<number | null>(null);
  const said = state.soaks.get(step.id);
  if (minutes === null)
    return (
      <div>
        <button type="button" className="btn2" onClick={() => setMinutes(said?.minutes ?? USUAL_MIN)}>
          {said ? 'Let it soak anew' : 'Let it soak first'}
        </button>
      </div>
    );
  return (
    <form
      className="actions"
      onSubmit={(event) => {
        event.preventDefault();
        void act({ do: 'soaking', stepId: step.id, minutes: Math.max(1, Math.round(minutes)) }).then(
          ({ kept }) => kept && setMinutes(null),
        );
      }}
    >
      <NumberField label="It soaks for" unit="min" value={minutes} onChange={setMinutes} />
      <button type="submit" className="btn2" disabled={pending || !(minutes >= 1)}>
        It is in the bath
      </button>
    </form>
  );
}
