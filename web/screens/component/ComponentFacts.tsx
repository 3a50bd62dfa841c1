import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { valibotResolver } from '@hookform/resolvers/valibot';
import { Controller, useForm } from 'react-hook-form';
import { recordSchemas, type RecordContent, type Stored } from '../../../contract/records.ts';
import { findKind } from '../../../core/catalogue/index.ts';
import { ownKindsOf } from '../../../model/facts/definition.ts';
import { useSnapshot } from '../../api/data.ts';
import { revising } from '../../api/writing.tsx';
import { HoldsFields } from './HoldsFields.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { useBase } from '../../parts/useBase.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { DayField } from '../../parts/DayField.tsx';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useSend } from '../../parts/useSend.ts';

/** The facts of a component: name, maker, serial number, warranty, manual, and which systems it serves. */
export function ComponentFacts({
  component,
  onDone,
}: {
  component: Stored<'component'>;
  onDone: () => void;
}) {
  const snapshot = useSnapshot();
  const [base] = useBase(component);
  const { send, pending, error } = useSend();
  const form = useForm<RecordContent<'component'>>({
    defaultValues: component.content,
    resolver: valibotResolver(recordSchemas.component),
  });
  const save = form.handleSubmit(async (content) => {
    const { sent } = await send([revising(base, content)], `${content.name}: saved.`);
    if (!sent) return;
    onDone();
  });
  // drums, containers, basins: what stands where water comes in
  const keepsWater =
    Boolean(component.content.holds) ||
    findKind(component.content.kindId, ownKindsOf(snapshot))?.place === 'make-up';
  const systems = snapshot
    .all('system')
    .filter((system) => system.content.siteId === component.content.siteId);
  return (
    <form className="form" onSubmit={(event) => void save(event)} noValidate style={{ padding: '12px 0' }}>
      <div className="fields">
        <TextField
          label="Name"
          {...form.register('name')}
          error={Boolean(form.formState.errors.name)}
          helperText={form.formState.errors.name?.message}
        />
        <TextField label="Maker" {...form.register('facts.maker')} />
        <TextField label="Model" {...form.register('facts.model')} />
        <TextField label="Serial number" {...form.register('facts.serial')} />
        <Controller
          control={form.control}
          name="facts.warrantyUntil"
          render={({ field }) => (
            <DayField label="Warranty until" value={field.value} onChange={field.onChange} />
          )}
        />
        <Controller
          control={form.control}
          name="dutyHoursPerDay"
          render={({ field }) => (
            <NumberField
              label="Runs"
              unit="h a day"
              value={field.value}
              onChange={(value) => field.onChange(value ?? Number.NaN)}
              error={form.formState.errors.dutyHoursPerDay?.message}
            />
          )}
        />
        <Controller
          control={form.control}
          name="ratedW"
          render={({ field }) => (
            <NumberField
              label="Draws"
              unit="W"
              value={field.value ?? null}
              onChange={field.onChange}
              error={form.formState.errors.ratedW?.message}
            />
          )}
        />
      </div>
      <TextField
        label="Manual"
        multiline
        {...form.register('facts.manual')}
        helperText="where it lies, or what it says"
      />
      <TextField label="Note" multiline {...form.register('facts.note')} />
      {keepsWater && (
        <Controller
          control={form.control}
          name="holds"
          render={({ field }) => (
            <div>
              <HoldsFields value={field.value} onChange={field.onChange} />
              {form.formState.errors.holds && (
                <p className="late">
                  {form.formState.errors.holds.capacityL?.message ??
                    form.formState.errors.holds.unusableL?.message}
                </p>
              )}
            </div>
          )}
        />
      )}
      {systems.length > 1 && (
        <Controller
          control={form.control}
          name="systemIds"
          render={({ field }) => (
            <div>
              <h3 style={{ marginBottom: 4 }}>Serves</h3>
              <ToggleButtonGroup
                value={field.value}
                onChange={(_event, value: string[]) => field.onChange(value)}
                aria-label="Systems served"
                sx={{ flexWrap: 'wrap' }}
              >
                {systems.map((system) => (
                  <ToggleButton key={system.id} value={system.id} sx={{ px: 3 }}>
                    {system.content.name}
                  </ToggleButton>
                ))}
              </ToggleButtonGroup>
              {form.formState.errors.systemIds && (
                <p className="late">{form.formState.errors.systemIds.message}</p>
              )}
            </div>
          )}
        />
      )}
      <ProblemNote error={error} />
      <div className="actions">
        <Button type="submit" variant="contained" disabled={pending}>
          Save the facts
        </Button>
        <button type="button" className="btn2" onClick={onDone}>
          Leave it
        </button>
      </div>
    </form>
  );
}
