import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { foundGrades, type Found } from '../../../core/wear/found.ts';
import { isLookAtJob, isTheJob, type Step } from '../../../core/planning/round/step.ts';
import type { When } from '../../../contract/fields.ts';
import type { RoundWhat } from '../../../contract/round/schemas.ts';
import type { Write } from '../../../contract/work.ts';
import { useClock, usePlan, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { newIds } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { todayIn } from '../../parts/dates.ts';
import { writesFor } from '../../parts/logWrites.ts';
import { emptyMore } from '../../parts/more.ts';
import { Nowhere } from '../../parts/Nowhere.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { PageAction } from '../../parts/PageAction.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useKept } from '../../parts/useKept.ts';
import { VolumeField } from '../../parts/VolumeField.tsx';
import { WhenField } from '../../parts/WhenField.tsx';
import { acting } from './roundWrites.ts';
import { useRound, type RoundHere } from './useRound.ts';
import './rounds.css';

/** What was ticked on paper, by step. */
type Ticked = Record<
  string,
  { done: boolean; found?: Found | ''; minutes?: number | null; litres?: number | null }
>;

/** A round that was done on paper, entered on one screen: what was ticked, how it was found, what was seen running. */
export function PaperScreen() {
  const { roundId = '' } = useParams();
  const here = useRound(roundId);
  return here ? <Paper here={here} /> : <Nowhere />;
}

function Paper({ here }: { here: RoundHere }) {
  const { round, state, pending, error } = here;
  const snapshot = useSnapshot();
  const { jobs } = usePlan();
  const clock = useClock();
  const person = usePersonHere();
  const navigate = useNavigate();
  const site = snapshot.content('site', round.content.siteId);
  const zone = site?.timeZone ?? 'UTC';
  const today = todayIn(zone, clock());
  const [ticked, setTicked, forget] = useKept<Ticked>(`paper.${round.id}`, {});
  const [when, setWhen] = useState<When>({ kind: 'day', day: round.content.day });
  const steps = (round.content.steps as readonly Step[]).filter(
    (step) => (state.steps.get(step.id)?.state ?? 'open') === 'open',
  );
  const set = (id: string, some: Partial<Ticked[string]>): void =>
    setTicked({ ...ticked, [id]: { done: false, ...ticked[id], ...some } });
  const save = async (): Promise<void> => {
    const acts: RoundWhat[] = [];
    const beside: Write[] = [];
    const offIds = new Map<string, string>();
    for (const step of steps) {
      const one = ticked[step.id];
      if (!one?.done) continue;
      const { off } = step;
      if ((step.phase === 'shut' || step.phase === 'fit') && off) {
        const ids = newIds();
        offIds.set(off.what, ids.id);
        beside.push(
          acting(
            round.id,
            { do: 'switched-off', stepId: step.id, off: { ...off }, systemIds: [...step.systemIds] },
            clock(),
            person.id,
            ids,
          ),
        );
        continue;
      }
      const known = state.off.find((other) => other.what === off?.what && other.state !== 'proved')?.actionId;
      const offActionId = offIds.get(off?.what ?? '') ?? known;
      if ((step.phase === 'prove' || step.phase === 'remove') && off && offActionId)
        acts.push({ do: 'proved', offActionId, how: 'seen', saw: off.provedBy || 'seen running' });
      const row = jobs.find((job) => job.jobId === step.jobId);
      const isJob = isTheJob(step);
      const service = newIds();
      const found = one.found === '' || one.found === undefined ? null : one.found;
      if (row && isJob)
        beside.push(
          ...writesFor(
            row,
            'done',
            found,
            {
              ...emptyMore(row, person.id),
              ...{ when, minutes: one.minutes ?? null, litres: one.litres ?? step.litres },
            },
            service,
          ),
        );
      if (row && found && isLookAtJob(step))
        beside.push(...writesFor(row, 'looked', found, { ...emptyMore(row, person.id), when }, service));
      acts.push({
        ...{ do: 'done', stepId: step.id, found, minutes: one.minutes ?? null, note: '' },
        serviceId: row && isJob ? service.id : null,
      });
    }
    if (acts.length + beside.length === 0) return;
    if (!(await here.act(acts, beside)).kept) return;
    forget();
    void navigate(`/rounds/${round.id}`);
  };
  return (
    <main className="page">
      <header className="head">
        <h1>From paper, {site?.name}</h1>
        <span className="facts">{steps.length} steps to enter; what is not ticked stays open</span>
        <span className="grow" />
        <Link className="btn2" to={`/rounds/${round.id}`}>
          The round
        </Link>
        <PageAction>
          <Button
            variant="contained"
            disabled={pending || !Object.values(ticked).some((one) => one.done)}
            onClick={() => void save()}
          >
            Enter it
          </Button>
        </PageAction>
      </header>
      <ProblemNote error={error} />
      <section className="datum roundpart">
        <WhenField label="When it was done" value={when} today={today} zone={zone} onChange={setWhen} />
      </section>
      <section className="datum roundpart">
        <div className="actions">
          <h2>Steps</h2>
          <button
            type="button"
            className="btn2"
            onClick={() =>
              setTicked(
                Object.fromEntries(steps.map((step) => [step.id, { ...ticked[step.id], done: true }])),
              )
            }
          >
            Tick all
          </button>
        </div>
        <ul className="plain">
          {steps.map((step) => {
            const row = jobs.find((one) => one.jobId === step.jobId);
            return (
              <PaperStep
                key={step.id}
                step={step}
                value={ticked[step.id] ?? { done: false }}
                words={row?.foundWords ?? []}
                graded={row?.foundScale !== 'none'}
                onChange={(some) => set(step.id, some)}
              />
            );
          })}
        </ul>
        <p className="soft">Tests from paper are typed in Water, where they are judged.</p>
      </section>
    </main>
  );
}

function PaperStep({
  step,
  value,
  words,
  graded,
  onChange,
}: {
  step: Step;
  value: Ticked[string];
  words: readonly string[];
  graded: boolean;
  onChange: (some: Partial<Ticked[string]>) => void;
}) {
  return (
    <li className="rule">
      <label className="takeup">
        <input
          type="checkbox"
          checked={value.done}
          onChange={(event) => onChange({ done: event.target.checked })}
        />
        <span>
          {step.title}
          {(step.phase === 'prove' || step.phase === 'remove') && step.off && (
            <span className="soft"> (ticked: seen)</span>
          )}
        </span>
      </label>
      {value.done &&
        (isTheJob(step) || isLookAtJob(step)) &&
        graded &&
        words.length > 0 &&
        step.phase !== 'remove' && (
          <div className="papermore">
            <Choice
              label="Found"
              value={value.found ?? ''}
              options={[
                ...foundGrades.map((grade, i) => ({ value: grade, label: words[i] ?? grade })),
                { value: '' as const, label: 'Not graded' },
              ]}
              onChange={(found) => onChange({ found })}
            />
            <NumberField
              label="Minutes"
              unit="min"
              value={value.minutes ?? null}
              onChange={(minutes) => onChange({ minutes })}
            />
          </div>
        )}
      {value.done && step.phase === 'refill' && (
        <div className="papermore">
          <VolumeField
            label="Changed"
            litres={value.litres ?? step.litres}
            onChange={(litres) => onChange({ litres })}
          />
        </div>
      )}
    </li>
  );
}
