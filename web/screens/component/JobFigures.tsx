import Button from '@mui/material/Button';
import { useState } from 'react';
import { rangeWord } from '../../../core/explain/words.ts';
import type { Consequence, JobDefinition } from '../../../core/catalogue/types.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { revising, useWriting } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { consequenceWords } from '../../parts/equipment/OwnKind.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { useBase } from '../../parts/useBase.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';

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
  const [consequence, setConsequence] = useState<Consequence>(inForce.consequence);
  const [error, setError] = useState<unknown>(null);
  const [base] = useBase(job);
  const { write, pending } = useWriting();
  const unit = first?.kind === 'usage' ? 'h' : 'days';
  const send = async (overrides: Overrides, said: string): Promise<void> => {
    setError(null);
    try {
      await write([revising(base, { ...base.content, overrides })], said);
      onDone();
    } catch (problem) {
      setError(problem);
    }
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
    if (consequence !== catalogue.consequence) changed.consequence = consequence;
    else delete changed.consequence;
    void send(changed, 'Own figures saved.');
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
            help={`catalogue: ${catalogueRange(catalogue)}`}
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
      </div>
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
          onClick={() => void send({}, 'Back to the catalogue’s figures.')}
        >
          Back to the catalogue’s figures
        </button>
        {!own && <span className="soft">They are the catalogue’s now ({catalogue.basis}).</span>}
      </div>
    </div>
  );
}

function catalogueRange(catalogue: JobDefinition): string {
  const rule = catalogue.rules[0];
  if (!rule) return '';
  if ('range' in rule) return rangeWord(rule.range.lo, rule.range.hi);
  return rule.kind === 'usage'
    ? `${rule.ratedHours.lo.toLocaleString('en-GB')} to ${rule.ratedHours.hi.toLocaleString('en-GB')} h`
    : 'with another job';
}
