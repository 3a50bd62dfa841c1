import { unitFor } from '../../contract/shownUnits.ts';
import { fromStored, toStored, type QuantityId } from '../../core/quantity/quantities.ts';
import { useSetting } from '../api/data.ts';
import { NumberField } from './NumberField.tsx';

type Rest = Omit<Parameters<typeof NumberField>[0], 'unit' | 'value' | 'onChange'>;

/** A quantity in its stored unit, typed and shown in the person's. */
export function QuantityField({
  quantity,
  value,
  onChange,
  ...rest
}: Rest & {
  quantity: QuantityId;
  value: number | null;
  onChange: (stored: number | null) => void;
}) {
  const unit = unitFor(quantity, useSetting());
  return (
    <NumberField
      {...rest}
      unit={unit}
      value={value === null ? null : fromStored(quantity, value, unit)}
      onChange={(shown) => onChange(shown === null ? null : toStored(quantity, shown, unit))}
    />
  );
}
