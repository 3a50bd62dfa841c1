import { fromStored, toStored } from '../../core/quantity/quantities.ts';
import { useSetting } from '../api/data.ts';
import { NumberField } from './NumberField.tsx';
import { unitFor } from '../../contract/shownUnits.ts';

/** Litres, typed and shown in the person's unit. */
export function VolumeField({
  label,
  litres,
  onChange,
  help,
  error,
}: {
  label: string;
  litres: number | null;
  onChange: (litres: number | null) => void;
  help?: string | undefined;
  error?: string | undefined;
}) {
  const unit = unitFor('volume', useSetting());
  return (
    <NumberField
      label={label}
      unit={unit}
      value={litres === null ? null : round(fromStored('volume', litres, unit))}
      onChange={(value) => onChange(value === null ? null : toStored('volume', value, unit))}
      help={help}
      error={error}
    />
  );
}
/** A tenth of a litre or gallon is as fine as water is measured out. */
const round = (value: number): number => Math.round(value * 10) / 10;
