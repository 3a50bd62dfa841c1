import { useMemo } from 'react';
import type { AmountStyle } from '../../core/explain/changeWord.ts';
import { formatNumber, formatQuantity, unitOf } from '../../core/quantity/quantities.ts';
import { parameterUnit } from '../../core/water/parameterUnits.ts';
import { parameters, type ParameterId } from '../../core/water/parameters.ts';
import { useSetting } from '../api/data.ts';
import { unitFor, unitOfColumn } from '../../contract/shownUnits.ts';

/** Small amounts of water keep a digit: 4.2 L is not 4 L. */
const SMALL_L = 20;

/** Amounts as this person reads them: litres, lengths, flows, values of parameters and their differences. */
export function useAmounts(): AmountStyle & {
  flow: (lph: number) => string;
  volumeUnit: string;
  unitOfParameter: (parameter: ParameterId) => ReturnType<typeof parameterUnit>;
} {
  const setting = useSetting();
  return useMemo(() => {
    const volumeUnit = unitFor('volume', setting);
    const unitOfParameter = (id: ParameterId) => parameterUnit(id, unitOfColumn(id, setting, null));
    const digits = (id: ParameterId, decimals: number, value: number) =>
      formatNumber(value, parameters[id].quantity === 'temperature' ? 1 : decimals);
    return {
      volumeUnit,
      unitOfParameter,
      litres: (value) => {
        const { label, fromStored, decimals } = unitOf('volume', volumeUnit);
        return `${formatNumber(fromStored(value), value < SMALL_L ? Math.max(1, decimals) : decimals)} ${label}`;
      },
      length: (cm) => {
        const unit = unitFor('length', setting);
        const { label, fromStored } = unitOf('length', unit);
        return `${formatNumber(fromStored(cm), unit === 'm' || unit === 'ft' ? 3 : 1)} ${label}`;
      },
      flow: (lph) =>
        lph < SMALL_L && unitFor('flow', setting) === 'L/h'
          ? `${formatNumber(lph, 1)} L/h`
          : formatQuantity('flow', lph, unitFor('flow', setting)),
      show: (id, value) => {
        const { label, decimals, fromStored } = unitOfParameter(id);
        return `${digits(id, decimals, fromStored(value))} ${label}`.trim();
      },
      difference: (id, value) => {
        const { label, decimals, fromStored } = unitOfParameter(id);
        return `${digits(id, decimals, Math.abs(fromStored(value) - fromStored(0)))} ${label}`.trim();
      },
    };
  }, [setting]);
}
