import { useState } from 'react';
import type { Output, OutputValue } from '../../../core/formulas/define.ts';
import { formatNumber, fromStored, toStored } from '../../../core/quantity/quantities.ts';
import { prettyUnit, unitsOf } from './units.ts';

/** Digits that a value deserves where its calculator does not say. */
const DIGITS = 4;

/** A value as it is read: thousands commas, its digits, "yes" and "no"; what cannot be is a dash. */
export function valueWord(output: Output | undefined, value: OutputValue | undefined): string {
  const digits = output?.digits ?? DIGITS;
  if (value === null || value === undefined) return '–';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return value;
  if (typeof value === 'number') return numberWord(value, digits);
  const list = value as readonly (number | readonly number[])[];
  return list.length === 0
    ? 'none'
    : list
        .map((one) =>
          typeof one === 'number'
            ? numberWord(one, digits)
            : one.map((x) => formatNumber(x, digits)).join(' to '),
        )
        .join('; ');
}
function numberWord(value: number, digits: number): string {
  const small = value !== 0 && Math.abs(value) < 0.5 * 10 ** -digits;
  return small ? value.toExponential(2) : formatNumber(value, digits);
}

/** One result, large where it is the first; its unit can be switched. */
export function Result({
  output,
  value,
  first,
  error,
}: {
  output: Output;
  value: OutputValue | undefined;
  first: boolean;
  /** One standard deviation, where the inputs carry errors. */
  error: number | undefined;
}) {
  const units = unitsOf(output.unit);
  const [unit, setUnit] = useState(units?.base ?? '');
  const shown =
    units && typeof value === 'number' && unit !== units.base
      ? fromStored(units.quantity, toStored(units.quantity, value, units.base), unit)
      : value;
  return (
    <div className={first ? 'benchresult first' : 'benchresult'}>
      <span className="name">{output.label}</span>
      <output className="value">
        {valueWord(output, shown)}
        {error !== undefined && unit === (units?.base ?? '') && (
          <span className="soft plusminus"> ± {numberWord(error, Math.max(1, output.digits ?? DIGITS))}</span>
        )}
      </output>
      {units && units.options.length > 1 ? (
        <select
          className="unitpick"
          aria-label={`Unit of ${output.label.toLowerCase()}`}
          value={unit}
          onChange={(event) => setUnit(event.target.value)}
        >
          {units.options.map((option) => (
            <option key={option.value} value={option.value}>
              {option.label}
            </option>
          ))}
        </select>
      ) : (
        <span className="soft">{prettyUnit(output.unit)}</span>
      )}
    </div>
  );
}
