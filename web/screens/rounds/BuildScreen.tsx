import { whenWord } from '../../../core/explain/whenWord.ts';
import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { BATHS_MET_WORD, bathsMet } from '../../../core/planning/round/hazards.ts';
import type { Broken } from '../../../core/planning/round/order.ts';
import type { Step } from '../../../core/planning/round/step.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { useClock, useSetting, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating } from '../../api/writing.tsx';
import { writeDay } from '../../parts/dates.ts';
import { Nowhere } from '../../parts/Nowhere.tsx';
import { PageAction } from '../../parts/PageAction.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useAmounts } from '../../parts/useAmounts.ts';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { useSend } from '../../parts/useSend.ts';
import { StateWord } from '../../strip/marks.tsx';
import { OrderList } from './OrderList.tsx';
import { StillNotes } from './StillNotes.tsx';
import { acting } from './roundWrites.ts';
import type { Waiting } from '../../../usecases/round/offer.ts';
import { useBuild, type Build } from './useBuild.ts';
import { useRoundKept } from './useRoundKept.ts';
import './rounds.css';

const AsPlanned = lazy(() => import('./AsPlanned.tsx'));

/** What a visit takes up, in which order, how long it takes, what to bring. */
export function BuildScreen() {
  const [params] = useSearchParams();
  const snapshot = useSnapshot();
  const site = snapshot.get('site', params.get('site') ?? '');
  return site ? <Building key={params.toString()} siteId={site.id} params={params} /> : <Nowhere />;
}

function Building({ siteId, params }: { siteId: string; params: URLSearchParams }) {
  const jobs = params.get('jobs')?.split(',') ?? null;
  const systemId = params.get('system');
  const build = useBuild(siteId, systemId, jobs);
  const { site, today, after, rows, chosen, steps, timing, broken, biological, standby, minutesThere } =
    build;
  const { dateFormat } = useSetting();
  const snapshot = useSnapshot();
  const clock = useClock();
  const here = usePersonHere();
  const navigate = useNavigate();
  const [ids] = useFixedIds();
  const { send, pending, error } = useSend();
  useRoundKept(
    siteId,
    steps.flatMap((step) => step.systemIds),
  );
  const waiting = new Set(build.waits.map(({ row }) => row.jobId));
  const harm = [...new Set(broken.filter((one) => one.constraint.harm).map((one) => one.constraint.why))];
  const forbidden = harm.length > 0 || standby.length > 0;
  const begin = async (): Promise<void> => {
    const { sent } = await send(
      [
        creating(
          'round',
          {
            ...{ siteId, day: today, personId: here.id, jobIds: chosen, steps: asContent(steps) },
            changePlanId: build.changePlan?.id ?? null,
            before: rows
              .filter((row) => chosen.includes(row.jobId))
              .map(({ jobId, recommended, earliest, latest }) => ({ jobId, recommended, earliest, latest })),
          },
          ids,
        ),
        acting(ids.id, { do: 'begin' }, clock(), here.id),
      ],
      '',
      'round begun',
    );
    if (!sent) return;
    build.forget();
    void navigate(`/rounds/${ids.id}`);
  };
  const action = (
    <Button
      variant="contained"
      disabled={pending || steps.length === 0 || forbidden}
      onClick={() => void begin()}
    >
      Begin the round
    </Button>
  );
  return (
    <main className="page">
      <header className="head">
        <h1>Round, {snapshot.content('system', systemId)?.name ?? site?.name}</h1>
        <span className="facts">
          {steps.length} steps, {timing.handsMin} min of hands
          {timing.idleMin > 0 && `, ${timing.idleMin} min of waiting`}
          {minutesThere !== null && `; the visit has ${minutesThere} min`}
        </span>
        {build.waits.length > 0 ? (
          <button type="button" className="btn2" onClick={build.everything}>
            Everything that is due
          </button>
        ) : (
          minutesThere !== null &&
          timing.handsMin > minutesThere &&
          jobs === null && (
            <button type="button" className="btn2" onClick={build.offered}>
              Keep to {minutesThere} min, the most pressing first
            </button>
          )
        )}
        {jobs === null && systemId === null && site?.visits && <PlanFor siteId={siteId} />}
        {jobs !== null && (
          <Link className="btn2" to={`/rounds/new?site=${siteId}`}>
            All that is due
          </Link>
        )}
        <span className="grow" />
        <PageAction>{action}</PageAction>
      </header>
      <ProblemNote error={error} />
      {standby.map((sentence) => (
        <p key={sentence} className="problem">
          {sentence}
        </p>
      ))}
      {biological.map((sentence) => (
        <p key={sentence} className="problem">
          {sentence}
        </p>
      ))}
      {bathsMet(steps) && <p className="problem">{BATHS_MET_WORD}</p>}
      <StillNotes build={build} />
      <BrokenNotes broken={broken} steps={steps} />
      <div className="twocol buildcols">
        <section className="datum roundpart">
          <h2>What it takes up</h2>
          {rows.length === 0 && <p>Nothing here comes due before {writeDay(after, today, dateFormat)}.</p>}
          <ul className="plain">
            {rows
              .filter((row) => !waiting.has(row.jobId))
              .map((row) => (
                <TakenUp key={row.jobId} row={row} build={build} />
              ))}
          </ul>
          <Waits build={build} />
          {build.movedOn.length > 0 && (
            <p className="soft">
              Moved in the plan:{' '}
              {build.movedOn
                .map(({ row, day }) => `${row.thing}, ${row.action}, to ${writeDay(day, today, dateFormat)}`)
                .join('; ')}
              .
            </p>
          )}
          <AddJob build={build} />
        </section>
        <section className="datum roundpart">
          <div className="actions">
            <h2>In this order</h2>
            {build.draft.order && (
              <button
                type="button"
                className="btn2"
                onClick={() => build.setDraft({ ...build.draft, order: null })}
              >
                As proposed
              </button>
            )}
          </div>
          <ChangeWater build={build} />
          <PathNote build={build} />
          <OrderList
            steps={steps}
            timing={timing}
            broken={new Set(broken.flatMap((one) => [one.first, one.then]))}
            onOrder={(order) => build.setDraft({ ...build.draft, order })}
          />
          <WhileOpen build={build} />
          <BringList build={build} />
        </section>
      </div>
    </main>
  );
}

