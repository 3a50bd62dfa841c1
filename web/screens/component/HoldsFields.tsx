import { Choice } from '../../parts/Choice.tsx';
import { VolumeField } from '../../parts/VolumeField.tsx';
import type { RecordContent } from '../../../contract/records.ts';

type Holds = RecordContent<'component'>['holds'];
const first = { water: 'salt', capacityL: 100, unusableL: 0 } as const;

/** Whether a piece of equipment keeps water for changes and top-off, which, and how much. */
export function HoldsFields({ value, onChange }: { value: Holds; onChange: (holds: Holds) => void }) {
  return (
    <div>
      <Choice
        label="Keeps water for changes or top-off"
        value={value?.water ?? 'none'}
        options={[
          { value: 'none', label: 'No' },
          { value: 'salt', label: 'Salt water' },
          { value: 'fresh', label: 'Fresh water' },
        ]}
        onChange={(water) => onChange(water === 'none' ? null : { ...(value ?? first), water })}
      />
      {value && (
        <div className="fields" style={{ paddingTop: 10 }}>
          <VolumeField
            label="Holds when full"
            litres={value.capacityL}
            onChange={(litres) => onChange({ ...value, capacityL: litres ?? Number.NaN })}
          />
          <VolumeField
            label="Out of reach at the bottom"
            litres={value.unusableL}
            onChange={(litres) => onChange({ ...value, unusableL: litres ?? 0 })}
          />
        </div>
      )}
    </div>
  );
}
