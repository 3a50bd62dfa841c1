import InputAdornment from '@mui/material/InputAdornment';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { typedNumber } from './typedNumber.ts';

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
  const shown = typedNumber(typed) === value ? typed : write(value);
  const notANumber = shown.trim() !== '' && typedNumber(shown) === null;
  return (
    <TextField
      label={label}
      value={shown}
      autoFocus={autoFocus ?? false}
      error={notANumber || Boolean(error)}
      helperText={notANumber ? `“${shown}” is not a number.` : (error ?? help)}
      onChange={(event) => {
        setTyped(event.target.value);
        onChange(typedNumber(event.target.value));
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
