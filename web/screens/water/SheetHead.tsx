import { newTestChannel, testChannel } from '../../../model/water/testChannel.ts';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { ParameterId } from '../../../core/water/parameters.ts';
import { unitsOfParameter } from '../../../core/water/parameterUnits.ts';
import type { Stored } from '../../../contract/records.ts';
import type { WaterAnswer } from '../../../usecases/water/waterAnswer.ts';
import { useSnapshot } from '../../api/data.ts';
import { creating, revising, useWriting } from '../../api/writing.tsx';
import { MenuButton } from '../../parts/MenuButton.tsx';
import { RecentLine } from './RecentLine.tsx';
import { bandWords, unitAfter, type Column } from './tests.ts';

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
  const units = unitsOfParameter(column.id);
  const one = Object.keys(units).length < 2;
  const choose = (unit: string): void => {
    const channel = testChannel(snapshot, system.id, column.id);
    void write(
      [
        channel
          ? revising(channel, { ...channel.content, unit })
          : creating('channel', newTestChannel(system.id, column.id, { unit })),
      ],
      `${column.name} in ${units[unit]?.label ?? unit}.`,
    );
  };
  if (one) return <div className="soft unitline">{unitAfter(column) || ' '}</div>;
  return (
    <div>
      <MenuButton
        className="unitpick"
        label={`${column.name}: unit, now ${column.unitLabel}`}
        options={Object.entries(units).map(([value, { label }]) => ({ value, label }))}
        selected={column.unit}
        onChoose={choose}
      >
        {column.unitLabel}
      </MenuButton>
    </div>
  );
}
