import { useQuery } from '@tanstack/react-query';
import { formatQuantity } from '../../../core/quantity/quantities.ts';
import type { RunningProof } from '../../../usecases/round/runningProof.ts';
import { unitFor } from '../../../contract/shownUnits.ts';
import { api } from '../../api/client.ts';
import { useSetting } from '../../api/data.ts';
import { clockIn } from '../../parts/dates.ts';

/** What a device says of a part since it was put on again, to be taken as the proof; without network there is none. */
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
  const setting = useSetting();
  // asked for anew whenever records change: readings of devices are not among what a screen holds
  const { data: proof } = useQuery({
    queryKey: ['snapshot', 'running', componentId, since],
    queryFn: () =>
      api.get<RunningProof | null>(
        `/rounds/running?component=${componentId}&since=${new Date(since).toISOString()}`,
      ),
    enabled: Number.isFinite(since),
  });
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
