import { whenWord } from '../../../core/explain/whenWord.ts';
import Button from '@mui/material/Button';
import { lazy, Suspense, useLayoutEffect, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useParams, useSearchParams } from 'react-router';
import type { JobDefinition } from '../../../core/catalogue/types.ts';
import { handsWord } from '../../../core/explain/handsWord.ts';
import { count, rangeWord } from '../../../core/explain/words.ts';
import { findKind } from '../../../core/catalogue/index.ts';
import { catalogueDefinition, definitionsOf, ownKindsOf } from '../../../model/facts/definition.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import { useExplanation, useNow, usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { clockIn } from '../../parts/dates.ts';
import { EventList } from '../../parts/EventList.tsx';
import { JobCautions } from '../../parts/JobCautions.tsx';
import { LogJob } from '../../parts/LogJob.tsx';
import { Nowhere } from '../../parts/Nowhere.tsx';
import { ProveRunning } from '../../parts/ProveRunning.tsx';
import { LackNote, useLacks } from '../../parts/useRowNotes.tsx';
import { usePhone } from '../../parts/usePhone.ts';
import { StateWord } from '../../strip/marks.tsx';
import { partsOf } from '../system/path.ts';
import { AddJob } from './AddJob.tsx';
import { AddMeter } from './AddMeter.tsx';
import { ComponentFacts } from './ComponentFacts.tsx';
import { cyclesOf } from './cycles.ts';
import { JobFigures } from './JobFigures.tsx';
import { JobHistory } from './JobHistory.tsx';
import { MeterReadings } from './MeterReadings.tsx';
import { PastCycles } from './PastCycles.tsx';
import { RuleStrips } from './RuleStrips.tsx';
import { StatusActions } from './StatusActions.tsx';
import { Story } from './Story.tsx';
import { Waiting } from './Waiting.tsx';

// few jobs are fittings
const FitNow = lazy(() => import('../rounds/FitNow.tsx'));

/** One component: each of its jobs with the window now and its evidence, what to do, what it is. */
export function ComponentScreen() {
  const { componentId = '' } = useParams();
  const snapshot = useSnapshot();
  const plan = usePlan();
  const [params, setParams] = useSearchParams();
  const component = snapshot.get('component', componentId);
  if (!component) return <Nowhere />;
  const ids = new Set([componentId, ...partsOf(snapshot, componentId)]);
  const rows = plan.jobs
    .filter((row) => row.componentId !== null && ids.has(row.componentId))
    .sort((a, b) => Number(b.componentId === componentId) - Number(a.componentId === componentId));
  const row = rows.find((one) => one.jobId === params.get('job')) ?? rows[0];
  const choose = (jobId: string) => setParams({ job: jobId }, { replace: true });
  return (
    <main className="page">
      <Head component={component} rows={rows} row={row} choose={choose} />
      {row ? (
        <JobPage key={row.jobId} row={row} />
      ) : (
        <p className="datum" style={{ paddingTop: 12 }}>
          {component.content.status === 'removed'
            ? 'It is retired: no more dates. Its history is in the log.'
            : 'It has no jobs yet.'}
        </p>
      )}
      <Foot componentId={componentId} />
    </main>
  );
}

function Head({
  component,
  rows,
  row,
  choose,
}: {
  component: NonNullable<ReturnType<ReturnType<typeof useSnapshot>['get']>> & { kind: 'component' };
  rows: readonly PlanRow[];
  row: PlanRow | undefined;
  choose: (jobId: string) => void;
}) {
  const snapshot = useSnapshot();
  const content = snapshot.content('component', component.id);
  const parent = snapshot.get('component', content?.parentId ?? '');
  const systems = (content?.systemIds ?? []).flatMap((id) => snapshot.get('system', id) ?? []);
  const kind = findKind(content?.kindId ?? '', ownKindsOf(snapshot));
  return (
    <>
      <header className="head">
        <h1>{content?.name}</h1>
        <span className="facts">
          {kind && kind.name !== content?.name ? `${kind.name.toLowerCase()}; ` : ''}
          {parent && <Link to={`/components/${parent.id}`}>part of {parent.content.name}; </Link>}
          {systems.map((system, i) => (
            <span key={system.id}>
              {i > 0 && ' and '}
              <Link to={`/systems/${system.id}`} style={{ borderBottom: '1px solid var(--lineStrong)' }}>
                {system.content.name}
              </Link>
            </span>
          ))}
        </span>
      </header>
      {rows.length > 1 && (
        <div className="tabs" role="tablist" aria-label="Jobs" style={{ flexWrap: 'wrap', paddingBottom: 8 }}>
          {rows.map((one) => (
            <button
              key={one.jobId}
              type="button"
              role="tab"
              aria-selected={one.jobId === row?.jobId}
              onClick={() => choose(one.jobId)}
            >
              {one.componentId === component.id ? one.action : `${one.thing}: ${one.action}`}
            </button>
          ))}
        </div>
      )}
    </>
  );
}

