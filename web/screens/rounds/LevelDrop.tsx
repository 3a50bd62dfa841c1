import { useState } from 'react';
import { fromStored, toStored } from '../../../core/quantity/quantities.ts';
import { litresPerCm, surfaceAreaCm2 } from '../../../core/water/vesselVolume.ts';
import type { Snapshot } from '../../../model/snapshot.ts';
import { unitFor } from '../../../contract/shownUnits.ts';
import { useSetting, useSnapshot } from '../../api/data.ts';
import { NumberField } from '../../parts/NumberField.tsx';

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

/** Litres by what the level fell: for whoever drained to a mark. */
export function LevelDrop({ systemId, onLitres }: { systemId: string; onLitres: (litres: number) => void }) {
  const vessel = levelVessel(useSnapshot(), systemId);
  const unit = unitFor('length', useSetting());
  const [fellCm, setFellCm] = useState<number | null>(null);
  if (!vessel) return null;
  return (
    <NumberField
      label={`Or: the level in ${vessel.name} fell`}
      unit={unit}
      value={fellCm === null ? null : fromStored('length', fellCm, unit)}
      onChange={(value) => {
        const cm = value === null ? null : toStored('length', value, unit);
        setFellCm(cm);
        if (cm !== null) onLitres(cm * vessel.litresPerCm);
      }}
    />
  );
}
