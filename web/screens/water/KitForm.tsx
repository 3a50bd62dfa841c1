import { newTestChannel, testChannel } from '../../../model/water/testChannel.ts';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { storedUnitOf, parameterUnit, unitsOfParameter } from '../../../core/water/parameterUnits.ts';
import { parameters, type ParameterId } from '../../../core/water/parameters.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { useSnapshot } from '../../api/data.ts';
import { creating, newIds, revising } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { DayField } from '../../parts/DayField.tsx';
import { useSend } from '../../parts/useSend.ts';

type Kit = RecordContent<'method'>;

/** A kit or instrument: what it reads, how well, its batch, expiry or the probe whose calibrations count. */
export function KitForm({
  system,
  parameter: asked,
  kit,
  onDone,
}: {
  system: Stored<'system'>;
  parameter: ParameterId;
  kit: Stored<'method'> | null;
  onDone: () => void;
}) {
  const snapshot = useSnapshot();
  const { send, pending, error } = useSend(onDone);
  const [parameter, setParameter] = useState<ParameterId>(kit?.content.parameter ?? asked);
  const [form, setForm] = useState<Kit>(() => kit?.content ?? freshKit(asked));
  const channel = testChannel(snapshot, system.id, parameter);
  const [usual, setUsual] = useState(kit === null || channel?.content.methodId === kit.id);
  const set = (some: Partial<Kit>): void => setForm({ ...form, ...some });
  const unit = parameterUnit(parameter, form.unit);
  const probes = snapshot
    .all('component')
    .filter(({ content }) => content.systemIds.includes(system.id) && content.status !== 'removed');
  // figures are differences: they go through the unit around a usual value of the water
  const around = unit.fromStored((parameters[parameter].likely.from + parameters[parameter].likely.to) / 2);
  const toDifference = (stored: number): number =>
    Number(Math.abs(unit.fromStored(unit.toStored(around) + stored) - around).toPrecision(4));
  const fromDifference = (shown: number | null): number =>
    Math.abs(unit.toStored(around + (shown ?? 0)) - unit.toStored(around));
  const choose = (id: ParameterId): void => {
    setParameter(id);
    setForm({ ...freshKit(id), name: form.name, batch: form.batch, expires: form.expires });
  };
  const save = (): void => {
    const ids = newIds(kit?.id);
    const record = kit ? revising(kit, form) : creating('method', form, ids);
    const methodId = kit?.id ?? ids.id;
    const link = channel
      ? channel.content.methodId === methodId || (!usual && channel.content.methodId !== methodId)
        ? []
        : [revising(channel, { ...channel.content, methodId: usual ? methodId : null })]
      : usual
        ? [creating('channel', newTestChannel(system.id, parameter, { methodId }))]
        : [];
    void send([record, ...link], `${form.name} is kept.`);
  };
  return (
    <form
      className="kitform"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <TextField
        label="Name"
        value={form.name}
        autoFocus
        onChange={(event) => set({ name: event.target.value })}
        helperText="As you call it; no brand is needed."
      />
      <TextField
        select
        label="Reads"
        value={parameter}
        disabled={kit !== null}
        onChange={(event) => choose(event.target.value as ParameterId)}
      >
        {(Object.keys(parameters) as ParameterId[]).map((id) => (
          <MenuItem key={id} value={id}>
            {parameters[id].name}
          </MenuItem>
        ))}
      </TextField>
      <Choice
        label="It is"
        value={form.kind}
        options={[
          { value: 'kit', label: 'A kit' },
          { value: 'probe', label: 'A probe' },
          { value: 'laboratory', label: 'A laboratory' },
        ]}
        onChange={(kind) => set({ kind })}
      />
      <TextField
        select
        label="Unit printed on it"
        value={form.unit}
        onChange={(event) => set({ unit: event.target.value })}
      >
        {Object.entries(unitsOfParameter(parameter)).map(([id, { label }]) => (
          <MenuItem key={id} value={id}>
            {label}
          </MenuItem>
        ))}
      </TextField>
      <NumberField
        label="Smallest step"
        unit={unit.label}
        value={toDifference(form.step)}
        onChange={(value) => set({ step: fromDifference(value) })}
      />
      <NumberField
        label="Repeats within ±"
        unit={unit.label}
        value={toDifference(form.repeatability)}
        onChange={(value) => set({ repeatability: fromDifference(value) })}
        help="The same water read twice."
      />
      {form.kind === 'kit' && (
        <NumberField
          label="One drop or mL counts"
          unit={unit.label}
          value={form.titration?.factor ?? null}
          onChange={(factor) => set({ titration: factor === null ? null : { per: 'drop', factor } })}
          help="For a titration: “14x” then means 14 of them."
        />
      )}
      {form.kind === 'probe' ? (
        <TextField
          select
          label="Which probe"
          value={form.componentId ?? ''}
          onChange={(event) => set({ componentId: event.target.value || null })}
          helperText="Its calibrations in the log count."
        >
          <MenuItem value="">none of the equipment here</MenuItem>
          {probes.map((one) => (
            <MenuItem key={one.id} value={one.id}>
              {one.content.name}
            </MenuItem>
          ))}
        </TextField>
      ) : (
        <>
          <TextField
            label="Batch"
            value={form.batch}
            onChange={(event) => set({ batch: event.target.value })}
          />
          <DayField label="Good until" value={form.expires} onChange={(expires) => set({ expires })} />
        </>
      )}
      <FormControlLabel
        control={<Checkbox checked={usual} onChange={(event) => setUsual(event.target.checked)} />}
        label="The usual one for this system"
      />
      <ProblemNote error={error} />
      <div className="actions">
        <Button type="submit" variant="contained" disabled={pending || form.name.trim() === ''}>
          {kit ? 'Keep the change' : 'Keep it'}
        </Button>
        <Button variant="text" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

const freshKit = (parameter: ParameterId): Kit => ({
  name: '',
  parameter,
  kind: 'kit',
  componentId: null,
  unit: storedUnitOf(parameter),
  ...parameters[parameter].method,
  titration: null,
  batch: '',
  expires: null,
  note: '',
});
