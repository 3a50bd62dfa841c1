import { litresPerCm, surfaceAreaCm2 } from '../../../core/water/vesselVolume.ts';
import type { Snapshot } from '../../../model/snapshot.ts';
import { useSnapshot } from '../../api/data.ts';
import { useAmounts } from '../../parts/useAmounts.ts';
import { useKept } from '../../parts/useKept.ts';
import { QuantityField } from '../../parts/QuantityField.tsx';

/** The vessel in which a drop of the level is read: the one with the largest free surface; null: none was measured. */
export function levelVessel(
  snapshot: Snapshot,
  systemId: string,
): { name: string; litresPerCm: number } | null {
  const [vessel = null] = snapshot
    .all('vessel')
    .filter(({ content }) => content.systemId === systemId)
    .map(({ content }) => ({
      name: content.name,
      litresPerCm: litresPerCm(surfaceAreaCm2(content.shape, content.dimensions), content.freeShare ?? 1),
    }))
    .sort((a, b) => b.litresPerCm - a.litresPerCm);
  return vessel;
}

/** What was drained of a water in a round: said where the level falls, used where it is refilled, kept on this device. */
export interface Drained {
  fellCm: number | null;
  litres: number | null;
}
export const useDrained = (roundId: string, systemId: string) =>
  useKept<Drained>(`drained.${roundId}.${systemId}`, { fellCm: null, litres: null }, localStorage);

/**
 * Litres by what the level fell: for whoever drained to a mark. What stands in the water (rock, panes, a weir) holds none:
 * the free share of the surface counts.
 */
export function LevelDrop({
  systemId,
  fellCm,
  onChange,
}: {
  systemId: string;
  fellCm: number | null;
  onChange: (drained: Drained) => void;
}) {
  const vessel = levelVessel(useSnapshot(), systemId);
  const amounts = useAmounts();
  if (!vessel) return null;
  return (
    <QuantityField
      label={`The level in ${vessel.name} fell`}
      quantity="length"
      help={
        fellCm === null ? undefined : `${amounts.litres(fellCm * vessel.litresPerCm)}, by its free surface`
      }
      value={fellCm}
      onChange={(cm) => onChange({ fellCm: cm, litres: cm === null ? null : cm * vessel.litresPerCm })}
    />
  );
}
