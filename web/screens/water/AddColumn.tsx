import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { parameterIds, parameters, type ParameterId } from '../../../core/water/parameters.ts';
import { creating, useWriting } from '../../api/writing.tsx';
import type { Column } from './tests.ts';

/** Another parameter for this system's sheet: pH, hardness, oxygen… */
export function AddColumn({ systemId, columns }: { systemId: string; columns: readonly Column[] }) {
  const { write } = useWriting();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const left = parameterIds.filter((id) => !columns.some((column) => column.id === id));
  if (left.length === 0) return null;
  const add = (id: ParameterId): void => {
    setAnchor(null);
    const { name, quantity } = parameters[id];
    void write(
      [creating('channel', { componentId: null, systemId, name, quantity, parameter: id })],
      `${name} has a column now.`,
    );
  };
  return (
    <>
      <button
        type="button"
        className="pick"
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Test another parameter
      </button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {left.map((id) => (
          <MenuItem key={id} onClick={() => add(id)}>
            {parameters[id].name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
