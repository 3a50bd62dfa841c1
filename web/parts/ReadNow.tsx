import Button from '@mui/material/Button';
import InputAdornment from '@mui/material/InputAdornment';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { fromStored, formatNumber, quantities, toStored, unitOf } from '../../core/quantity/quantities.ts';
import { readableChannel, readableFacts, type Readable } from '../../model/water/componentChannel.ts';
import type { RecordContent } from '../../contract/records.ts';
import { useClock, useSetting, useSnapshot } from '../api/data.ts';
import { usePersonHere } from '../api/person.ts';
import { ProblemNote } from './ProblemNote.tsx';
import { equipmentReading } from './equipmentReading.ts';
import { unitFor } from '../../contract/shownUnits.ts';
import { useReadingRemarks } from './useReadingRemarks.ts';
import { useSend } from './useSend.ts';

const keyOf = (what: Readable): string => ('parameter' in what ? what.parameter : what.measure);

/** Several readings of one piece of equipment at once; what stays empty is not read. "<0.02" is below the lowest. */
export function ReadNow({
  componentId,
  name,
  offers,
  labels = {},
  onDone,
}: {
  componentId: string;
  name: string;
  offers: readonly Readable[];
  /** Other words for some of them. */
  labels?: Readonly<Record<string, string>>;
  onDone: () => void;
}) {
  const snapshot = useSnapshot();
  const setting = useSetting();
  const clock = useClock();
  const here = usePersonHere();
  const remarkOf = useReadingRemarks(componentId);
  const { send, pending, error } = useSend(onDone);
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  // what was asked about and left as it is
  const [asked, setAsked] = useState(false);
  const read = offers.map((what) => {
    const key = keyOf(what);
    const facts = readableFacts(what);
    const unit = unitOfReadable(facts.quantity, setting);
    return {
      what,
      key,
      ...facts,
      unit,
      label: labels[key] ?? facts.label,
      ...judged(typed[key] ?? '', facts, unit),
    };
  });
  const besides = Object.fromEntries(
    read.flatMap(({ key, value }) => (value === null ? [] : [[key, value]])),
  );
  const fields = read.map((one) => {
    if (one.value === null) return { ...one, question: null };
    return { ...one, ...remarkOf(readableChannel(componentId, one.what), one.value, besides) };
  });
  const questions = fields.some((one) => one.question !== null);
  const filled = fields.filter((one) => one.value !== null);
  const save = () => {
    const when = { kind: 'instant' as const, at: new Date(clock()).toISOString() };
    const writes = filled.flatMap(({ what, value, below }) =>
      value === null
        ? []
        : equipmentReading(snapshot, componentId, what, { when, value, below, whoId: here.id }),
    );
    void send(writes, `${name}: ${filled.length === 1 ? 'one reading' : `${filled.length} readings`} kept.`);
  };
  return (
    <form
      className="readnow rule"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        if (filled.length === 0 || fields.some((one) => one.fault !== null)) return;
        if (questions && !asked) setAsked(true);
        else save();
      }}
    >
      <div className="fields">
        {fields.map((one) => (
          <TextField
            key={one.key}
            label={one.label}
            value={typed[one.key] ?? ''}
            error={one.fault !== null}
            helperText={one.fault ?? one.question ?? undefined}
            onChange={(event) => {
              setTyped({ ...typed, [one.key]: event.target.value });
              setAsked(false);
            }}
            slotProps={{
              htmlInput: { inputMode: 'decimal', style: { textAlign: 'right' } },
              input: {
                endAdornment: (
                  <InputAdornment position="end">{unitOf(one.quantity, one.unit).label}</InputAdornment>
                ),
              },
            }}
          />
        ))}
      </div>
      <ProblemNote error={error} />
      <div className="actions">
        <Button
          type="submit"
          variant="contained"
          disabled={pending || filled.length === 0 || fields.some((one) => one.fault !== null)}
        >
          {questions && asked ? 'Keep them as they are' : 'Keep the readings'}
        </Button>
        <button type="button" className="btn2" onClick={onDone}>
          Cancel
        </button>
      </div>
    </form>
  );
}

function unitOfReadable(
  quantity: ReturnType<typeof readableFacts>['quantity'],
  setting: RecordContent<'setting'>,
): string {
  const persons = unitFor(quantity, setting);
  return persons in quantities[quantity].units ? persons : quantities[quantity].stored;
}

/** What was typed, in the stored unit; or why it cannot be. */
function judged(
  text: string,
  { quantity, possible, label }: ReturnType<typeof readableFacts>,
  unit: string,
): { value: number | null; below: boolean; fault: string | null } {
  const bare = text.trim();
  if (bare === '') return { value: null, below: false, fault: null };
  const below = bare.startsWith('<');
  const shown = Number(bare.replace(/^<\s*/, '').replace(',', '.'));
  if (!Number.isFinite(shown)) return { value: null, below, fault: `“${bare}” is not a number.` };
  const value = toStored(quantity, shown, unit);
  if (value >= possible.from && value <= possible.to) return { value, below, fault: null };
  const [from, to] = [possible.from, possible.to].map((edge) =>
    formatNumber(fromStored(quantity, edge, unit), 2),
  );
  return {
    value: null,
    below,
    fault: `${label} lies between ${from ?? ''} and ${to ?? ''} ${unitOf(quantity, unit).label}.`,
  };
}
