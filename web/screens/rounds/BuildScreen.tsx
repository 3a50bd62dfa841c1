import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { standingBefore } from '../../../usecases/round/ahead.ts';
import { asContent } from '../../../usecases/round/withJob.ts';
import { useClock, useSetting, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating, deleting, revising } from '../../api/writing.tsx';
import { PersonChoice } from '../../parts/PersonChoice.tsx';
import { writeDay } from '../../parts/dates.ts';
import { Nowhere } from '../../parts/Nowhere.tsx';
import { PageAction } from '../../parts/PageAction.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useAmounts } from '../../parts/useAmounts.ts';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { useSend } from '../../parts/useSend.ts';
import { DayField } from '../../parts/DayField.tsx';
import { BringList } from './BringList.tsx';
import { NamedNotes } from './NamedNotes.tsx';
import { OrderList } from './OrderList.tsx';
import { usePhone } from '../../parts/usePhone.ts';
import { byHours } from '../../../usecases/round/houseHours.ts';
import { peopleComing } from '../../../model/facts/handsThere.ts';
import { StillNotes, threadsOf } from './StillNotes.tsx';
import { acting } from './roundWrites.ts';
import { TakesUp, WhileOpen } from './TakesUp.tsx';
import { useBuild, type Build, type BuiltFor } from './useBuild.ts';
import { useRoundKept } from './useRoundKept.ts';
import './rounds.css';

const AsPlanned = lazy(() => import('./AsPlanned.tsx'));

/** What a visit takes up, in which order, how long it takes, what to bring. */
export function BuildScreen() {
  const [params] = useSearchParams();
  const of: BuiltFor = {
    ...{ siteId: params.get('site') ?? '', systemId: params.get('system'), saved: null },
    given: params.get('jobs')?.split(',') ?? null,
  };
  return <Building key={params.toString()} of={of} />;
}

/** A round that was made ahead, and has not begun. */
export function BuildSaved({ round }: { round: Stored<'round'> }) {
  const { siteId } = round.content;
  return <Building key={round.id} of={{ ...{ siteId, systemId: null, given: null }, saved: round }} />;
}

function Building({ of }: { of: BuiltFor }) {
  const build = useBuild(of);
  return build ? <Built of={of} build={build} /> : <Nowhere />;
}

