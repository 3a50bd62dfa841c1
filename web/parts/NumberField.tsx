import InputAdornment from '@mui/material/InputAdornment';
import TextField from '@mui/material/TextField';
import { useState, type RefCallback } from 'react';
import { formatNumber } from '../../core/quantity/quantities.ts';
import { typedAmount, type TypedAmount } from '../../core/quantity/typedAmount.ts';
import { useValidity } from './useValidity.ts';

interface Limits {
  /** It cannot be left empty. */
  required?: boolean | undefined;
  /** No parts of one. */
  whole?: boolean | undefined;
  from?: number | undefined;
  to?: number | undefined;
}

/**
 * A number with its unit inside at the right; another unit of the same family may be typed behind it. What is no number,
 * or cannot be here, stays as typed with the reason, and the number before it stands.
 */
export function NumberField({
  label,
  unit,
  value,
  onChange,
  help,
  error,
  autoFocus,
  decimals,
  inputRef,
  ...limits
}: {
  label: string;
  unit: string;
  value: number | null;
  onChange: (value: number | null) => void;
  help?: string | undefined;
  error?: string | undefined;
  autoFocus?: boolean;
  /** So many are shown of a number that was not typed here. */
  decimals?: number | undefined;
  inputRef?: RefCallback<HTMLInputElement>;
} & Limits) {
  // what was typed stands as long as the number it was typed for; a value from elsewhere replaces it
  const [draft, setDraft] = useState<{ text: string; of: number | null } | null>(null);
  // what a unit's arithmetic loses on the way there and back is no other number
  const own = draft !== null && write(draft.of) === write(value) ? draft.text : null;
  const shown = own ?? write(value, decimals);
  const read = typedAmount(shown, unit);
  const problem = problemOf(shown, read, unit, limits, label);
  const input = useValidity(problem, inputRef);
  const type = (typed: string): void => {
    const next = typedAmount(typed, unit);
    const isTaken = problemOf(typed, next, unit, limits, label) === null;
    const number = !isTaken ? value : next.kind === 'amount' ? next.value : null;
    setDraft({ text: typed, of: number });
    if (number !== value) onChange(number);
  };
  const told = read.kind === 'amount' && read.converted ? `= ${formatNumber(read.value, 3)} ${unit}` : help;
  return (
    <TextField
      label={label}
      value={shown}
      autoFocus={autoFocus ?? false}
      autoComplete="off"
      error={problem !== null || Boolean(error)}
      helperText={problem ?? error ?? told}
      onChange={(event) => type(event.target.value)}
      slotProps={{
        htmlInput: { ref: input, inputMode: 'decimal', style: { textAlign: 'right' } },
        input: { endAdornment: <InputAdornment position="end">{unit}</InputAdornment> },
      }}
    />
  );
}

function problemOf(
  typed: string,
  read: TypedAmount,
  unit: string,
  { required, whole, from, to }: Limits,
  label: string,
): string | null {
  const said = `“${typed.trim()}”`;
  if (read.kind === 'blank') return required ? `Enter ${label.toLowerCase()}.` : null;
  if (read.kind === 'no-number') return `${said} is not a number.`;
  if (read.kind === 'other-unit')
    return unit === '' ? `${said} is not a number.` : `${said}: this is in ${unit}.`;
  if (whole && !Number.isInteger(read.value)) return `${said} is not a whole number.`;
  if (from !== undefined && read.value < from) return `Not under ${formatNumber(from, 3)}.`;
  if (to !== undefined && read.value > to) return `Not over ${formatNumber(to, 3)}.`;
  return null;
}

function write(value: number | null, decimals?: number): string {
  if (value === null || Number.isNaN(value)) return '';
  return String(Number(decimals === undefined ? value.toPrecision(DIGITS) : value.toFixed(decimals)));
}
/** Beyond these a number is the machine's rounding. */
const DIGITS = 9;
