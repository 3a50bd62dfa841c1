import { vesselVolumeL } from '../../core/water/vesselVolume.ts';
import type { Stored } from '../../contract/records.ts';
import type { Snapshot } from '../snapshot.ts';

export function vesselsOf(snapshot: Snapshot, systemId: string): Stored<'vessel'>[] {
  return snapshot.all('vessel').filter((vessel) => vessel.content.systemId === systemId);
}

/** True litres of a system: the sum of its vessels; null while none is measured. */
export function litresOf(snapshot: Snapshot, systemId: string): number | null {
  const vessels = vesselsOf(snapshot, systemId);
  return vessels.length === 0
    ? null
    : vessels.reduce((sum, vessel) => sum + vesselVolumeL(vessel.content), 0);
}
