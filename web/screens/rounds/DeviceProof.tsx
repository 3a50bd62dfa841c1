import { useMemo } from 'react';
import { formatQuantity } from '../../../core/quantity/quantities.ts';
import { runningProof } from '../../../contract/round/runningProof.ts';
import { evidenceOf } from '../../../contract/water/testedWater.ts';
import { unitFor } from '../../../contract/shownUnits.ts';
import { useSetting, useSnapshot } from '../../api/data.ts';
import { clockIn } from '../../parts/dates.ts';

/** What a device says of a part since it was put on again, to be taken as the proof. */
export function DeviceProof({
  componentId,
  zone,
  since,
  disabled,
  onTake,
}: {
  componentId: string;
  zone: string;
  /** When it was put on again, ms. */
  since: number;
  disabled: boolean;
  onTake: (saw: string) => void;
}) {
  const snapshot = useSnapshot();
  const setting = useSetting();
  const evidence = useMemo(() => evidenceOf(snapshot), [snapshot]);
  const proof = runningProof(evidence, componentId, zone, since);
  if (!proof) return null;
  const shown = formatQuantity(proof.quantity, proof.value, unitFor(proof.quantity, setting));
  const said = `${proof.label} ${shown} at ${clockIn(zone, proof.at)}, by its device`;
  if (!proof.runs) return <p className="problem">{said}: it does not run.</p>;
  return (
    <div>
      <button type="button" className="btn2" disabled={disabled} onClick={() => onTake(said)}>
        {said}: take it
      </button>
    </div>
  );
}
