import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { pathPlaces, type Consequence, type PathPlace } from '../../../core/catalogue/types.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { creating, useWriting } from '../../api/writing.tsx';
import { Choice } from '../Choice.tsx';
import { NumberField } from '../NumberField.tsx';
import { ProblemNote } from '../ProblemNote.tsx';
import { useFixedIds } from '../useFixedIds.ts';

const placeWords: Record<PathPlace, string> = {
  vessel: 'in the vessel',
  overflow: 'at the overflow',
  mechanical: 'mechanical filter',
  skimmer: 'skimmer',
  reactor: 'reactor or media',
  sterilizer: 'sterilizer',
  return: 'return and pumps',
  'make-up': 'make-up water',
};
export const consequenceWords: Record<Consequence, string> = {
  A: 'A, a nuisance',
  B: 'B, water or performance',
  C: 'C, livestock at risk',
  D: 'D, people or building at risk',
};

/** A job of one's own, in the catalogue's form. */
export interface OwnJob {
  action: string;
  lo: number | null;
  hi: number | null;
  minutes: number | null;
  consequence: Consequence;
  graded: 'yes' | 'no';
}
export const emptyJob: OwnJob = {
  action: '',
  lo: null,
  hi: null,
  minutes: 10,
  consequence: 'B',
  graded: 'yes',
};

export function ownJobDefinition(job: OwnJob): RecordContent<'own-kind'>['jobs'][number] {
  const range = { lo: job.lo ?? Number.NaN, hi: job.hi ?? job.lo ?? Number.NaN };
  const graded = job.graded === 'yes';
  return {
    id: slugOf(job.action),
    action: job.action.trim(),
    work: 'clean',
    rules: [graded ? { kind: 'wear', range } : { kind: 'calendar', range }],
    driver: 'own experience',
    foundScale: graded ? 'wear' : 'none',
    foundWords: graded ? ['as new', 'a little used', 'just right', 'should have been sooner', 'failed'] : [],
    dueSigns: '',
    procedure: [],
    minutes: job.minutes ?? 0,
    supplies: [],
    leadSteps: [],
    needs: [],
    shuts: [],
    consequence: job.consequence,
    lateness: 'gradual',
    cautions: [],
    basis: 'entered by a person',
  };
}
const slugOf = (text: string): string =>
  `own-${
    text
      .toLowerCase()
      .replaceAll(/[^a-z0-9]+/g, '-')
      .replaceAll(/^-|-$/g, '')
      .slice(0, 30) || 'job'
  }-${uuid().slice(-6)}`;

/** The fields of one job of one's own. */
export function OwnJobFields({ value, onChange }: { value: OwnJob; onChange: (job: OwnJob) => void }) {
  const set = (some: Partial<OwnJob>) => onChange({ ...value, ...some });
  return (
    <>
      <div className="fields">
        <TextField
          label="What is done"
          value={value.action}
          onChange={(event) => set({ action: event.target.value })}
        />
        <NumberField
          label="Usually after, at least"
          unit="days"
          value={value.lo}
          onChange={(lo) => set({ lo })}
        />
        <NumberField
          label="Usually after, at most"
          unit="days"
          value={value.hi}
          onChange={(hi) => set({ hi })}
        />
        <NumberField
          label="Minutes it takes"
          unit="min"
          value={value.minutes}
          onChange={(minutes) => set({ minutes })}
        />
      </div>
      <Choice
        label="If it is late"
        value={value.consequence}
        options={(Object.keys(consequenceWords) as Consequence[]).map((key) => ({
          value: key,
          label: consequenceWords[key],
        }))}
        onChange={(consequence) => set({ consequence })}
      />
      <Choice
        label="Can you see how used up it is?"
        value={value.graded}
        options={[
          { value: 'yes', label: 'Yes, so the date is learned' },
          { value: 'no', label: 'No, by the calendar' },
        ]}
        onChange={(graded) => set({ graded })}
      />
    </>
  );
}

/** A kind of equipment that the catalogue does not have. */
export function OwnKind({ onDone }: { onDone: () => void }) {
  const [name, setName] = useState('');
  const [place, setPlace] = useState<PathPlace>('reactor');
  const [job, setJob] = useState<OwnJob>(emptyJob);
  const [error, setError] = useState<unknown>(null);
  const [ids] = useFixedIds();
  const { write, pending } = useWriting();
  const save = async (): Promise<void> => {
    setError(null);
    try {
      const kind: RecordContent<'own-kind'> = {
        id: slugOf(name),
        name: name.trim(),
        alsoCalled: [],
        place,
        target: 'component',
        about: '',
        jobs: [ownJobDefinition(job)],
      };
      await write([creating('own-kind', kind, ids)], `${name}: kept as a kind of your own.`);
      onDone();
    } catch (problem) {
      setError(problem);
    }
  };
  return (
    <div className="form">
      <h2>A kind of your own</h2>
      <TextField
        label="What is it?"
        value={name}
        onChange={(event) => setName(event.target.value)}
        sx={{ maxWidth: 320 }}
      />
      <Choice
        label="Where on the water’s path?"
        value={place}
        options={pathPlaces.map((value) => ({ value, label: placeWords[value] }))}
        onChange={setPlace}
      />
      <OwnJobFields value={job} onChange={setJob} />
      <ProblemNote error={error} />
      <div className="actions">
        <Button
          variant="contained"
          disabled={pending || !name.trim() || !job.action.trim() || job.lo === null}
          onClick={() => void save()}
        >
          Keep this kind
        </Button>
        <span className="soft">Then find it in the catalogue and add it.</span>
      </div>
    </div>
  );
}
