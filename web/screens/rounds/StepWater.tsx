import type { Step } from '../../../core/planning/round/step.ts';
import { useSetting, useSnapshot } from '../../api/data.ts';
import { useAmounts } from '../../parts/useAmounts.ts';
import { unitFor } from '../../../contract/shownUnits.ts';
import { levelVessel } from './LevelDrop.tsx';
import type { RoundHere } from './useRound.ts';

/** A bucket that one hand carries down stairs. House default. */
const BUCKET_L = 10;

/** How much water, in litres, in buckets and in the drop of the level: worked out where it is needed. */
export function StepWater({ step, here }: { step: Step; here: RoundHere }) {
  const snapshot = useSnapshot();
  const amounts = useAmounts();
  const setting = useSetting();
  const { state, round } = here;
  const changes = round.content.steps.filter(
    (one) => one.phase === 'refill' && one.systemIds.some((id) => step.systemIds.includes(id)),
  );
  const lines = changes.flatMap((one) => {
    const systemId = one.systemIds[0] ?? '';
    const asked = state.litres.get(systemId);
    const litres = asked?.litres ?? one.litres;
    if (litres === null || litres <= 0) return [];
    const vessel = levelVessel(snapshot, systemId);
    const buckets = Math.ceil(litres / BUCKET_L);
    return [
      {
        id: systemId,
        system: snapshot.content('system', systemId)?.name ?? '',
        said: [
          amounts.litres(litres),
          ...(unitFor('volume', setting) === 'L' && buckets <= 12
            ? [`${buckets} buckets of ${BUCKET_L} L`]
            : []),
          ...(vessel && step.phase !== 'prepare'
            ? [`${amounts.length(litres / vessel.litresPerCm)} of level in ${vessel.name}`]
            : []),
        ].join(', '),
        why: asked?.reason,
      },
    ];
  });
  if (lines.length === 0) return null;
  return (
    <ul className="plain">
      {lines.map((line) => (
        <li key={line.id}>
          {lines.length > 1 && `${line.system}: `}
          <b>{line.said}</b>
          {line.why && <span className="soft"> ({line.why})</span>}
        </li>
      ))}
    </ul>
  );
}
