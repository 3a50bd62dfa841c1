import type { Hose, TransferPump } from '../../../../core/water/change/types.ts';
import { NumberField } from '../../../parts/NumberField.tsx';
import type { ChangeDraft } from './draft.ts';

/** A field of a hose or a pump: what it is called and its unit. */
type Fields<T> = readonly (readonly [key: keyof T & string, label: string, unit: string])[];

const usualHose: Hose = { headM: 0.8, boreMm: 19, lengthM: 4 };
const hoseFields: Fields<Hose> = [
  ['headM', 'Water down to the hose’s outlet', 'm'],
  ['boreMm', 'Bore of the hose', 'mm'],
  ['lengthM', 'Length of the hose', 'm'],
];
const usualPump: TransferPump = { shutOffM: 2.5, mostLph: 3000, liftM: 1.2, boreMm: 19, lengthM: 6 };
const pumpFields: Fields<TransferPump> = [
  ['shutOffM', 'Pump’s head at no flow', 'm'],
  ['mostLph', 'Pump’s flow at no head', 'L/h'],
  ['liftM', 'Lift from store to outlet', 'm'],
  ['boreMm', 'Bore of its hose', 'mm'],
  ['lengthM', 'Length of its hose', 'm'],
];
const powers: Fields<Pick<ChangeDraft, 'heaterW' | 'chillerW'>> = [
  ['heaterW', 'Heater in the store', 'W'],
  ['chillerW', 'Chiller on the store', 'W of cooling'],
];

/** Hose, pump and heater of the visit: with them come the minutes. */
export function Equipment({
  draft,
  onChange,
}: {
  draft: ChangeDraft;
  onChange: (draft: ChangeDraft) => void;
}) {
  return (
    <section className="equipmentof">
      <h2 className="changetitle">Hose, pump, heater</h2>
      <Piece
        ask="How long does the drain take?"
        value={draft.hose}
        usual={usualHose}
        fields={hoseFields}
        onChange={(hose) => onChange({ ...draft, hose })}
      />
      <Piece
        ask="How long does pumping back take?"
        value={draft.pump}
        usual={usualPump}
        fields={pumpFields}
        onChange={(pump) => onChange({ ...draft, pump })}
      />
      <div className="rule fields">
        {powers.map(([key, label, unit]) => (
          <NumberField
            key={key}
            label={label}
            unit={unit}
            value={draft[key]}
            onChange={(watts) => onChange({ ...draft, [key]: watts !== null && watts > 0 ? watts : null })}
          />
        ))}
      </div>
    </section>
  );
}

/** Asked for first, then its figures, as is usual until they are typed. */
function Piece<T extends Hose | TransferPump>({
  ask,
  value,
  usual,
  fields,
  onChange,
}: {
  ask: string;
  value: T | null;
  usual: T;
  fields: Fields<T>;
  onChange: (value: T) => void;
}) {
  if (!value)
    return (
      <div className="rule">
        <button type="button" className="btn2" onClick={() => onChange(usual)}>
          {ask}
        </button>
      </div>
    );
  return (
    <div className="rule fields">
      {fields.map(([key, label, unit]) => (
        <NumberField
          key={key}
          label={label}
          unit={unit}
          value={value[key] as number}
          onChange={(figure) => onChange({ ...value, [key]: figure ?? 0 })}
        />
      ))}
    </div>
  );
}
