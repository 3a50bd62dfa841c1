import MenuItem from '@mui/material/MenuItem';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import { densityReadings, type ImportMapping, type Target } from '../../../contract/imports/mapping.ts';
import { useSnapshot } from '../../api/data.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import {
  choicesFor,
  sensorChoices,
  targetOfValue,
  unitsOfTarget,
  valueOfTarget,
  type TargetChoice,
} from './targets.ts';

/** Each column with its first cells, and what it holds; each sensor of a long table. */
export function ColumnTable({
  mapping,
  cells,
  onChange,
}: {
  mapping: ImportMapping;
  /** Of the first rows of the body, by column. */
  cells: (column: number) => readonly string[];
  onChange: (mapping: ImportMapping) => void;
}) {
  const temperature = mapping.columns.findIndex(
    ({ target }) => target.kind === 'parameter' && target.parameter === 'temperature',
  );
  const temperatureColumn = temperature < 0 ? null : temperature;
  const setColumn = (index: number, target: Target): void =>
    onChange({
      ...mapping,
      columns: mapping.columns.map((column, i) => (i === index ? { ...column, target } : column)),
    });
  return (
    <Table size="small" aria-label="Columns of the file">
      <TableHead>
        <TableRow>
          <TableCell>Column</TableCell>
          <TableCell>First cells</TableCell>
          <TableCell>Holds</TableCell>
          <TableCell>In which unit, on what</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {mapping.columns.map(({ head, target }, i) => (
          <TargetRow
            key={`${i} ${head}`}
            head={head || `column ${i + 1}`}
            sample={cells(i).join(' · ')}
            target={target}
            choices={choicesFor(mapping.shape)}
            siteOf={mapping.systemId}
            temperatureColumn={temperatureColumn}
            onChange={(next) => setColumn(i, next)}
          />
        ))}
        {Object.entries(mapping.sensors).map(([sensor, target]) => (
          <TargetRow
            key={`sensor ${sensor}`}
            head={`sensor “${sensor}”`}
            sample=""
            target={target}
            choices={sensorChoices}
            siteOf={mapping.systemId}
            temperatureColumn={temperatureColumn}
            onChange={(next) => onChange({ ...mapping, sensors: { ...mapping.sensors, [sensor]: next } })}
          />
        ))}
      </TableBody>
    </Table>
  );
}

function TargetRow({
  head,
  sample,
  target,
  choices,
  siteOf,
  temperatureColumn,
  onChange,
}: {
  head: string;
  sample: string;
  target: Target;
  choices: readonly TargetChoice[];
  siteOf: string;
  temperatureColumn: number | null;
  onChange: (target: Target) => void;
}) {
  return (
    <TableRow>
      <TableCell>
        <b>{head}</b>
      </TableCell>
      <TableCell className="soft">{sample}</TableCell>
      <TableCell>
        <Select
          label={`${head} holds`}
          value={valueOfTarget(target)}
          options={choices}
          onChange={(value) => onChange(targetOfValue(value, temperatureColumn))}
        />
      </TableCell>
      <TableCell>
        <div className="actions" style={{ gap: 10 }}>
          <Details
            head={head}
            target={target}
            siteOf={siteOf}
            temperatureColumn={temperatureColumn}
            onChange={onChange}
          />
        </div>
      </TableCell>
    </TableRow>
  );
}

function Details({
  head,
  target,
  siteOf,
  temperatureColumn,
  onChange,
}: {
  head: string;
  target: Target;
  siteOf: string;
  temperatureColumn: number | null;
  onChange: (target: Target) => void;
}) {
  const snapshot = useSnapshot();
  const units = unitsOfTarget(target);
  const equipment = snapshot
    .all('component')
    .filter(({ content }) => content.systemIds.includes(siteOf) && content.status !== 'removed')
    .map((one) => ({ value: one.id, label: one.content.name }));
  const onEquipment = target.kind === 'measure' || target.kind === 'pressure';
  return (
    <>
      {units.length > 0 && 'unit' in target && (
        <Select
          label={`${head}: unit`}
          value={target.unit ?? ''}
          options={units}
          empty="which unit?"
          onChange={(unit) => onChange({ ...target, unit })}
        />
      )}
      {onEquipment && (
        <Select
          label={`${head}: on which equipment`}
          value={target.componentId ?? ''}
          options={equipment}
          empty="on which equipment?"
          onChange={(componentId) => onChange({ ...target, componentId: componentId || null })}
        />
      )}
      {target.kind === 'density' && (
        <>
          <Select
            label={`${head}: by which convention`}
            value={target.as ?? ''}
            empty="by which convention?"
            options={densityReadings.map((value) => ({
              value,
              label: value === 'kg/L' ? 'density, kg/L' : `specific gravity ${value}`,
            }))}
            onChange={(as) => onChange({ ...target, as: (as || null) as typeof target.as })}
          />
          {target.as === 'kg/L' && (
            <NumberField
              label={temperatureColumn === null ? 'Read at' : 'Read at (empty: its row’s temperature)'}
              unit="°C"
              value={target.temperatureC}
              onChange={(temperatureC) => onChange({ ...target, temperatureC, temperatureColumn })}
            />
          )}
        </>
      )}
    </>
  );
}

/** A list in a table: its label is for those who do not see the head of the column. */
export function Select({
  label,
  value,
  options,
  empty,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly TargetChoice[];
  empty?: string;
  onChange: (value: string) => void;
}) {
  return (
    <TextField
      select
      size="small"
      value={value}
      onChange={(event) => onChange(event.target.value)}
      error={empty !== undefined && value === ''}
      slotProps={{ select: { displayEmpty: true, SelectDisplayProps: { 'aria-label': label } } }}
      sx={{ minWidth: 180 }}
    >
      {empty !== undefined && <MenuItem value="">{empty}</MenuItem>}
      {options.map((option) => (
        <MenuItem key={option.value} value={option.value}>
          {option.label}
        </MenuItem>
      ))}
    </TextField>
  );
}
