import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { useState } from 'react';
import { parameters, type ParameterId } from '../../../core/water/parameters.ts';
import { unitsOfParameter } from '../../../core/water/parameterUnits.ts';
import type { Stored } from '../../../contract/records.ts';
import type { WaterAnswer } from '../../../contract/water/waterAnswer.ts';
import { useSnapshot } from '../../api/data.ts';
import { creating, revising, useWriting } from '../../api/writing.tsx';
import { RecentLine } from './RecentLine.tsx';
import { bandWords, channelOf, type Column } from './tests.ts';

/** Name, unit, the last twelve weeks and the band of each parameter; the name shows it in time, the unit can be changed. */
export function SheetHead({
  columns,
  system,
  recent,
  charted,
  onChart,
  now,
}: {
  columns: readonly Column[];
  system: Stored<'system'>;
  recent: WaterAnswer['recent'];
  charted: readonly ParameterId[];
  onChart: (id: ParameterId) => void;
  now: number;
}) {
  return (
    <TableHead>
      <TableRow>
        <TableCell className="whencol" />
        {columns.map((column) => (
          <TableCell key={column.id} align="right" className="headcell">
            <button
              type="button"
              className="colhead"
              aria-pressed={charted.includes(column.id)}
              title={`Show ${column.name.toLowerCase()} in time`}
              onClick={() => onChart(column.id)}
            >
              {column.name}
            </button>
            <UnitPick column={column} system={system} />
            <RecentLine
              column={column}
              points={recent.find((one) => one.parameter === column.id)?.points ?? []}
              now={now}
            />
            <div className="soft bandline">{bandWords(column)}</div>
          </TableCell>
        ))}
        <TableCell className="notecol" aria-label="Remark" />
      </TableRow>
    </TableHead>
  );
}

/** The unit as printed on the kit, kept with the system's channel. */
function UnitPick({ column, system }: { column: Column; system: Stored<'system'> }) {
  const snapshot = useSnapshot();
  const { write } = useWriting();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const units = unitsOfParameter(column.id);
  const one = Object.keys(units).length < 2;
  const choose = (unit: string): void => {
    setAnchor(null);
    const channel = channelOf(snapshot, system.id, column.id);
    void write(
      [
        channel
          ? revising(channel, { ...channel.content, unit })
          : creating('channel', {
              componentId: null,
              systemId: system.id,
              name: column.name,
              quantity: parameters[column.id].quantity,
              parameter: column.id,
              unit,
            }),
      ],
      `${column.name} in ${units[unit]?.label ?? unit}.`,
    );
  };
  if (one)
    return <div className="soft unitline">{column.unitLabel === column.name ? ' ' : column.unitLabel}</div>;
  return (
    <div>
      <button
        type="button"
        className="unitpick"
        aria-haspopup="menu"
        aria-label={`${column.name}: unit, now ${column.unitLabel}`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {column.unitLabel}
      </button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {Object.entries(units).map(([unit, { label }]) => (
          <MenuItem key={unit} selected={unit === column.unit} onClick={() => choose(unit)}>
            {label}
          </MenuItem>
        ))}
      </Menu>
    </div>
  );
}
