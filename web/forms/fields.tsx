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

/** A number's place: left empty, it is null, or as `required` says, not taken. */
function useNumberAt(at: FieldAt) {
  const { value, onChange, ref, problem } = useAt(at);
  return { value: (value as number | null | undefined) ?? null, onChange, error: problem, inputRef: ref };
}

type NumberProps = Parameters<typeof NumberField>[0];

export function NumberAt({
  at,
  ...rest
}: { at: FieldAt } & Omit<NumberProps, 'value' | 'onChange' | 'error' | 'inputRef'>) {
  return <NumberField {...rest} {...useNumberAt(at)} />;
}

type QuantityProps = Parameters<typeof QuantityField>[0];

/** In the person's unit; stored in the one it is stored in. */
export function QuantityAt({
  at,
  ...rest
}: { at: FieldAt } & Omit<QuantityProps, 'value' | 'onChange' | 'error' | 'inputRef'>) {
  return <QuantityField {...rest} {...useNumberAt(at)} />;
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
