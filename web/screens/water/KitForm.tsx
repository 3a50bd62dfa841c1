import { newTestChannel, testChannel } from '../../../model/water/testChannel.ts';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { storedUnitOf, parameterUnit, unitsOfParameter } from '../../../core/water/parameterUnits.ts';
import { parameters, type ParameterId } from '../../../core/water/parameters.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { useSnapshot } from '../../api/data.ts';
import { creating, revising } from '../../api/writing.tsx';
import { DayAt, TextAt } from '../../forms/fields.tsx';
import { RecordForm } from '../../forms/RecordForm.tsx';
import { useRecordForm } from '../../forms/useRecordForm.ts';
import { Choice } from '../../parts/Choice.tsx';
import { NumberField } from '../../parts/NumberField.tsx';

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
  const channelOf = (id: ParameterId) => testChannel(snapshot, system.id, id);
  const [usual, setUsual] = useState(
    kit === null || channelOf(kit.content.parameter)?.content.methodId === kit.id,
  );
  const form = useRecordForm('method', kit, {
    ...(kit ? {} : { from: freshKit(asked) }),
    draft: `${system.id}.${asked}`,
    said: ({ name }) => `${name}: saved.`,
    beside: ({ parameter: read }, methodId) => {
      const channel = channelOf(read);
      const isUsual = channel?.content.methodId === methodId;
      if (isUsual === usual) return [];
      return channel
        ? [revising(channel, { ...channel.content, methodId: usual ? methodId : null })]
        : [creating('channel', newTestChannel(system.id, read, { methodId }))];
    },
    onDone,
  });
  const { content, set } = form;
  const { parameter } = content;
  const unit = parameterUnit(parameter, content.unit);
  const probes = snapshot
    .all('component')
    .filter(({ content }) => content.systemIds.includes(system.id) && content.status !== 'removed');
  // figures are differences: they go through the unit around a usual value of the water
  const around = unit.fromStored((parameters[parameter].likely.from + parameters[parameter].likely.to) / 2);
  const toDifference = (stored: number): number =>
    Number(Math.abs(unit.fromStored(unit.toStored(around) + stored) - around).toPrecision(4));
  const fromDifference = (shown: number | null): number =>
    Math.abs(unit.toStored(around + (shown ?? 0)) - unit.toStored(around));
  const { name, batch, expires } = content;
  return (
    <RecordForm form={form} save="Save" onCancel={onDone} className="kitform">
      <TextAt at={form.at('name')} label="Name" autoFocus help="As you call it; no brand is needed." />
      <TextField
        select
        label="Reads"
        value={parameter}
        disabled={kit !== null}
        onChange={(event) => set({ ...freshKit(event.target.value as ParameterId), name, batch, expires })}
      >
        {(Object.keys(parameters) as ParameterId[]).map((id) => (
          <MenuItem key={id} value={id}>
            {parameters[id].name}
          </MenuItem>
        ))}
      </TextField>
      <Choice
        label="It is"
        value={content.kind}
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
        value={content.unit}
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
        required
        value={toDifference(content.step)}
        onChange={(value) => set({ step: fromDifference(value) })}
      />
      <NumberField
        label="Repeats within ±"
        unit={unit.label}
        required
        value={toDifference(content.repeatability)}
        onChange={(value) => set({ repeatability: fromDifference(value) })}
        help="The same water read twice."
      />
      {content.kind === 'kit' && (
        <NumberField
          label="One drop or mL counts"
          unit={unit.label}
          value={content.titration?.factor ?? null}
          onChange={(factor) => set({ titration: factor === null ? null : { per: 'drop', factor } })}
          help="For a titration: “14x” then means 14 of them."
        />
      )}
      {content.kind === 'probe' ? (
        <TextField
          select
          label="Which probe"
          value={content.componentId ?? ''}
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
          <TextAt at={form.at('batch')} label="Batch" />
          <DayAt at={form.at('expires')} label="Good until" />
        </>
      )}
      <FormControlLabel
        control={<Checkbox checked={usual} onChange={(event) => setUsual(event.target.checked)} />}
        label="The usual one for this system"
      />
    </RecordForm>
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
