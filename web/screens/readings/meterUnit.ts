import { formatNumber, unitOf } from '../../../core/quantity/quantities.ts';
import { parameterUnit } from '../../../core/water/parameterUnits.ts';
import type { Meter } from '../../../usecases/round/meters.ts';
import { unitFor, unitOfColumn } from '../../../contract/shownUnits.ts';
import type { RecordContent } from '../../../contract/records.ts';

type Read = Pick<Meter, 'quantity' | 'parameter'>;

/** How this person reads a meter. */
export interface MeterUnit {
  label: string;
  toStored: (shown: number) => number;
  fromStored: (stored: number) => number;
  /** "1.84 bar". */
  show: (stored: number) => string;
  /** "1.84". */
  figure: (stored: number) => string;
  /** A difference: "0.22 bar". */
  difference: (stored: number) => string;
}

export function meterUnit({ quantity, parameter }: Read, setting: RecordContent<'setting'>): MeterUnit {
  const { label, decimals, toStored, fromStored } = parameter
    ? parameterUnit(parameter, unitOfColumn(parameter, setting, null))
    : unitOf(quantity, quantity === 'length' ? 'm' : unitFor(quantity, setting));
  const figure = (stored: number): string => formatNumber(fromStored(stored), decimals);
  const named = (text: string): string => `${text} ${label}`.trim();
  return {
    ...{ label, toStored, fromStored, figure },
    show: (stored) => named(figure(stored)),
    difference: (stored) => named(formatNumber(Math.abs(fromStored(stored) - fromStored(0)), decimals)),
  };
}
