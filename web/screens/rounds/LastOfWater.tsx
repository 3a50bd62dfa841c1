import type { Step } from '../../../core/planning/round/step.ts';
import { plantOf } from '../../../usecases/round/plant.ts';
import { notRunning } from '../../../model/round/fold.ts';
import { usePlan, useSnapshot } from '../../api/data.ts';
import type { RoundHere } from './useRound.ts';

const goneWords = {
  flow: 'Nothing else moves its water',
  heat: 'Nothing else keeps its temperature',
  air: 'Nothing else breaks its surface',
} as const;

/** Before the last thing that moves, warms or airs a water goes off: how long it may be. */
export function LastOfWater({ step, here }: { step: Step; here: RoundHere }) {
  const snapshot = useSnapshot();
  const componentId = step.off?.componentId ?? null;
  const plant = plantOf(snapshot, step.systemIds, usePlan());
  if (componentId === null) return null;
  const off = new Set(notRunning(here.state).flatMap((one) => one.componentId ?? []));
  const said = plant.systems.flatMap(({ name, gives }) =>
    (['flow', 'air', 'heat'] as const).flatMap((what) => {
      const given = gives[what];
      if (!given?.componentIds.includes(componentId)) return [];
      const isLast = given.componentIds.every((id) => id === componentId || off.has(id));
      return isLast
        ? [
            `${name}: ${goneWords[what]}; ${given.limitMin === null ? 'how long it may be is not known' : `at most ${given.limitMin} min`}.`,
          ]
        : [];
    }),
  );
  return (
    <>
      {said.map((one) => (
        <p key={one} className="hint">
          {one}
        </p>
      ))}
    </>
  );
}
