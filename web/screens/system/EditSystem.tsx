import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { valibotResolver } from '@hookform/resolvers/valibot';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { fromStored, toStored } from '../../../core/quantity/quantities.ts';
import { standings, type Standing } from '../../../core/planning/round/step.ts';
import { vesselShapes, type ShapeId } from '../../../core/water/vesselVolume.ts';
import { recordSchemas, type RecordContent, type Stored } from '../../../contract/records.ts';
import { useSetting, useSnapshot } from '../../api/data.ts';
import { creating, deleting, revising } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { vesselsOf } from '../../../model/facts/litres.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { VolumeField } from '../../parts/VolumeField.tsx';
import { useBase } from '../../parts/useBase.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { weekdayNames } from '../first-run/VisitStep.tsx';
import { waterWords } from '../first-run/WaterStep.tsx';
import { useSend } from '../../parts/useSend.ts';

const standingWords: Record<Standing, string> = {
  clean: 'first: it is clean',
  suspect: 'after clean water: it is suspect',
  quarantine: 'last: it is in quarantine',
};

/** The facts of a system and its vessels. */
export function EditSystem({ system, onDone }: { system: Stored<'system'>; onDone: () => void }) {
  const snapshot = useSnapshot();
  const [base] = useBase(system);
  const { units } = useSetting();
  const { send, pending, error } = useSend();
  const form = useForm<RecordContent<'system'>>({
    defaultValues: system.content,
    resolver: valibotResolver(recordSchemas.system),
  });
  const save = form.handleSubmit(async (content) => {
    const { sent } = await send([revising(base, content)], `${content.name}: saved.`);
    if (!sent) return;
    onDone();
  });
  const addVessel = () =>
    void send(
      [
        creating('vessel', {
          systemId: system.id,
          name: 'Sump',
          shape: 'box',
          dimensions: { lengthCm: 60, widthCm: 40 },
          waterDepthCm: 25,
          displacementShare: 0,
        }),
      ],
      'A vessel was added: give its measures.',
    );
  return (
    <section style={{ borderTop: '2px solid var(--ink)', padding: '12px 0 20px', display: 'grid', gap: 20 }}>
      <form className="form" onSubmit={(event) => void save(event)} noValidate>
        <div className="fields">
          <TextField
            label="Name"
            {...form.register('name')}
            error={Boolean(form.formState.errors.name)}
            helperText={form.formState.errors.name?.message}
          />
          <Controller
            control={form.control}
            name="believedVolumeL"
            render={({ field }) => (
              <NumberField
                label="Litres you believed"
                unit={units.volume}
                value={field.value === null ? null : fromStored('volume', field.value, units.volume)}
                onChange={(value) =>
                  field.onChange(value === null ? null : toStored('volume', value, units.volume))
                }
                error={form.formState.errors.believedVolumeL?.message}
              />
            )}
          />
        </div>
        <Controller
          control={form.control}
          name="water"
          render={({ field }) => (
            <Choice
              label="Water"
              value={field.value}
              options={(Object.keys(waterWords) as (keyof typeof waterWords)[]).map((value) => ({
                value,
                label: waterWords[value],
              }))}
              onChange={field.onChange}
            />
          )}
        />
        <Controller
          control={form.control}
          name="standing"
          render={({ field }) => (
            <Choice
              label="Hoses, nets and hands go to it"
              value={field.value ?? 'clean'}
              options={standings.map((value) => ({ value, label: standingWords[value] }))}
              onChange={field.onChange}
            />
          )}
        />
        <Controller
          control={form.control}
          name="weekdays"
          render={({ field }) => {
            const visited = snapshot.content('site', system.content.siteId)?.visits?.weekdays ?? [];
            if (visited.length < 2) return <></>;
            return (
              <div>
                <h3 style={{ marginBottom: 4 }}>Worked on, of the days its place is visited</h3>
                <ToggleButtonGroup
                  value={field.value ?? visited}
                  aria-label="Days on which it is worked on"
                  size="small"
                  onChange={(_event, days: number[]) => {
                    const own = visited.filter((one) => days.includes(one));
                    if (own.length > 0) field.onChange(own.length === visited.length ? null : own);
                  }}
                >
                  {visited.map((one) => (
                    <ToggleButton key={one} value={one} sx={{ px: 3 }}>
                      {weekdayNames[one - 1]}
                    </ToggleButton>
                  ))}
                </ToggleButtonGroup>
              </div>
            );
          }}
        />
        <Controller
          control={form.control}
          name="mayStand"
          render={({ field }) => {
            const said = { flowMin: null, heatMin: null, airMin: null, ...field.value };
            const set = (some: Partial<typeof said>): void => {
              const now = { ...said, ...some };
              const isNone = now.flowMin === null && now.heatMin === null && now.airMin === null;
              field.onChange(isNone ? undefined : now);
            };
            return (
              <fieldset style={{ border: 0, padding: 0, margin: 0 }}>
                <legend>It may stand on purpose, where you know better than the house model</legend>
                <div className="fields">
                  <NumberField
                    label="Without movement"
                    unit="min"
                    value={said.flowMin}
                    onChange={(flowMin) => set({ flowMin })}
                    error={form.formState.errors.mayStand?.flowMin?.message}
                  />
                  <NumberField
                    label="Surface unbroken"
                    unit="min"
                    value={said.airMin}
                    onChange={(airMin) => set({ airMin })}
                    error={form.formState.errors.mayStand?.airMin?.message}
                  />
                  <NumberField
                    label="Without heat or cold"
                    unit="min"
                    value={said.heatMin}
                    onChange={(heatMin) => set({ heatMin })}
                    error={form.formState.errors.mayStand?.heatMin?.message}
                  />
                </div>
              </fieldset>
            );
          }}
        />
        <TextField label="Note" multiline {...form.register('note')} />
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
      {vesselsOf(snapshot, system.id).map((vessel) => (
        <EditVessel key={vessel.id} vessel={vessel} />
      ))}
      <div>
        <button type="button" className="btn2" disabled={pending} onClick={addVessel}>
          Add a vessel
        </button>
      </div>
    </section>
  );
}

