import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useSearchParams } from 'react-router';
import { visitDays } from '../../../core/planning/visits.ts';
import { dayOf } from '../../../core/time/day.ts';
import type { DateStyle } from '../../../core/explain/words.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import { useNow, usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { useMay } from '../../api/authentication.ts';
import { clockIn, longDay, relativeWord, writeDay } from '../../parts/dates.ts';
import { JobLine, OpenLink } from '../../parts/JobLine.tsx';
import { LogJob } from '../../parts/LogJob.tsx';
import { LongList } from '../../parts/LongList.tsx';
import { Search } from '../../parts/Search.tsx';
import { Pick } from '../../parts/Pick.tsx';
import { LackNote, MovedNote, useBlocked, useLacks, useMoved } from '../../parts/useRowNotes.tsx';
import { usePhone } from '../../parts/usePhone.ts';
import { Axis, Field, useScale } from '../../strip/Axis.tsx';
import { axisRanges, type Scale } from '../../strip/geometry.ts';
import { groupsOf, jobsAndMinutes, looksAndMinutes, type Group, type GroupId } from './groups.ts';
import { useFilters } from './useFilters.ts';
import { Leads } from './Leads.tsx';
import { WaterAlarm } from './WaterAlarm.tsx';
import { rhythmOf } from '../../../model/facts/rhythm.ts';
import { WaterFoot } from './WaterFoot.tsx';

// of those who make rounds
// what an opened row needs of the catalogue comes with the row
const JobCautions = lazy(async () => ({
  default: (await import('../../parts/JobCautions.tsx')).JobCautions,
}));
const ProveRunning = lazy(async () => ({
  default: (await import('../../parts/ProveRunning.tsx')).ProveRunning,
}));
const OffToday = lazy(() => import('./OffToday.tsx'));
const RoundsToday = lazy(() => import('./RoundsToday.tsx'));
const BrokenJobs = lazy(() => import('./BrokenJobs.tsx'));
const SentToday = lazy(() => import('./SentToday.tsx'));
// of those who look after the data
const DataAlarm = lazy(() => import('./DataAlarm.tsx'));

export function TodayScreen() {
  const plan = usePlan();
  const snapshot = useSnapshot();
  const { homeZone, dateFormat } = useSetting();
  const now = useNow();
  const phone = usePhone();
  const [ref, scale] = useScale(phone ? axisRanges.phone : axisRanges.list);
  const [params, setParams] = useSearchParams();
  const chosen = params.get('job');
  const choose = (jobId: string | null) =>
    setParams(
      (before) => {
        const next = new URLSearchParams(before);
        if (jobId === null || jobId === chosen) next.delete('job');
        else next.set('job', jobId);
        return next;
      },
      { replace: true },
    );
  const keeps = useMay('backup');
  const blocked = useBlocked();
  const lacks = useLacks();
  const moved = useMoved();
  const filters = useFilters(plan.jobs, snapshot);
  const zone = snapshot.all('site')[0]?.content.timeZone ?? homeZone;
  const today = plan.jobs[0]?.today ?? dayOf(now, zone);
  const groups = groupsOf(
    filters.rows,
    snapshot.all('site').map((site) => ({
      siteId: site.id,
      name: site.content.name,
      visit: visitDays(rhythmOf(snapshot, site.id), dayOf(now, site.content.timeZone), 1)[0] ?? null,
    })),
  );
  const first = groups.find((group) => group.rows.length > 0 && group.id !== 'far' && group.id !== 'resting')
    ?.rows[0];
  useHotkeys('j', () => choose(neighbour(groups, chosen, 1)), { preventDefault: true }, [groups, chosen]);
  useHotkeys('k', () => choose(neighbour(groups, chosen, -1)), { preventDefault: true }, [groups, chosen]);

  if (snapshot.all('system').length === 0) return <NothingYet />;
  const groupLines = (group: Group) => (
    <GroupOfJobs
      key={`${group.id} ${group.place?.siteId ?? ''}`}
      group={group}
      scale={scale}
      chosen={chosen}
      onChoose={choose}
      phone={phone}
      nextVisit={nextVisitWord(group.rows, dateFormat)}
      few={filters.rows.length <= FEW_JOBS}
      startsOpen={opensFirst(group, groups, today)}
      blocked={blocked}
      lacks={lacks}
      moved={moved}
    />
  );
  return (
    <main className="page">
      <header className="head">
        <h1>Today</h1>
        <span className="facts">{longDay(today)}</span>
        <span className="grow" />
        <div className="actions hide-phone">
          {filters.rows.length > FEW_JOBS || filters.search.value ? <Search {...filters.search} /> : null}
          {filters.picks.map((pick) => (
            <Pick key={pick.label} {...pick} />
          ))}
        </div>
        {first && (
          <span className="hide-phone">
            <Button variant="contained" onClick={() => choose(first.jobId)}>
              Log a job <kbd style={{ marginLeft: 10 }}>N</kbd>
            </Button>
          </span>
        )}
      </header>
      <div className="only-phone actions" style={{ paddingBottom: 8 }}>
        {filters.rows.length > FEW_JOBS || filters.search.value ? <Search {...filters.search} /> : null}
        {filters.picks.map((pick) => (
          <Pick key={pick.label} {...pick} />
        ))}
      </div>
      {snapshot.all('round').length > 0 && (
        <Suspense fallback={null}>
          <OffToday />
        </Suspense>
      )}
      <WaterAlarm plan={plan} today={today} />
      {plan.broken.length > 0 && (
        <Suspense fallback={null}>
          <BrokenJobs broken={plan.broken} />
        </Suspense>
      )}
      <ol className="lines plain">
        <li className="cells axisrow">
          <span />
          <div ref={ref} style={{ minWidth: 0 }}>
            {scale && <Axis scale={scale} today={today} nowText={clockIn(zone, now)} />}
          </div>
          <span />
        </li>
        {groups.filter((group) => group.id === 'left-off').map(groupLines)}
        <li className="whole">
          {keeps && (
            <Suspense fallback={null}>
              <DataAlarm />
            </Suspense>
          )}
          {snapshot.all('sent-tests').length > 0 && (
            <Suspense fallback={null}>
              <SentToday />
            </Suspense>
          )}
          {(['round', 'route', 'readings-round', 'shift-note'] as const).some(
            (kind) => snapshot.all(kind).length > 0,
          ) && (
            <Suspense fallback={null}>
              <RoundsToday />
            </Suspense>
          )}
          <Leads />
        </li>
        {groups.filter((group) => group.id !== 'left-off').map(groupLines)}
      </ol>
      {groups.every((group) => group.rows.length === 0 || group.id === 'far' || group.id === 'resting') && (
        <NothingDue rows={filters.rows} />
      )}
      <WaterFoot plan={plan} />
      {phone && first && chosen === null && (
        <>
          <div className="foot-veil" />
          <div className="foot-action">
            <Button variant="contained" onClick={() => choose(first.jobId)}>
              Log a job
            </Button>
          </div>
        </>
      )}
    </main>
  );
}

