import Button from '@mui/material/Button';
import { useState } from 'react';
import { fromStored, toStored } from '../../../core/quantity/quantities.ts';
import { noStoreFigures } from '../../../core/rules/facts.ts';
import { measures, type Measure, type StoreMeasureId } from '../../../core/quantity/measures.ts';
import type { Consequence, JobDefinition } from '../../../core/catalogue/types.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { useSetting } from '../../api/data.ts';
import { revising } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { consequenceWords } from '../../parts/equipment/OwnKind.tsx';
import { usualWord } from '../../parts/equipment/EquipmentPicker.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { useBase } from '../../parts/useBase.ts';
import { unitFor } from '../../../contract/shownUnits.ts';
import { useSend } from '../../parts/useSend.ts';
import { AroundFields } from './AroundFields.tsx';
import { aroundOf, withAround, type Around } from './around.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';

const MIN_PER_H = 60;
type Overrides = RecordContent<'job'>['overrides'];

/** A person's own figures for one job; "back to the catalogue" is always there. */
export function JobFigures({
  job,
  catalogue,
  inForce,
  onDone,
}: {
  job: Stored<'job'>;
  catalogue: JobDefinition;
  inForce: JobDefinition;
  onDone: () => void;
}) {
  const first = inForce.rules[0];
  const range = first && 'range' in first ? first.range : first?.kind === 'usage' ? first.ratedHours : null;
  const [lo, setLo] = useState<number | null>(range?.lo ?? null);
  const [hi, setHi] = useState<number | null>(range?.hi ?? null);
  const [minutes, setMinutes] = useState<number | null>(inForce.minutes);
  const [clearMin, setClearMin] = useState<number | null>(inForce.temporary?.clearMin ?? null);
  const [around, setAround] = useState<Around>(() => aroundOf(inForce));
  const [consequence, setConsequence] = useState<Consequence>(inForce.consequence);
  // what is worked out from what has passed is entered on the make-up view
  const storeRule = inForce.rules.find(
    (rule) => rule.kind === 'depletion' && !(measures[rule.store] as Measure).workedOut,
  );
  const [store, setStore] = useState<JobStore>(job.content.store ?? noStoreFigures);
  const [base] = useBase(job);
  const { send: sendWrites, pending, error } = useSend(onDone);
  const unit = first?.kind === 'usage' ? 'h' : 'days';
  const send = (overrides: Overrides, said: string) => {
    const { store: before, ...content } = base.content;
    const kept = Object.values(store).some((one) => one !== null) ? { store } : {};
    void sendWrites(
      [revising(base, { ...content, ...(storeRule ? kept : before ? { store: before } : {}), overrides })],
      said,
    );
  };
  const save = () => {
    const span = { lo: lo ?? Number.NaN, hi: hi ?? Number.NaN };
    const rules = inForce.rules.map((rule, i) =>
      i > 0
        ? rule
        : 'range' in rule
          ? { ...rule, range: span }
          : rule.kind === 'usage'
            ? { ...rule, ratedHours: span }
            : rule,
    );
    const changed: Overrides = { ...job.content.overrides };
    if (JSON.stringify(rules) !== JSON.stringify(catalogue.rules)) changed.rules = rules;
    else delete changed.rules;
    if (minutes !== null && minutes !== catalogue.minutes) changed.minutes = minutes;
    else delete changed.minutes;
    if (clearMin !== null && catalogue.temporary && clearMin !== catalogue.temporary.clearMin)
      changed.clearMin = clearMin;
    else delete changed.clearMin;
    if (consequence !== catalogue.consequence) changed.consequence = consequence;
    else delete changed.consequence;
    send(withAround(changed, around, catalogue), 'Own figures saved.');
  };
  const own = Object.keys(job.content.overrides).length > 0;
  return (
    <div className="form rule" style={{ paddingTop: 12 }}>
      <h3>Own figures for this job</h3>
      <div className="fields">
        {range && (
          <NumberField
            label="Usual life, low end"
            unit={unit}
            value={lo}
            onChange={setLo}
            help={`catalogue: ${usualWord(catalogue)}`}
          />
        )}
        {range && <NumberField label="Usual life, high end" unit={unit} value={hi} onChange={setHi} />}
        <NumberField
          label="Minutes it takes"
          unit="min"
          value={minutes}
          onChange={setMinutes}
          help={`catalogue: ${catalogue.minutes} min`}
        />
        {catalogue.temporary && (
          <NumberField
            label="Stays in until the water is clear"
            unit="h"
            value={clearMin === null ? null : clearMin / MIN_PER_H}
            onChange={(hours) => setClearMin(hours === null ? null : hours * MIN_PER_H)}
            help={`catalogue: ${catalogue.temporary.clearMin / MIN_PER_H} h`}
          />
        )}
      </div>
      {storeRule?.kind === 'depletion' && (
        <StoreFields store={storeRule.store} value={store} onChange={setStore} />
      )}
      <AroundFields value={around} onChange={setAround} />
      <Choice
        label="If it is late"
        value={consequence}
        options={(Object.keys(consequenceWords) as Consequence[]).map((value) => ({
          value,
          label: consequenceWords[value],
        }))}
        onChange={setConsequence}
      />
      <ProblemNote error={error} />
      <div className="actions">
        <Button variant="contained" disabled={pending} onClick={save}>
          Use these figures
        </Button>
        <button
          type="button"
          className="btn2"
          disabled={pending || !own}
          onClick={() => send({}, 'Back to the catalogue’s figures.')}
        >
          Back to the catalogue’s figures
        </button>
        {!own && <span className="soft">They are the catalogue’s now ({catalogue.basis}).</span>}
      </div>
    </div>
  );
}

type JobStore = NonNullable<RecordContent<'job'>['store']>;
/** What the store holds, what of it is out of reach, what a day takes. */
function StoreFields({
  store,
  value,
  onChange,
}: {
  store: StoreMeasureId;
  value: JobStore;
  onChange: (value: JobStore) => void;
}) {
  const setting = useSetting();
  const { quantity } = measures[store];
  const unit = quantity === 'length' ? 'm' : unitFor(quantity, setting);
  const field = (key: keyof JobStore, label: string, help?: string) => (
    <NumberField
      label={label}
      unit={key === 'usePerDay' ? `${unit} a day` : unit}
      value={value[key] === null ? null : fromStored(quantity, value[key], unit)}
      onChange={(shown) =>
        onChange({ ...value, [key]: shown === null ? null : toStored(quantity, shown, unit) })
      }
      {...(help ? { help } : {})}
    />
  );
  return (
    <div className="fields">
      {field('capacity', 'Holds when filled')}
      {field('unusable', 'Of it out of reach')}
      {field('usePerDay', 'A day takes', 'used until it is read at least once after filling')}
    </div>
  );
}
