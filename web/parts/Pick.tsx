import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';

export interface PickProps {
  /** What it says when nothing is picked, and the way back to it. */
  label: string;
  value: string;
  options: readonly { value: string; label: string }[];
  onChange: (value: string) => void;
}

/** A filter: words on a line, a list below. */
export function Pick({ label, value, options, onChange }: PickProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const choose = (next: string) => {
    onChange(next);
    setAnchor(null);
  };
  return (
    <>
      <button
        type="button"
        className="pick"
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {options.find((option) => option.value === value)?.label ?? label}
      </button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem selected={value === ''} onClick={() => choose('')}>
          {label}
        </MenuItem>
        {options.map((option) => (
          <MenuItem key={option.value} selected={option.value === value} onClick={() => choose(option.value)}>
            {option.label}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
