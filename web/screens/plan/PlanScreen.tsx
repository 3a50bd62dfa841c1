import { Link } from 'react-router';
import { count } from '../../../core/explain/words.ts';
import type { Visit } from '../../../core/planning/visitList.ts';
import { visitsOfSite } from '../../../contract/planVisits.ts';
import { type Day } from '../../../core/time/day.ts';
import type { PlanRow } from '../../../contract/plan.ts';
import type { Stored } from '../../../contract/records.ts';
import { groupBy } from '../../../contract/snapshot.ts';
import { usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { relativeWord, writeDay } from '../../parts/dates.ts';
import { visitWords } from '../first-run/VisitStep.tsx';

const WEEKS = 12;

/** The next twelve weeks by visit day, with minutes. */
export function PlanScreen() {
  const snapshot = useSnapshot();
  const plan = usePlan();
  const sites = snapshot.all('site').sort((a, b) => a.content.name.localeCompare(b.content.name));
  const bySite = groupBy(plan.jobs, (row) => row.siteId);
  return (
    <main className="page">
      <header className="head">
        <h1>Plan</h1>
        <span className="facts">
          the next {WEEKS} weeks by visit day, each job at the last visit before its day
        </span>
        <span className="grow" />
        <a className="btn2" href="/api/plan.ics" download>
          Calendar file
        </a>
      </header>
      {plan.jobs.length === 0 && (
        <p className="datum" style={{ paddingTop: 12 }}>
          Visits and their jobs will stand here. Describe a tank first.
        </p>
      )}
      {sites.map((site) => {
        const rows = bySite.get(site.id) ?? [];
        return rows.length === 0 ? null : (
          <SitePlan key={site.id} site={site} rows={rows} named={sites.length > 1} />
        );
      })}
    </main>
  );
}

function SitePlan({ site, rows, named }: { site: Stored<'site'>; rows: readonly PlanRow[]; named: boolean }) {
  const today = rows[0]?.today ?? '';
  const visits = visitsOfSite(site.content, rows, today, WEEKS);
  const byId = new Map(rows.map((row) => [row.jobId, row]));
  const undated = rows.filter((row) => row.recommended === null && row.state !== 'paused');
  return (
    <section style={{ marginBottom: 28 }}>
      <div
        className="datum"
        style={{ display: 'flex', justifyContent: 'space-between', gap: 16, padding: '6px 0' }}
      >
        <h2>{named ? site.content.name : 'Visits'}</h2>
        <span className="soft">
          {site.content.visits ? visitWords(site.content.visits) : 'no usual day: each day stands by itself'}
        </span>
      </div>
      {visits.map((visit) => (
        <VisitBlock
          key={visit.day}
          visit={visit}
          byId={byId}
          today={today}
          there={site.content.visits?.minutes ?? null}
        />
      ))}
      {undated.length > 0 && (
        <p className="rule soft" style={{ paddingTop: 8 }}>
          Without a date: {undated.map((row) => `${row.thing}, ${row.action}`).join('; ')}.
        </p>
      )}
    </section>
  );
}

function VisitBlock({
  visit,
  byId,
  today,
  there,
}: {
  visit: Visit;
  byId: ReadonlyMap<string, PlanRow>;
  today: Day;
  there: number | null;
}) {
  const { dateFormat } = useSetting();
  const entries = [...visit.entries].sort((a, b) => a.due.localeCompare(b.due));
  const minutes = Math.round(visit.minutes);
  return (
    <div className="visit">
      <div>
        <h3>{writeDay(visit.day, today, dateFormat)}</h3>
        <span className="soft">{relativeWord(visit.day, today)}</span>
        <Load minutes={minutes} there={there} />
      </div>
      <div>
        {entries.map((entry) => {
          const row = byId.get(entry.jobId);
          if (!row) return null;
          return (
            <div key={`${entry.jobId}${entry.look}${entry.turn}`} className="planline">
              <Link
                to={
                  row.componentId
                    ? `/components/${row.componentId}?job=${row.jobId}`
                    : `/systems/${row.systemIds[0] ?? ''}?job=${row.jobId}`
                }
              >
                <b>{row.thing}</b>, {entry.look ? 'a look' : row.action}
              </Link>
              <span className="soft reason">
                {row.systemName !== row.thing && <b style={{ fontWeight: 500 }}>{row.systemName}. </b>}
                {entry.turn === 0
                  ? `${entry.look ? 'Look' : 'Recommended'} ${writeDay(entry.due, today, dateFormat)}. ${row.sentence}`
                  : `Again: recommended every ${count(Math.max(1, Math.floor(row.intervalDays ?? 0)), 'day')}.`}
              </span>
              <span className="tn" style={{ textAlign: 'right' }}>
                {entry.look ? 2 : row.minutes} min
              </span>
            </div>
          );
        })}
      </div>
    </div>
  );
}

const BAR = 140;
/** The visit's minutes as a bar, against the minutes there are. */
function Load({ minutes, there }: { minutes: number; there: number | null }) {
  const full = Math.max(minutes, there ?? 0) || 1;
  const over = there !== null && minutes > there;
  return (
    <div style={{ marginTop: 4 }}>
      <svg width={BAR} height={12} viewBox={`0 0 ${BAR} 12`} aria-hidden>
        <rect
          x={0}
          y={1}
          width={(Math.min(minutes, there ?? minutes) / full) * BAR}
          height={8}
          fill="var(--brassPale)"
          stroke="var(--brass)"
        />
        {over && (
          <rect
            x={((there ?? 0) / full) * BAR}
            y={1}
            width={((minutes - (there ?? 0)) / full) * BAR - 1}
            height={8}
            fill="none"
            stroke="var(--ember)"
            strokeDasharray="3 2"
          />
        )}
        {there !== null && (
          <line
            x1={Math.min(BAR - 1, (there / full) * BAR)}
            y1={0}
            x2={Math.min(BAR - 1, (there / full) * BAR)}
            y2={12}
            stroke="var(--ink)"
            strokeWidth={1.6}
          />
        )}
      </svg>
      <div className={over ? 'late' : 'soft'}>
        {minutes} min
        {there === null ? '' : over ? `, ${minutes - there} more than there are` : ` of ${there}`}
      </div>
    </div>
  );
}