/** Due by then, or what the plan puts there: the search is run when it is asked for. */
function PlanFor({ siteId }: { siteId: string }) {
  const [asked, setAsked] = useState(false);
  return asked ? (
    <Suspense fallback={null}>
      <AsPlanned siteId={siteId} />
    </Suspense>
  ) : (
    <button type="button" className="btn2" onClick={() => setAsked(true)}>
      As the plan has it
    </button>
  );
}

function TakenUp({ row, build: { draft, dropped, waits, setDraft } }: { row: PlanRow; build: Build }) {
  const isDropped = dropped.includes(row.jobId);
  const toggle = (): void =>
    setDraft({
      ...draft,
      dropped: isDropped ? dropped.filter((id) => id !== row.jobId) : [...dropped, row.jobId],
    });
  const when = whenWord(row, useSetting().dateFormat);
  const chance = waits.find((one) => one.row === row)?.chance ?? null;
  return (
    <li className="rule">
      <label className="takeup">
        <input type="checkbox" checked={!isDropped} onChange={toggle} />
        <span>
          <b>{row.thing}</b>, {row.action} <span className="soft">{row.systemName}</span>
        </span>
        <span>
          <StateWord state={row.state} />{' '}
          <span className="soft">
            {chance === null ? when?.far : `waits, ${Math.round(100 * chance)} in 100 due by then`}
          </span>
        </span>
        <span className="tn">{row.minutes} min</span>
      </label>
    </li>
  );
}

/** How much of what is due waits, until when, and why. */
function Waits({ build }: { build: Build }) {
  const { waits, today, minutesThere } = build;
  const { dateFormat } = useSetting();
  if (waits.length === 0) return null;
  const of = (why: Waiting['why']): number => waits.filter((one) => one.why === why).length;
  const reasons = [
    of('minutes') > 0 && `${of('minutes')} beyond the ${minutesThere ?? 0} min there are`,
    of('life') > 0 && `${of('life')} more than the water bears at once`,
    of('apart') > 0 && `${of('apart')} not beside the rest`,
  ].filter((one) => one !== false);
  return (
    <details className="waits">
      <summary>
        {waits.length === 1 ? 'One job waits' : `${waits.length} jobs wait`} until{' '}
        {writeDay(waits[0]?.until ?? today, today, dateFormat)}: {reasons.join(', ')}.
      </summary>
      <ul className="plain">
        {waits.map(({ row }) => (
          <TakenUp key={row.jobId} row={row} build={build} />
        ))}
      </ul>
    </details>
  );
}

function AddJob({ build: { others, draft, setDraft } }: { build: Build }) {
  if (others.length === 0) return null;
  return (
    <Autocomplete
      options={others}
      value={null}
      blurOnSelect
      clearOnBlur
      getOptionLabel={(row) => `${row.thing}, ${row.action} (${row.systemName})`}
      getOptionKey={(row) => row.jobId}
      onChange={(_event, row) => {
        if (row) setDraft({ ...draft, added: [...draft.added, row.jobId] });
      }}
      renderInput={(props) => <TextField {...props} label="Add another job" />}
    />
  );
}