const FEW_JOBS = 14;
const alwaysOpen: ReadonlySet<GroupId> = new Set<GroupId>(['left-off', 'now', 'next-visit']);

/** With several places only the visit at hand is open: today's, or the soonest one with work. */
function opensFirst(group: Group, groups: readonly Group[], today: string): boolean {
  if (!group.place) return alwaysOpen.has(group.id);
  const withWork = groups.filter((one) => one.id === 'now' && one.place && one.rows.length > 0);
  const atHand = withWork.some((one) => one.place?.visit === today)
    ? today
    : withWork.map((one) => one.place?.visit ?? '9999').sort()[0];
  return group.id === 'now' && (group.place.visit ?? '9999') === atHand;
}
const titles: Record<GroupId, string> = {
  'left-off': 'Still off',
  walk: 'Walk round and look',
  now: 'Do today',
  'next-visit': 'By the next visit',
  later: 'Can wait',
  far: 'Far off',
  resting: 'Put off or paused',
};

/** Heights of a line before it was seen. */
const ROW_PX = 74;
const PHONE_ROW_PX = 92;

interface GroupProps {
  group: Group;
  scale: Scale | null;
  chosen: string | null;
  onChoose: (jobId: string | null) => void;
  phone: boolean;
  nextVisit: string;
  /** A short list is shown whole: nothing is folded away. */
  few: boolean;
  /** Folded at first: what is not for now, and the visits of other places on other days. */
  startsOpen: boolean;
  /** Jobs that wait for something out of use. */
  blocked: ReturnType<typeof useBlocked>;
  /** What they lack of people. */
  lacks: ReturnType<typeof useLacks>;
  /** Visits to which a person moved them. */
  moved: ReturnType<typeof useMoved>;
}