function Built({ of: { siteId, systemId, given }, build }: { of: BuiltFor; build: Build }) {
  const { site, saved, today, day, steps, timing, named, draft, minutesThere } = build;
  const people = peopleComing(site);
  const hours = byHours(steps, site);
  const phone = usePhone();
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
  const forbidden = named.some((one) => one.harm);
  const unsaid = !forbidden && named.length > 0 && draft.reason.trim() === '';
  const roundId = saved?.id ?? ids.id;
  const isPlain = given === null && saved === null;
  const written = (onDay: string) => {
    const content = contentOf(build, siteId, onDay);
    return saved ? revising(saved, content) : creating('round', content, ids);
  };
  const begin = async (): Promise<void> => {
    const { sent } = await send(
      [written(today), acting(roundId, { do: 'begin' }, clock(), here.id)],
      '',
      'round begun',
    );
    if (!sent) return;
    build.forget();
    void navigate(`/rounds/${roundId}`);
  };
  const keep = async (): Promise<void> => {
    const { sent } = await send([written(day)], `The round of ${writeDay(day, today, dateFormat)} is saved.`);
    if (!sent) return;
    build.forget();
    void navigate('/rounds');
  };
  const putAway = async (): Promise<void> => {
    if (!saved) return;
    const { sent } = await send([deleting(saved)], 'The round is put away.');
    if (!sent) return;
    build.forget();
    void navigate('/rounds');
  };
  const cannot = pending || steps.length === 0 || forbidden || unsaid;
  return (
    <main className="page">
      <header className="head">
        <h1>Round, {snapshot.content('system', systemId)?.name ?? site.name}</h1>
        <span className="facts">
          {steps.length} steps, {timing.handsMin} min of hands
          {timing.idleMin > 0 && `, ${timing.idleMin} min of waiting`}
          {minutesThere !== null &&
            `; ${people > 1 ? `${people} people have` : 'the visit has'} ${minutesThere} min`}
        </span>
        {build.waits.length > 0 ? (
          <button type="button" className="btn2" onClick={build.everything}>
            Everything that is due
          </button>
        ) : (
          minutesThere !== null &&
          timing.handsMin > minutesThere &&
          isPlain && (
            <button type="button" className="btn2" onClick={build.offered}>
              Keep to {minutesThere} min, the most pressing first
            </button>
          )
        )}
        {isPlain && systemId === null && site.visits && <PlanFor siteId={siteId} />}
        {given !== null && (
          <Link className="btn2" to={`/rounds/new?site=${siteId}`}>
            All that is due
          </Link>
        )}
        <span className="grow" />
        <PageAction>
          <Button variant="contained" disabled={cannot} onClick={() => void begin()}>
            Begin the round
          </Button>
        </PageAction>
      </header>
      <ProblemNote error={error} />
      <div className="roundwho">
        <DayField
          label="Day"
          value={day}
          min={today}
          onChange={(next) => build.change({ day: next, dropped: null })}
        />
        <PersonChoice
          label="Who goes"
          value={draft.personId}
          onChange={(personId) => build.change({ personId })}
        />
        <span className="actions">
          <button
            type="button"
            className="btn2"
            disabled={cannot || (saved !== null && !build.isTouched)}
            onClick={() => void keep()}
          >
            Save it for {writeDay(day, today, dateFormat)}
          </button>
          {saved && (
            <>
              <a className="btn2" href={`/api/rounds/${saved.id}/print.pdf`} download>
                On paper (PDF)
              </a>
              <button type="button" className="btn2" disabled={pending} onClick={() => void putAway()}>
                Put it away
              </button>
            </>
          )}
        </span>
      </div>
      {site.hours && <p className="hint">{site.hours}</p>}
      {hours.begin && !hours.outside && <p className="hint">{hours.begin}</p>}
      <NamedNotes build={build} />
      {unsaid && (
        <p className="hint">Say why it goes on all the same, or leave for another visit what is named.</p>
      )}
      <StillNotes build={build} />
      <div className="twocol buildcols">
        <section className="datum roundpart">
          <h2>What it takes up</h2>
          <TakesUp build={build} />
        </section>
        <section className="datum roundpart">
          <div className="actions">
            <h2>In this order</h2>
            {draft.order && (
              <button type="button" className="btn2" onClick={() => build.change({ order: null })}>
                As proposed
              </button>
            )}
          </div>
          <ChangeWater build={build} />
          <PathNote build={build} />
          <OrderList
            steps={steps}
            timing={timing}
            threads={phone ? [] : threadsOf(build)}
            broken={new Set(named.flatMap((one) => one.stepIds))}
            onOrder={(order) => build.change({ order })}
          />
          <WhileOpen build={build} />
          <BringList bring={build.bring} title="Bring" />
        </section>
      </div>
    </main>
  );
}

function contentOf(build: Build, siteId: string, day: string): RecordContent<'round'> {
  const { draft, chosen, looks, steps, rows, named, changePlan } = build;
  return {
    ...{ siteId, day, personId: draft.personId, jobIds: chosen, steps: asContent(steps) },
    looks: chosen.filter((id) => looks.has(id)),
    ownOrder: draft.order !== null,
    overrides: named.map(({ rule, text, jobIds }) => ({
      ...{ rule, text, jobIds: [...jobIds], reason: draft.reason.trim() },
    })),
    changePlanId: changePlan?.id ?? null,
    before: standingBefore(rows.filter((row) => chosen.includes(row.jobId))),
  };
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