function JobPage({ row }: { row: PlanRow }) {
  const snapshot = useSnapshot();
  const { dateFormat, costRatios } = useSetting();
  const explanation = useExplanation(row.jobId);
  const now = useNow();
  const phone = usePhone();
  const lacks = useLacks();
  const [open, setOpen] = useState<'log' | 'figures' | null>(null);
  useHotkeys('l', () => setOpen('log'), { preventDefault: true });
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(500);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setWidth(element.clientWidth));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const job = snapshot.get('job', row.jobId);
  const ownKinds = ownKindsOf(snapshot);
  const zone = snapshot.content('site', row.siteId)?.timeZone ?? 'UTC';
  if (!job) return null;
  const inForce = definitionsOf(snapshot)(job.content);
  const when = whenWord(row, dateFormat);
  const firstRule = inForce.rules[0];
  const range = firstRule && 'range' in firstRule ? firstRule.range : null;
  const cycles = cyclesOf(snapshot, row.jobId, zone);
  return (
    <>
      <div className="datum jobhead">
        <div>
          <div className="bigdate">
            {when && row.state !== 'paused' && row.state !== 'left-off' ? when.day : 'No date'}
          </div>
          <StateWord state={row.state} />
          {when && <span className="soft">, {when.far}</span>}
        </div>
        <div>
          <p style={{ fontSize: 19, lineHeight: '26px' }}>{row.sentence}</p>
          <LackNote said={lacks.get(row.jobId)} />
        </div>
        <div className="actions" style={{ justifyContent: 'flex-end', alignSelf: 'start' }}>
          <Button variant="contained" onClick={() => setOpen(open === 'log' ? null : 'log')}>
            Log it done{' '}
            <kbd style={{ marginLeft: 10 }} className="hide-phone">
              L
            </kbd>
          </Button>
        </div>
      </div>
      {row.state === 'left-off' && row.componentId && <ProveRunning componentId={row.componentId} />}
      {inForce.temporary && (
        <Suspense fallback={null}>
          <FitNow jobId={row.jobId} siteId={row.siteId} clearMin={inForce.temporary.clearMin} />
        </Suspense>
      )}
      {open === 'log' && (
        <div style={{ padding: '4px 0 16px', display: 'grid', gap: 12 }}>
          <JobCautions jobId={row.jobId} short />
          <LogJob row={row} onLogged={() => setOpen(null)} />
        </div>
      )}
      <div className="rule" style={{ paddingTop: 8 }}>
        <RuleStrips row={row} nowText={clockIn(zone, now)} style={dateFormat} phone={phone} />
      </div>
      <div className="footcols jobcols">
        <section ref={box}>
          <h3>
            How long it lasts
            {range && (
              <span className="soft" style={{ fontWeight: 400 }}>
                {' '}
                {explanation?.life
                  ? 'of ten lives, how many are used up by each day; dashed and bracket: the catalogue alone'
                  : `bracket: catalogue, ${rangeWord(range.lo, range.hi)}`}
              </span>
            )}
          </h3>
          <PastCycles
            life={explanation?.life ?? null}
            cycles={cycles}
            range={range}
            today={row.today}
            lastDone={row.lastDone}
            style={dateFormat}
            width={Math.max(320, width - 24)}
          />
        </section>
        <section>
          <h3>What moved this date</h3>
          {explanation ? (
            <Story explanation={explanation} today={row.today} style={dateFormat} />
          ) : (
            <p className="soft">Working it out …</p>
          )}
          {explanation && explanation.knowMore.length > 0 && (
            <div style={{ marginTop: 14 }}>
              <h3>For a surer date</h3>
              <ul style={{ margin: '4px 0', paddingLeft: 18 }}>
                {explanation.knowMore.map((sentence) => (
                  <li key={sentence}>{sentence}</li>
                ))}
              </ul>
            </div>
          )}
        </section>
        <section>
          <h3>If it waits</h3>
          <Waiting
            row={row}
            explanation={explanation}
            job={job}
            installation={costRatios}
            style={dateFormat}
          />
          <p className="soft">
            From {count(cycles.filter((cycle) => cycle.days !== null).length, 'time')}, {row.graded} with
            condition.
            {row.skips > 0 &&
              ` Put off ${row.skips === 1 ? 'once' : `${row.skips} times`} since it was last done.`}
          </p>
        </section>
      </div>
      <div className="footcols jobcols">
        <section>
          <h3>How it is done</h3>
          <ol style={{ margin: '4px 0', paddingLeft: 18 }}>
            {inForce.procedure.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
          <p className="soft">
            {inForce.minutes} min
            {inForce.supplies.length > 0 &&
              `; ${inForce.supplies.map((supply) => `${supply.name}, ${supply.amount}`).join('; ')}`}
            {inForce.leadSteps.map((step) => `; ${step.hoursBefore} h before: ${step.what}`).join('')}
            {needsWord(inForce) && `; needs ${needsWord(inForce)}`}.
          </p>
          {inForce.dueSigns && <p className="soft">Signs that it is due: {inForce.dueSigns}.</p>}
        </section>
        <section>
          <JobCautions jobId={row.jobId} />
        </section>
        <section>
          <h3>Figures</h3>
          <p className="soft">{Object.keys(job.content.overrides).length > 0 ? 'own' : inForce.basis}.</p>
          <button
            type="button"
            className="btn2"
            onClick={() => setOpen(open === 'figures' ? null : 'figures')}
          >
            Change the figures
          </button>
          <div style={{ marginTop: 16 }}>
            <h3>History</h3>
            <JobHistory jobId={row.jobId} zone={zone} today={row.today} />
          </div>
        </section>
      </div>
      {open === 'figures' && (
        <JobFigures
          job={job}
          catalogue={catalogueDefinition(job.content, ownKinds)}
          inForce={inForce}
          onDone={() => setOpen(null)}
        />
      )}
    </>
  );
}

