import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Input } from '../../../core/formulas/define.ts';
import { formatNumber, fromStored, toStored } from '../../../core/quantity/quantities.ts';
import { Choice } from '../../parts/Choice.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { listFrom, tableFrom, tableText, write } from './address.ts';
import { prettyUnit, unitsOf } from './units.ts';

/** One input of a calculator, in the unit a person chooses for it. */
export function Field({
  input,
  value,
  onChange,
  onFocus,
  error,
  onError,
}: {
  input: Input;
  value: unknown;
  onChange: (value: unknown) => void;
  onFocus: () => void;
  /** Its error, one standard deviation; undefined: not asked about. */
  error: number | null | undefined;
  onError: (error: number | null) => void;
}) {
  if (input.kind === 'choice')
    return (
      <Choice
        label={input.label}
        value={typeof value === 'string' ? value : ''}
        options={input.options.map((option) => ({ value: option, label: option }))}
        onChange={onChange}
      />
    );
  if (input.kind === 'list' || input.kind === 'table')
    return <Rows input={input} value={value} onChange={onChange} />;
  return (
    <>
      <NumberInputField input={input} value={value} onChange={onChange} onFocus={onFocus} />
      {error !== undefined && (
        <NumberField
          label={`± ${input.label}`}
          unit={prettyUnit(input.unit)}
          value={error}
          onChange={onError}
        />
      )}
    </>
  );
}

function NumberInputField({
  input,
  value,
  onChange,
  onFocus,
}: {
  input: Extract<Input, { kind: 'number' | 'optional' }>;
  value: unknown;
  onChange: (value: unknown) => void;
  onFocus: () => void;
}) {
  const units = unitsOf(input.unit);
  const [unit, setUnit] = useState(units?.base ?? '');
  const number = typeof value === 'number' ? value : null;
  const convert = (x: number, from: string, to: string): number =>
    units === null || from === to ? x : fromStored(units.quantity, toStored(units.quantity, x, from), to);
  const range = `${formatNumber(input.from, 6)} to ${formatNumber(input.to, 6)}`;
  const help =
    input.kind === 'number' && input.usual !== undefined
      ? `usually ${formatNumber(input.usual, 9)}`
      : input.kind === 'optional'
        ? 'may be left out'
        : undefined;
  return (
    <div className="benchfield" onFocus={onFocus} title={`${range} ${prettyUnit(input.unit)}`.trim()}>
      <NumberField
        label={input.label}
        unit={units ? '' : prettyUnit(input.unit)}
        value={number === null ? null : convert(number, units?.base ?? '', unit)}
        onChange={(shown) => onChange(shown === null ? null : convert(shown, unit, units?.base ?? ''))}
        help={help}
      />
      {units && (
        <TextField
          select
          size="small"
          value={unit}
          onChange={(event) => setUnit(event.target.value)}
          slotProps={{ htmlInput: { 'aria-label': `Unit of ${input.label.toLowerCase()}` } }}
          sx={{ minWidth: 84 }}
        >
          {units.options.map((option) => (
            <MenuItem key={option.value} value={option.value}>
              {option.label}
            </MenuItem>
          ))}
        </TextField>
      )}
    </div>
  );
}

/** A list of numbers or rows of them, typed or pasted from a sheet. */
function Rows({
  input,
  value,
  onChange,
}: {
  input: Extract<Input, { kind: 'list' | 'table' }>;
  value: unknown;
  onChange: (value: unknown) => void;
}) {
  const [typed, setTyped] = useState(() =>
    input.kind === 'table' ? tableText(value) : write(value).replaceAll(',', ' '),
  );
  return (
    <TextField
      multiline
      minRows={input.kind === 'table' ? 4 : 2}
      label={input.label}
      value={typed}
      helperText={
        input.kind === 'table'
          ? `${input.columns.join(' and ')} in a row; a dash leaves it open`
          : [prettyUnit(input.unit), 'spaces or new lines between'].filter(Boolean).join('; ')
      }
      onChange={(event) => {
        setTyped(event.target.value);
        onChange(input.kind === 'table' ? tableFrom(event.target.value) : listFrom(event.target.value));
      }}
    />
  );
}
