import InputAdornment from '@mui/material/InputAdornment';
import TextField from '@mui/material/TextField';
import { useState } from 'react';

/** A number with its unit inside at the right. A decimal comma is read as one; what is no number stays as typed. */
export function NumberField({
  label,
  unit,
  value,
  onChange,
  help,
  error,
  autoFocus,
}: {
  label: string;
  unit: string;
  value: number | null;
  onChange: (value: number | null) => void;
  help?: string | undefined;
  error?: string | undefined;
  autoFocus?: boolean;
}) {
  const [typed, setTyped] = useState(() => write(value));
  // what was typed stands while it means the value; a value from elsewhere replaces it
  const shown = read(typed) === value ? typed : write(value);
  const notANumber = shown.trim() !== '' && read(shown) === null;
  return (
    <TextField
      label={label}
      value={shown}
      autoFocus={autoFocus ?? false}
      error={notANumber || Boolean(error)}
      helperText={notANumber ? `“${shown}” is not a number.` : (error ?? help)}
      onChange={(event) => {
        setTyped(event.target.value);
        onChange(read(event.target.value));
      }}
      slotProps={{
        htmlInput: { inputMode: 'decimal', style: { textAlign: 'right' } },
        input: { endAdornment: <InputAdornment position="end">{unit}</InputAdornment> },
      }}
    />
  );
}

function write(value: number | null): string {
  return value === null || Number.isNaN(value) ? '' : String(Number(value.toPrecision(9)));
}
/** One comma before one or two last digits, or any comma without a point, is a decimal comma; 1,200 is one thousand two hundred. */
function read(typed: string): number | null {
  const text = typed.trim();
  if (text === '') return null;
  const plain = /^-?\d{1,3}(,\d{3})+(\.\d+)?$/.test(text) ? text.replaceAll(',', '') : text.replace(',', '.');
  const number = Number(plain);
  return Number.isFinite(number) ? number : null;
}
