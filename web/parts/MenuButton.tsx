import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState, type ReactNode } from 'react';

/** Words that open a list of choices below them. */
export function MenuButton({
  className,
  label,
  options,
  selected,
  onChoose,
  children,
}: {
  className: string;
  /** Its name, where the words shown do not say enough. */
  label?: string;
  options: readonly { value: string; label: string }[];
  selected?: string;
  onChoose: (value: string) => void;
  children: ReactNode;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <button
        type="button"
        className={className}
        aria-haspopup="menu"
        aria-label={label}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {children}
      </button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {options.map((option) => (
          <MenuItem
            key={option.value}
            selected={option.value === selected}
            onClick={() => {
              setAnchor(null);
              onChoose(option.value);
            }}
          >
            {option.label}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