function EditVessel({ vessel }: { vessel: Stored<'vessel'> }) {
  const { units } = useSetting();
  const { send, pending, error } = useSend();
  const [base, rebase] = useBase(vessel);
  const [content, setContent] = useState(vessel.content);
  const unit = units.length;
  const shown = (value: number | undefined) =>
    value === undefined ? null : fromStored('length', value, unit);
  const stored = (value: number | null) => (value === null ? Number.NaN : toStored('length', value, unit));
  const act = async (what: 'save' | 'delete'): Promise<void> => {
    const { sent, version } = await send(
      [what === 'save' ? revising(base, content) : deleting(base)],
      what === 'save' ? `${content.name}: saved.` : `${content.name}: removed.`,
    );
    if (!sent) return;
    if (version !== undefined) rebase({ ...base, version, content });
  };
  return (
    <div className="form rule" style={{ paddingTop: 12 }}>
      <Choice
        label={`Shape of ${vessel.content.name}`}
        value={content.shape}
        options={(Object.keys(vesselShapes) as ShapeId[]).map((value) => ({
          value,
          label: vesselShapes[value].label,
        }))}
        onChange={(shape) => setContent({ ...content, shape, dimensions: {} })}
      />
      <div className="fields">
        <TextField
          label="Name"
          value={content.name}
          onChange={(event) => setContent({ ...content, name: event.target.value })}
        />
        {vesselShapes[content.shape].fields.map((field) =>
          field.quantity === 'length' ? (
            <NumberField
              key={field.key}
              label={field.label}
              unit={unit}
              value={shown(content.dimensions[field.key])}
              onChange={(value) =>
                setContent({ ...content, dimensions: { ...content.dimensions, [field.key]: stored(value) } })
              }
            />
          ) : (
            <NumberField
              key={field.key}
              label={field.label}
              unit="cm²"
              value={content.dimensions[field.key] ?? null}
              onChange={(value) =>
                setContent({
                  ...content,
                  dimensions: { ...content.dimensions, [field.key]: value ?? Number.NaN },
                })
              }
            />
          ),
        )}
        <NumberField
          label="Water depth"
          unit={unit}
          value={shown(content.waterDepthCm)}
          onChange={(value) => setContent({ ...content, waterDepthCm: stored(value) })}
        />
        <NumberField
          label="Rock and sand take"
          unit="%"
          value={content.displacementShare * 100}
          onChange={(value) => setContent({ ...content, displacementShare: (value ?? 0) / 100 })}
        />
        <NumberField
          label="Surface free of rock"
          unit="%"
          value={content.freeShare == null ? null : content.freeShare * 100}
          onChange={(value) => setContent({ ...content, freeShare: value === null ? null : value / 100 })}
        />
        <NumberField
          label="Falls when pumps stop"
          unit={unit}
          value={content.runsBackCm == null ? null : fromStored('length', content.runsBackCm, unit)}
          onChange={(value) =>
            setContent({ ...content, runsBackCm: value === null ? null : toStored('length', value, unit) })
          }
        />
        <NumberField
          label="Water line to the rim"
          unit={unit}
          value={content.headroomCm == null ? null : fromStored('length', content.headroomCm, unit)}
          onChange={(value) =>
            setContent({ ...content, headroomCm: value === null ? null : toStored('length', value, unit) })
          }
        />
        <VolumeField
          label="Pipes that run down into it"
          litres={content.pipesL ?? null}
          onChange={(pipesL) => setContent({ ...content, pipesL })}
        />
      </div>
      <ProblemNote error={error} />
      <div className="actions">
        <button type="button" className="btn2" disabled={pending} onClick={() => void act('save')}>
          Save this vessel
        </button>
        <button type="button" className="btn2" disabled={pending} onClick={() => void act('delete')}>
          Remove it
        </button>
      </div>
    </div>
  );
}
