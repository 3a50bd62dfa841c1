import { formatQuantity, fromStored, toStored } from '../../../core/quantity/quantities.ts';
import { litresPerCm, surfaceAreaCm2, vesselShapes, type ShapeId } from '../../../core/water/vesselVolume.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { Choice } from '../../parts/Choice.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { Vessel } from '../../parts/Vessel.tsx';
import { trueLitres, type SystemDraft } from './draft.ts';

const AREA_UNIT: Record<string, string> = { cm: 'cm²', m: 'm²', in: 'in²', ft: 'in²' };

export function VesselStep({
  draft,
  set,
  setting,
}: {
  draft: SystemDraft;
  set: (some: Partial<SystemDraft>) => void;
  setting: RecordContent<'setting'>;
}) {
  const { length, volume } = setting.units;
  const litres = trueLitres(draft);
  const shapes = (Object.keys(vesselShapes) as ShapeId[]).map((value) => ({
    value,
    label: vesselShapes[value].label,
  }));
  const shown = (value: number | null | undefined, quantity: 'length' | 'area', unit: string) =>
    value === null || value === undefined ? null : fromStored(quantity, value, unit);
  return (
    <>
      <h2>How big is it?</h2>
      <div className="form" style={{ marginTop: 12 }}>
        <Choice label="Shape" value={draft.shape} options={shapes} onChange={(shape) => set({ shape })} />
        <div className="fields">
          {vesselShapes[draft.shape].fields.map((field) => {
            const unit = field.quantity === 'length' ? length : (AREA_UNIT[length] ?? 'cm²');
            return (
              <NumberField
                key={field.key}
                label={field.label}
                unit={unit}
                value={shown(draft.dimensions[field.key], field.quantity, unit)}
                onChange={(value) =>
                  set({
                    dimensions: {
                      ...draft.dimensions,
                      [field.key]: value === null ? null : toStored(field.quantity, value, unit),
                    },
                  })
                }
              />
            );
          })}
          <NumberField
            label="Water depth"
            unit={length}
            value={shown(draft.waterDepthCm, 'length', length)}
            onChange={(value) =>
              set({ waterDepthCm: value === null ? null : toStored('length', value, length) })
            }
            help="floor to water line, not to the rim"
          />
          <NumberField
            label="Rock and sand take"
            unit="%"
            value={draft.displacementPercent}
            onChange={(displacementPercent) => set({ displacementPercent })}
          />
          <NumberField
            label="What you thought it holds"
            unit={volume}
            value={
              draft.believedVolumeL === null ? null : fromStored('volume', draft.believedVolumeL, volume)
            }
            onChange={(value) =>
              set({ believedVolumeL: value === null ? null : toStored('volume', value, volume) })
            }
            help="may be left empty"
          />
        </div>
        {litres !== null && (
          <div style={{ display: 'flex', gap: 20, alignItems: 'center' }}>
            <Vessel
              trueL={litres}
              believedL={draft.believedVolumeL}
              rockShare={(draft.displacementPercent ?? 0) / 100}
            />
            <div>
              <div className="amount">{formatQuantity('volume', litres, volume)}</div>
              <div className="soft">
                of water, after rock and sand. A centimetre of level is{' '}
                {litresPerCm(
                  surfaceAreaCm2(draft.shape, draft.dimensions as Record<string, number>),
                  1,
                ).toLocaleString('en-GB', { maximumFractionDigits: 1 })}{' '}
                L.
              </div>
            </div>
          </div>
        )}
      </div>
    </>
  );
}
