import TextField from '@mui/material/TextField';
import { useState } from 'react';
import './password.css';

/** A password, shown if the person wants to see it: wet fingers slip. */
export function PasswordField({
  label,
  value,
  onChange,
  fresh = false,
  help,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** A new one is being chosen. */
  fresh?: boolean;
  help?: string;
}) {
  const [seen, setSeen] = useState(false);
  return (
    <TextField
      label={label}
      type={seen ? 'text' : 'password'}
      value={value}
      helperText={help}
      onChange={(event) => onChange(event.target.value)}
      slotProps={{
        htmlInput: { autoComplete: fresh ? 'new-password' : 'current-password', spellCheck: false },
        input: {
          endAdornment: (
            <button type="button" className="seen" aria-pressed={seen} onClick={() => setSeen(!seen)}>
              {seen ? 'Hide' : 'Show'}
            </button>
          ),
        },
      }}
    />
  );
}
