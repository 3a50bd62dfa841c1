import TextField from '@mui/material/TextField';
import { useController } from 'react-hook-form';
import { Choice } from '../parts/Choice.tsx';
import { DayField } from '../parts/DayField.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { QuantityField } from '../parts/QuantityField.tsx';
import type { FieldAt } from './useRecordForm.ts';

// A form's fields by their place in its record: what is typed goes there, what is refused there is said here.

function useAt({ name, control }: FieldAt) {
  const { field, fieldState } = useController({ name, control });
  return {
    value: field.value as unknown,
    onChange: field.onChange,
    ref: field.ref,
    problem: fieldState.error?.message,
  };
}

export function TextAt({
  at,
  label,
  help,
  lines = false,
  autoFocus = false,
}: {
  at: FieldAt;
  label: string;
  help?: string;
  /** More than one line. */
  lines?: boolean;
  autoFocus?: boolean;
}) {
  const { value, onChange, ref, problem } = useAt(at);
  return (
    <TextField
      label={label}
      multiline={lines}
      autoFocus={autoFocus}
      value={value ?? ''}
      onChange={(event) => onChange(event.target.value)}
      inputRef={ref}
      error={problem !== undefined}
      helperText={problem ?? help}
    />
  );
}

type NumberProps = Parameters<typeof NumberField>[0];

/** Left empty, it is null, or as `required` says, not taken. */
export function NumberAt({
  at,
  ...rest
}: { at: FieldAt } & Omit<NumberProps, 'value' | 'onChange' | 'error' | 'inputRef'>) {
  const { value, onChange, ref, problem } = useAt(at);
  return (
    <NumberField
      {...rest}
      value={(value as number | null | undefined) ?? null}
      onChange={onChange}
      error={problem}
      inputRef={ref}
    />
  );
}

type QuantityProps = Parameters<typeof QuantityField>[0];

/** In the person's unit; stored in the one it is stored in. */
export function QuantityAt({
  at,
  ...rest
}: { at: FieldAt } & Omit<QuantityProps, 'value' | 'onChange' | 'error' | 'inputRef'>) {
  const { value, onChange, ref, problem } = useAt(at);
  return (
    <QuantityField
      {...rest}
      value={(value as number | null | undefined) ?? null}
      onChange={onChange}
      error={problem}
      inputRef={ref}
    />
  );
}

type DayProps = Parameters<typeof DayField>[0];

/** A day that may be left empty. */
export function DayAt({
  at,
  ...rest
}: { at: FieldAt } & Omit<DayProps, 'value' | 'onChange' | 'onClear' | 'inputRef'>) {
  const { value, onChange, ref } = useAt(at);
  return (
    <DayField
      {...rest}
      value={(value as string | null | undefined) ?? null}
      onChange={onChange}
      onClear={() => onChange(null)}
      inputRef={ref}
    />
  );
}

export function ChoiceAt<T extends string>({
  at,
  label,
  options,
}: {
  at: FieldAt;
  label: string;
  options: readonly { value: T; label: string }[];
}) {
  const { value, onChange } = useAt(at);
  return <Choice label={label} value={value as T} options={options} onChange={onChange} />;
}