function GroupOfJobs({
  group,
  scale,
  chosen,
  onChoose,
  phone,
  nextVisit,
  few,
  startsOpen,
  blocked,
  lacks,
  moved,
}: GroupProps) {
  const { dateFormat } = useSetting();
  const [open, setOpen] = useState(few || startsOpen);
  if (group.rows.length === 0) return null;
  const { place } = group;
  const today = group.rows[0]?.today ?? '';
  const title =
    group.id === 'next-visit' && nextVisit
      ? `By ${nextVisit}`
      : group.id === 'now' && place && place.visit !== today
        ? 'Do first'
        : titles[group.id];
  const shown = open || group.rows.some((row) => row.jobId === chosen);
  return (
    <>
      <li className="cells section">
        <h3>
          {title}
          {place && (
            <span className="soft" style={{ display: 'block', fontWeight: 400 }}>
              {place.name}
              {group.id === 'now' && place.visit
                ? `, ${place.visit === today ? 'visit today' : `visit ${writeDay(place.visit, today, dateFormat)}`}`
                : ''}
            </span>
          )}
        </h3>
        <div style={{ position: 'relative' }}>
          {scale && !phone && (
            <div style={{ position: 'absolute', inset: '-6px 0 -5px 0' }}>
              <Field scale={scale} />
            </div>
          )}
        </div>
        <span className="soft">
          {group.id !== 'left-off' && (
            <>
              {group.id === 'walk' ? looksAndMinutes(group.rows) : jobsAndMinutes(group.rows)}{' '}
              <button type="button" className="pick" aria-expanded={shown} onClick={() => setOpen(!open)}>
                {shown ? 'Hide' : 'Show'}
              </button>
              {!shown && group.rows.some((row) => row.state === 'past-window') && (
                <span className="late" style={{ display: 'block' }}>
                  {pastWords(group.rows)}
                </span>
              )}
            </>
          )}
        </span>
      </li>
      {shown && (
        <LongList
          items={group.rows}
          keyOf={(row) => row.jobId}
          rowPx={phone ? PHONE_ROW_PX : ROW_PX}
          inSight={chosen}
        >
          {(row, at) => (
            <JobLine
              key={row.jobId}
              at={at}
              row={row}
              scale={scale}
              style={dateFormat}
              phone={phone}
              place={row.systemName === row.thing ? null : row.systemName}
              chosen={chosen === row.jobId}
              blocked={blocked.get(row.jobId)}
              extra={
                <>
                  <LackNote said={lacks.get(row.jobId)} />
                  <MovedNote to={moved.get(row.jobId)} today={row.today} />
                </>
              }
              onChoose={() => onChoose(row.jobId)}
            >
              {row.state === 'left-off' && row.componentId ? (
                <Suspense fallback={null}>
                  <ProveRunning componentId={row.componentId} extra={<OpenLink row={row} />} />
                </Suspense>
              ) : row.work === 'test' ? (
                <div className="actions">
                  <Button component={Link} to={`/water?system=${row.systemIds[0] ?? ''}`} variant="contained">
                    Enter the tests
                  </Button>
                </div>
              ) : (
                <div style={{ display: 'grid', gap: 12 }}>
                  <Suspense fallback={null}>
                    <JobCautions jobId={row.jobId} short />
                  </Suspense>
                  <LogJob row={row} onLogged={() => onChoose(null)} extra={<OpenLink row={row} />} />
                </div>
              )}
            </JobLine>
          )}
        </LongList>
      )}
    </>
  );
}

function pastWords(rows: readonly PlanRow[]): string {
  const past = rows.filter((row) => row.state === 'past-window').length;
  return `${past} past ${past === 1 ? 'its window' : 'their windows'}`;
}

function nextVisitWord(rows: readonly PlanRow[], style: DateStyle): string {
  const days = new Set(rows.map((row) => row.nextVisit));
  const only = days.size === 1 ? [...days][0] : null;
  return only && rows[0] ? writeDay(only, rows[0].today, style) : '';
}

function neighbour(groups: readonly Group[], chosen: string | null, step: number): string | null {
  const order = groups
    .filter((group) => group.id !== 'far')
    .flatMap((group) => group.rows.map((row) => row.jobId));
  const at = chosen === null ? -1 : order.indexOf(chosen);
  return order[Math.min(order.length - 1, Math.max(0, at + step))] ?? null;
}

function NothingDue({ rows }: { rows: readonly PlanRow[] }) {
  const { dateFormat } = useSetting();
  const next = rows
    .filter((row) => row.recommended !== null)
    .sort((a, b) => (a.recommended ?? '').localeCompare(b.recommended ?? ''))[0];
  if (rows.length === 0) return <p style={{ padding: '20px 0' }}>No job fits these filters.</p>;
  if (!next?.recommended)
    return <p style={{ padding: '20px 0' }}>Nothing needs hands, as far as the records go.</p>;
  return (
    <p style={{ padding: '20px 0' }}>
      Nothing needs hands until {writeDay(next.recommended, next.today, dateFormat)},{' '}
      {relativeWord(next.recommended, next.today)} ({next.thing.toLowerCase()}, {next.action}).
    </p>
  );
}

function NothingYet() {
  return (
    <main className="page">
      <header className="head">
        <h1>Today</h1>
      </header>
      <div className="datum" style={{ paddingTop: 20, display: 'grid', gap: 16, maxWidth: 560 }}>
        <p style={{ fontSize: 19, lineHeight: '26px' }}>
          Your jobs will appear here, each with a date and a reason.
        </p>
        <div>
          <Button component={Link} to="/describe" variant="contained">
            Describe your tank
          </Button>
        </div>
        <p className="soft">It takes about two minutes and can be left at any point.</p>
      </div>
    </main>
  );
}
