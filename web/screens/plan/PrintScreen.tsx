import { useMemo } from 'react';
import { DateTime } from 'luxon';
import { rangeWord, spanOfDays } from '../../../core/explain/words.ts';
import { addDays, type Day } from '../../../core/time/day.ts';
import { farMonths, ROUTINE_DAYS } from '../../../usecases/levelling/farAhead.ts';
import type { LevelledPlace } from '../../../usecases/levelling/levelledPlace.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import type { Stored } from '../../../contract/records.ts';
import { usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { levellingWord } from '../../levelling/levellingWord.ts';
import { useLevelled } from '../../levelling/useLevelled.ts';
import { writeDay } from '../../parts/dates.ts';
import { Pick } from '../../parts/Pick.tsx';
import { Tabs } from '../../parts/Tabs.tsx';
import { useAddress } from './useAddress.ts';
import { useFarAhead } from './useFarAhead.ts';
import './plan.css';

const spans = { week: 'The week', quarter: 'The quarter', year: 'The year' };
type Span = keyof typeof spans;
const DAYS = { week: 7, quarter: 84 };

/** Each system's week, quarter or year on paper: boxes, days, minutes, no colour needed. */
export function PrintScreen() {
  const [params, set] = useAddress();
  const snapshot = useSnapshot();
  const asked = params.get('span') ?? 'week';
  const span: Span = asked in spans ? (asked as Span) : 'week';
  const systems = snapshot.all('system').sort((a, b) => a.content.name.localeCompare(b.content.name));
  const chosen = systems.filter((one) => [null, '', one.id].includes(params.get('system')));
  return (
    <main className="page planpage">
      <header className="head noprint">
        <h1>On paper</h1>
        <Tabs label="How much" all={spans} value={span} onChoose={(one) => set({ span: one })} />
        <Pick
          label="Every system"
          value={params.get('system') ?? ''}
          options={systems.map((one) => ({ value: one.id, label: one.content.name }))}
          onChange={(value) => set({ system: value })}
        />
        <span className="grow" />
        <button type="button" className="btn2" onClick={() => window.print()}>
          Print
        </button>
      </header>
      {span === 'year' ? (
        <Years systems={chosen} />
      ) : (
        <Visits systems={chosen} days={DAYS[span]} title={spans[span]} />
      )}
    </main>
  );
}

function Visits({
  systems,
  days,
  title,
}: {
  systems: readonly Stored<'system'>[];
  days: number;
  title: string;
}) {
  const plan = usePlan();
  const { levelled, share, failed } = useLevelled();
  const rowOf = useMemo(() => new Map(plan.jobs.map((row) => [row.jobId, row])), [plan]);
  // paper does not change afterwards
  if (!levelled || share !== null) return <p role="status">{levellingWord({ failed, share })}</p>;
  return systems.map((system) => {
    const place = levelled.find(({ plan: one }) => one.siteId === system.content.siteId)?.plan;
    return place && <VisitsOf key={system.id} {...{ system, place, rowOf, days, title }} />;
  });
}

function VisitsOf({
  system,
  place,
  rowOf,
  days,
  title,
}: {
  system: Stored<'system'>;
  place: LevelledPlace;
  rowOf: ReadonlyMap<string, PlanRow>;
  days: number;
  title: string;
}) {
  const snapshot = useSnapshot();
  const { dateFormat } = useSetting();
  const day = (of: Day): string => writeDay(of, place.today, dateFormat);
  const end = addDays(place.today, days - 1);
  const visits = place.visits.flatMap((visit) => {
    const entries = visit.entries.filter((entry) => rowOf.get(entry.jobId)?.systemIds.includes(system.id));
    return visit.day <= end && entries.length > 0 ? [{ ...visit, entries }] : [];
  });
  return (
    <section className="sheet">
      <h2>{system.content.name}</h2>
      <p>
        {title}, {day(place.today)} to {day(end)}. {snapshot.content('site', system.content.siteId)?.name}.
      </p>
      {visits.length === 0 && <p>Nothing falls into these days.</p>}
      {visits.map((visit) => (
        <div key={visit.day} className="sheetvisit">
          <h3>
            {day(visit.day)}
            <span> {visit.entries.reduce((sum, one) => sum + one.minutes, 0)} min</span>
          </h3>
          <ul className="plain">
            {visit.entries.map((entry) => {
              const row = rowOf.get(entry.jobId);
              return (
                row && (
                  <li key={`${entry.jobId} ${entry.look}`}>
                    <span className="box" aria-hidden />
                    <span>
                      <b>{row.thing}</b>, {entry.look ? 'a look' : row.action}
                      {entry.turn === 0 && row.earliest && row.latest && (
                        <i> window {spanOfDays(row.earliest, row.latest, day)}</i>
                      )}
                    </span>
                    <span className="tn">{entry.minutes} min</span>
                  </li>
                )
              );
            })}
          </ul>
        </div>
      ))}
    </section>
  );
}

const MONTHS = 12;
function Years({ systems }: { systems: readonly Stored<'system'>[] }) {
  const plan = usePlan();
  const { found, share, failed } = useFarAhead(MONTHS);
  if (!found || share !== null) return <p role="status">{levellingWord({ failed, share })}</p>;
  return systems.map((system) => {
    const at = found.places.findIndex((far) => far.place.site.id === system.content.siteId);
    const far = found.places[at];
    if (!far) return null;
    const isHere = (row: PlanRow): boolean => row.systemIds.includes(system.id);
    const routine = plan.jobs.filter(
      (row) =>
        isHere(row) && row.intervalDays !== null && row.intervalDays < ROUTINE_DAYS && row.life !== null,
    );
    return (
      <section key={system.id} className="sheet">
        <h2>{system.content.name}</h2>
        <p>The year from {DateTime.fromISO(far.place.today).setLocale('en-GB').toFormat('d LLLL yyyy')}.</p>
        {farMonths(far, found.placements[at] ?? []).map((month) => {
          const jobs = month.jobs.filter(({ row }) => isHere(row));
          return (
            <div key={month.from} className="sheetvisit">
              <h3>
                30 days from {DateTime.fromISO(month.from).setLocale('en-GB').toFormat('d LLLL yyyy')}
                <span> {jobs.reduce((sum, { row }) => sum + row.minutes, 0)} min beside what recurs</span>
              </h3>
              <ul className="plain">
                {jobs.map(({ row, turn }) => (
                  <li key={`${row.jobId} ${turn}`}>
                    <span className="box" aria-hidden />
                    <span>
                      <b>{row.thing}</b>, {row.action}
                    </span>
                    <span className="tn">{row.minutes} min</span>
                  </li>
                ))}
              </ul>
            </div>
          );
        })}
        <div className="sheetvisit">
          <h3>What recurs</h3>
          <ul className="plain">
            {routine.map((row) => (
              <li key={row.jobId}>
                <span />
                <span>
                  <b>{row.thing}</b>, {row.action}
                  {row.life && <i> every {rangeWord(row.life.earliest, row.life.latest)}</i>}
                </span>
                <span className="tn">{row.minutes} min</span>
              </li>
            ))}
          </ul>
        </div>
      </section>
    );
  });
}
