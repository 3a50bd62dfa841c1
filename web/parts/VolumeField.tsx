import { QuantityField } from './QuantityField.tsx';

/** Litres, typed and shown in the person's unit; a tenth is as fine as water is measured out. */
export function VolumeField({
  litres,
  ...rest
}: Omit<Parameters<typeof QuantityField>[0], 'quantity' | 'value'> & { litres: number | null }) {
  return <QuantityField {...rest} quantity="volume" value={litres} decimals={1} />;
}
