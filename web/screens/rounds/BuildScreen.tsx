import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { visitDays } from '../../../core/planning/visits.ts';
import type { Step } from '../../../core/planning/round/step.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { biologicalConflicts } from '../../../contract/round/spacing.ts';
import { definitionsOf } from '../../../contract/facts/definition.ts';
import { RecordIndex } from '../../../contract/facts/recordIndex.ts';
import { buildRound, proposedJobs } from '../../../contract/round/build.ts';
import { useClock, useNow, usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating } from '../../api/writing.tsx';
import { relativeWord, todayIn, writeDay } from '../../parts/dates.ts';
import { Nowhere } from '../../parts/Nowhere.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { useSend } from '../../parts/useSend.ts';
import { StateWord } from '../../strip/marks.tsx';
import { acting } from './roundWrites.ts';
import './rounds.css';

/** What a visit takes up, in which order, how long it takes, what to bring. */
export function BuildScreen() {
  const [params] = useSearchParams();
  const snapshot = useSnapshot();
  const site = snapshot.get('site', params.get('site') ?? '');
  return site ? <Build key={site.id} siteId={site.id} /> : <Nowhere />;
}

function Build({ siteId }: { siteId: string }) {
  const snapshot = useSnapshot();
  const plan = usePlan();
  const { dateFormat } = useSetting();
  const now = useNow();
  const clock = useClock();
  const here = usePersonHere();
  const navigate = useNavigate();
  const [ids] = useFixedIds();
  const { send, pending, error } = useSend();
  const site = snapshot.content('site', siteId);
  const zone = site?.timeZone ?? 'UTC';
  const today = todayIn(zone, now);
  const after = visitDays(site?.visits ?? null, today, 2)[1] ?? today;
  const proposed = useMemo(() => proposedJobs(plan.jobs, siteId, after), [plan.jobs, siteId, after]);
  const [dropped, setDropped] = useState<ReadonlySet<string>>(new Set());
  const chosen = useMemo(
    () => proposed.filter((row) => !dropped.has(row.jobId)).map((row) => row.jobId),
    [proposed, dropped],
  );
  const built = useMemo(() => buildRound(snapshot, definitionsOf(snapshot), chosen), [snapshot, chosen]);
  const conflicts = useMemo(
    () => biologicalConflicts(snapshot, RecordIndex.of(snapshot), chosen, today),
    [snapshot, chosen, today],
  );
  const toggle = (jobId: string) =>
    setDropped((before) => {
      const next = new Set(before);
      if (!next.delete(jobId)) next.add(jobId);
      return next;
    });
  const begin = async (): Promise<void> => {
    const { sent } = await send(
      [
        creating(
          'round',
          { siteId, day: today, personId: here.id, jobIds: chosen, steps: asContent(built.steps) },
          ids,
        ),
        acting(ids.id, { do: 'begin' }, clock(), here.id),
      ],
      '',
      'round begun',
    );
    if (sent) void navigate(`/rounds/${ids.id}`);
  };
  return (
    <main className="page">
      <header className="head">
        <h1>Round, {site?.name}</h1>
        <span className="facts">
          {built.steps.length} steps, {built.timing.handsMin} min of hands
          {built.timing.idleMin > 0 && `, ${built.timing.idleMin} min of waiting`}
        </span>
        <span className="grow" />
        <span className="hide-phone">
          <Button
            variant="contained"
            disabled={pending || built.steps.length === 0}
            onClick={() => void begin()}
          >
            Begin the round
          </Button>
        </span>
      </header>
      <ProblemNote error={error} />
      {conflicts.map((sentence) => (
        <p key={sentence} className="problem">
          {sentence}
        </p>
      ))}
      <div className="twocol buildcols">
        <section className="datum roundpart">
          <h2>What it takes up</h2>
          {proposed.length === 0 && (
            <p>Nothing here comes due before {writeDay(after, today, dateFormat)}.</p>
          )}
          <ul className="plain">
            {proposed.map((row) => (
              <li key={row.jobId} className="rule">
                <label className="takeup">
                  <input
                    type="checkbox"
                    checked={!dropped.has(row.jobId)}
                    onChange={() => toggle(row.jobId)}
                  />
                  <span>
                    <b>{row.thing}</b>, {row.action} <span className="soft">{row.systemName}</span>
                  </span>
                  <span>
                    <StateWord state={row.state} />{' '}
                    {row.recommended && (
                      <span className="soft">{relativeWord(row.recommended, row.today)}</span>
                    )}
                  </span>
                  <span className="tn">{row.minutes} min</span>
                </label>
              </li>
            ))}
          </ul>
        </section>
        <section className="datum roundpart">
          <h2>In this order</h2>
          <ol className="order">
            {built.steps.map((step) => (
              <li key={step.id} data-phase={step.phase}>
                <span className="tn soft">{built.timing.begins.get(step.id)} min</span> {step.title}
                {step.waitMin > 0 && <span className="soft">, {step.waitMin} min by itself</span>}
              </li>
            ))}
          </ol>
          {built.supplies.length > 0 && (
            <>
              <h2 style={{ paddingTop: 12 }}>Bring</h2>
              <ul className="plain">
                {built.supplies.map(({ name, amounts }) => (
                  <li key={name}>
                    {name}: <span className="soft">{amounts.join(' + ')}</span>
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
      </div>
      <div className="only-phone">
        <div className="foot-veil" />
        <div className="foot-action">
          <Button
            variant="contained"
            disabled={pending || built.steps.length === 0}
            onClick={() => void begin()}
          >
            Begin the round
          </Button>
        </div>
      </div>
    </main>
  );
}

/** Steps as they are kept: the same, in lists of their own. */
function asContent(steps: readonly Step[]): RecordContent<'round'>['steps'] {
  return steps.map((step) => ({
    ...step,
    forJobs: [...step.forJobs],
    systemIds: [...step.systemIds],
    cautions: [...step.cautions],
  }));
}
