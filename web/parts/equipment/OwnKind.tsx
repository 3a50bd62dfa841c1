import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import TextField from '@mui/material/TextField';
import { Info } from 'luxon';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import Autocomplete from '@mui/material/Autocomplete';
import { catalogue } from '../../../core/catalogue/index.ts';
import {
  pathPlaces,
  type Consequence,
  type EquipmentKind,
  type PathPlace,
} from '../../../core/catalogue/types.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { creating } from '../../api/writing.tsx';
import { Choice } from '../Choice.tsx';
import { NumberField } from '../NumberField.tsx';
import { ProblemNote } from '../ProblemNote.tsx';
import { useSend } from '../useSend.ts';
import { useFixedIds } from '../useFixedIds.ts';

const monthNames = Info.months('short', { locale: 'en-GB' });
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
  due: 'found' | 'calendar' | 'season';
  /** 1 to 12, for a season. */
  months: number[];
  dayOfMonth: number | null;
}
export const emptyJob: OwnJob = {
  action: '',
  lo: null,
  hi: null,
  minutes: 10,
  consequence: 'B',
  due: 'found',
  months: [],
  dayOfMonth: 1,
};

/** Whether enough is said for a date. */
export function isComplete(job: OwnJob): boolean {
  return (
    job.action.trim() !== '' &&
    (job.due === 'season' ? job.months.length > 0 && job.dayOfMonth !== null : job.lo !== null)
  );
}

function ruleOf(job: OwnJob): RecordContent<'own-kind'>['jobs'][number]['rules'][number] {
  const range = { lo: job.lo ?? Number.NaN, hi: job.hi ?? job.lo ?? Number.NaN };
  switch (job.due) {
    case 'found':
      return { kind: 'wear', range };
    case 'calendar':
      return { kind: 'calendar', range };
    case 'season':
      return {
        kind: 'season',
        recurrence: `FREQ=YEARLY;BYMONTH=${[...job.months].sort((a, b) => a - b).join(',')};BYMONTHDAY=${job.dayOfMonth ?? 1}`,
        from: SEASONS_FROM,
      };
  }
}
/** Yearly days need a first year to count from, and any past one will do. */
const SEASONS_FROM = '2000-01-01';

export function ownJobDefinition(job: OwnJob): RecordContent<'own-kind'>['jobs'][number] {
  const graded = job.due === 'found';
  return {
    id: slugOf(job.action),
    action: job.action.trim(),
    work: 'clean',
    rules: [ruleOf(job)],
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
        {value.due !== 'season' && (
          <>
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
          </>
        )}
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
        label="When is it due?"
        value={value.due}
        options={[
          { value: 'found', label: 'When it looks used up: learned' },
          { value: 'calendar', label: 'By the calendar' },
          { value: 'season', label: 'In certain months' },
        ]}
        onChange={(due) => set({ due })}
      />
      {value.due === 'season' && (
        <div className="fields">
          <div style={{ gridColumn: '1 / -1' }}>
            <h3 style={{ marginBottom: 4 }}>In which months</h3>
            <ToggleButtonGroup
              size="small"
              aria-label="In which months"
              value={value.months}
              onChange={(_event, months: number[]) => set({ months })}
              sx={{ flexWrap: 'wrap' }}
            >
              {monthNames.map((month, i) => (
                <ToggleButton key={month} value={i + 1} sx={{ px: 2 }}>
                  {month}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
          </div>
          <NumberField
            label="On which day of the month"
            unit="of the month"
            value={value.dayOfMonth}
            onChange={(dayOfMonth) => set({ dayOfMonth })}
          />
        </div>
      )}
    </>
  );
}

/** What work on such a thing switches off, and what of it can hurt: as the heaviest job of the kind it works like has it. */
function careOf(
  like: EquipmentKind | null,
): Partial<Pick<RecordContent<'own-kind'>['jobs'][number], 'shuts' | 'cautions'>> {
  if (!like) return {};
  const [most] = [...like.jobs].sort((a, b) => b.shuts.length - a.shuts.length);
  return {
    shuts: (most?.shuts ?? []).map((one) => ({ ...one })),
    cautions: [...new Set(like.jobs.flatMap((one) => one.cautions))],
  };
}

/** A kind of equipment that the catalogue does not have. */
export function OwnKind({ onDone }: { onDone: () => void }) {
  const [name, setName] = useState('');
  const [place, setPlace] = useState<PathPlace>('reactor');
  const [job, setJob] = useState<OwnJob>(emptyJob);
  const [like, setLike] = useState<EquipmentKind | null>(null);
  const [ids] = useFixedIds();
  const { send, pending, error } = useSend(onDone);
  const save = () => {
    const kind: RecordContent<'own-kind'> = {
      id: slugOf(name),
      name: name.trim(),
      alsoCalled: [],
      place,
      target: 'component',
      about: '',
      ...(like ? { worksLike: like.id } : {}),
      jobs: [{ ...ownJobDefinition(job), ...careOf(like) }],
    };
    void send([creating('own-kind', kind, ids)], `${name}: kept as a kind of your own.`);
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
      <Autocomplete
        options={catalogue.filter((one) => one.target === 'component')}
        value={like}
        getOptionLabel={(one) => one.name}
        getOptionKey={(one) => one.id}
        onChange={(_event, one) => setLike(one)}
        renderInput={(props) => (
          <TextField
            {...props}
            label="It works like"
            helperText="What it does for its water, what goes off for it and what can hurt are taken from there."
          />
        )}
        sx={{ maxWidth: 420 }}
      />
      <OwnJobFields value={job} onChange={setJob} />
      <ProblemNote error={error} />
      <div className="actions">
        <Button variant="contained" disabled={pending || !name.trim() || !isComplete(job)} onClick={save}>
          Keep this kind
        </Button>
        <span className="soft">Then find it in the catalogue and add it.</span>
      </div>
    </div>
  );
}