function Foot({ componentId }: { componentId: string }) {
  const snapshot = useSnapshot();
  const [open, setOpen] = useState<'facts' | 'job' | 'meter' | null>(null);
  const component = snapshot.get('component', componentId);
  if (!component) return null;
  const { facts } = component.content;
  const said = [
    facts.maker,
    facts.model,
    facts.serial && `no. ${facts.serial}`,
    facts.warrantyUntil && `warranty until ${facts.warrantyUntil}`,
    facts.manual && `manual: ${facts.manual}`,
    facts.note,
  ].filter(Boolean);
  const parts = snapshot
    .all('component')
    .filter((one) => one.content.parentId === componentId && one.content.status !== 'removed');
  return (
    <>
      <div className="footcols">
        <section>
          <h3>Facts</h3>
          <p>
            {said.length > 0 ? (
              said.join('; ')
            ) : (
              <span className="soft">Maker, serial number, warranty: nothing entered yet.</span>
            )}
          </p>
          <p className="soft">Runs {component.content.dutyHoursPerDay} h a day.</p>
          {parts.length > 0 && (
            <p>
              Parts:{' '}
              {parts.map((part, i) => (
                <span key={part.id}>
                  {i > 0 && ', '}
                  <Link to={`/components/${part.id}`} style={{ borderBottom: '1px solid var(--lineStrong)' }}>
                    {part.content.name}
                  </Link>
                </span>
              ))}
            </p>
          )}
          <div className="actions" style={{ marginTop: 8 }}>
            <button type="button" className="btn2" onClick={() => setOpen(open === 'facts' ? null : 'facts')}>
              Change facts
            </button>
            <button type="button" className="btn2" onClick={() => setOpen(open === 'job' ? null : 'job')}>
              Add a job of your own
            </button>
          </div>
        </section>
        <section>
          <h3>What is read on it</h3>
          <MeterReadings componentId={componentId} />
          <button
            type="button"
            className="btn2"
            style={{ marginTop: 8 }}
            onClick={() => setOpen(open === 'meter' ? null : 'meter')}
          >
            Add a meter
          </button>
        </section>
        <section>
          <h3>What happened</h3>
          <EventList systemIds={component.content.systemIds} componentId={componentId} limit={4} />
        </section>
        <section>
          <h3>State</h3>
          <StatusActions component={component} />
        </section>
      </div>
      {open === 'facts' && <ComponentFacts component={component} onDone={() => setOpen(null)} />}
      {open === 'job' && (
        <AddJob componentId={componentId} kindId={component.content.kindId} onDone={() => setOpen(null)} />
      )}
      {open === 'meter' && <AddMeter component={component} onDone={() => setOpen(null)} />}
    </>
  );
}

/** What it needs of things and of people. */
function needsWord({ needs, hands }: JobDefinition): string {
  return [...needs, hands ? handsWord(hands) : ''].filter(Boolean).join(', ');
}