/** How many litres of water were planned for each system. */
/** The litres planned for what is taken up. */
function ChangeWater({ build: { changePlan, rows, chosen } }: { build: Build }) {
  const snapshot = useSnapshot();
  const amounts = useAmounts();
  const changed = new Set(
    rows
      .filter((row) => row.work === 'change water' && chosen.includes(row.jobId))
      .flatMap((row) => row.systemIds),
  );
  const planned = changePlan?.content.systems.filter((one) => changed.has(one.systemId)) ?? [];
  if (planned.length === 0) return null;
  return (
    <p className="soft">
      Water as planned:{' '}
      {planned
        .map((one) => `${snapshot.content('system', one.systemId)?.name ?? ''} ${amounts.litres(one.litres)}`)
        .join(', ')}
      .
    </p>
  );
}

/** What sets the length of the visit. */
function PathNote({ build: { timing, steps } }: { build: Build }) {
  if (timing.idleMin > 0)
    return (
      <p className="soft pathkey">
        Thick line: critical path, it sets the {timing.lengthMin} min. The rest is done while something soaks
        or drains.
      </p>
    );
  return steps.some((step) => step.waitMin > 0 && step.phase !== 'fit') ? (
    <p className="soft">Hands set the {timing.lengthMin} min: all waiting is filled.</p>
  ) : null;
}

/** What an own order breaks: named, and forbidden only where it can hurt somebody. */
function BrokenNotes({ broken, steps }: { broken: readonly Broken[]; steps: readonly Step[] }) {
  const titleOf = (id: string): string => steps.find((step) => step.id === id)?.title ?? '';
  // one sentence for each rule and step, however many steps it comes before
  const shown = [...new Map(broken.map((one) => [`${one.constraint.id} ${one.first}`, one])).values()];
  if (shown.length === 0) return null;
  return (
    <ul className="plain" aria-label="What this order breaks">
      {shown.map(({ constraint, first, then }) => (
        <li key={`${constraint.id} ${first}`} className={constraint.harm ? 'problem' : 'hint'}>
          <b>
            “{titleOf(first)}” belongs before “{titleOf(then)}”.
          </b>{' '}
          {constraint.why}
          {constraint.harm && ' It can hurt somebody: the round cannot begin in this order.'}
        </li>
      ))}
    </ul>
  );
}

/** What is due soon on what is opened anyway. */
function WhileOpen({ build: { alsoOpen, draft, dropped, setDraft } }: { build: Build }) {
  const { dateFormat } = useSetting();
  if (alsoOpen.length === 0) return null;
  const add = (row: PlanRow): void =>
    setDraft({
      ...draft,
      dropped: dropped.filter((id) => id !== row.jobId),
      added: [...draft.added, row.jobId],
    });
  return (
    <div style={{ paddingTop: 12 }}>
      <h2>While it is open</h2>
      <ul className="plain">
        {alsoOpen.map((row) => (
          <li key={row.jobId} className="rule takeup">
            <button type="button" className="btn2" onClick={() => add(row)}>
              Add
            </button>
            <span>
              <b>{row.thing}</b>, {row.action} <span className="soft">{whenWord(row, dateFormat)?.far}</span>
            </span>
            <span className="tn">{row.minutes} min</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

function BringList({ build: { bring } }: { build: Build }) {
  const { supplies, spares, needs } = bring;
  if (supplies.length + spares.length + needs.length === 0) return null;
  return (
    <div style={{ paddingTop: 12 }}>
      <h2>Bring</h2>
      <ul className="plain bring">
        {supplies.map(({ name, amounts }) => (
          <li key={name}>
            {name}: <span className="soft">{amounts.join(' + ')}</span>
          </li>
        ))}
        {spares.map(({ name, count }) => (
          <li key={name}>
            {name}: <span className="soft">{count} as spare</span>
          </li>
        ))}
        {needs.map((need) => (
          <li key={need}>{need}</li>
        ))}
      </ul>
    </div>
  );
}

/** Steps as they are kept: the same, in lists of their own. */
function asContent(steps: readonly Step[]): RecordContent<'round'>['steps'] {
  return steps.map(({ baths, ...step }) => ({
    ...step,
    ...(baths ? { baths: [...baths] } : {}),
    forJobs: [...step.forJobs],
    systemIds: [...step.systemIds],
    cautions: [...step.cautions],
    tests: [...step.tests],
  }));
}
