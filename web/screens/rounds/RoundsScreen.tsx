import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { Link } from 'react-router';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import type { Snapshot } from '../../../model/snapshot.ts';
import { evidenceHere } from '../../api/evidence.ts';
import { foldRound } from '../../../model/round/fold.ts';
import { offOfRounds } from '../../../usecases/round/offList.ts';
import { useNow, usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { todayIn, writeDay } from '../../parts/dates.ts';
import { NextVisits } from './NextVisits.tsx';
import { OffOfRounds } from './OffOfRounds.tsx';
import { Routes } from './Routes.tsx';
import { ShiftNotes } from './ShiftNotes.tsx';
import { ReadingsRounds } from '../readings/ReadingsRounds.tsx';
import { roundProgress } from './progress.ts';
import './rounds.css';

const PAST_SHOWN = 8;

/** Rounds under way, places to visit, rounds that were. */
export function RoundsScreen() {
  const snapshot = useSnapshot();
  const plan = usePlan();
  const { dateFormat } = useSetting();
  const now = useNow();
  const { off, rounds } = useMemo(() => {
    const index = evidenceHere(snapshot).index;
    return {
      off: offOfRounds(snapshot, index).filter((one) => !one.underWay),
      rounds: snapshot
        .all('round')
        .map((round) => ({ round, state: foldRound(round.content, index.on('actionsOfRound', round.id)) }))
        .sort(
          (a, b) =>
            b.round.content.day.localeCompare(a.round.content.day) || b.round.id.localeCompare(a.round.id),
        ),
    };
  }, [snapshot]);
  const ofRoutes = new Set(
    snapshot.all('route').flatMap(({ content }) => content.stops.map((stop) => stop.roundId)),
  );
  const ahead = rounds.filter(({ round, state }) => state.last === null && !ofRoutes.has(round.id)).reverse();
  const open = rounds.filter(({ state }) => state.last !== null && !state.closed && state.abandoned === null);
  const past = rounds.filter(({ state }) => state.closed || state.abandoned !== null).slice(0, PAST_SHOWN);
  const nameOf = (siteId: string) => snapshot.content('site', siteId)?.name ?? '';
  return (
    <main className="page">
      <header className="head">
        <h1>Rounds</h1>
      </header>
      <OffOfRounds off={off} />
      {open.length > 0 && (
        <section className="datum roundpart">
          <h2>Under way</h2>
          <ul className="plain">
            {open.map(({ round, state }) => (
              <li key={round.id} className="rule roundline">
                <b>{nameOf(round.content.siteId)}</b>
                <span>
                  {writeDay(round.content.day, todayOf(round.content.siteId), dateFormat)};{' '}
                  {roundProgress(round.content, state)}
                </span>
                <Button component={Link} to={`/rounds/${round.id}`} variant="contained">
                  Go on
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Routes todayOf={todayOf} />
      {ahead.length > 0 && (
        <section className="datum roundpart">
          <h2>Made ahead</h2>
          <ul className="plain">
            {ahead.map(({ round: { id, content } }) => (
              <li key={id} className="rule roundline">
                <b>{nameOf(content.siteId)}</b>
                <span>
                  {writeDay(content.day, todayOf(content.siteId), dateFormat)}
                  {content.personId && `, ${snapshot.content('person', content.personId)?.name ?? ''}`};{' '}
                  {content.steps.length} steps
                </span>
                <span className="actions">
                  <Link className="btn2" to={`/rounds/${id}`}>
                    Change it or begin
                  </Link>
                  <a className="btn2" href={`/api/rounds/${id}/print.pdf`} download>
                    On paper (PDF)
                  </a>
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <NextVisits todayOf={todayOf} />
      <ReadingsRounds />
      <ShiftNotes />
      <Sheets snapshot={snapshot} todayOf={todayOf} />
      <Neglected rows={plan.jobs} />
      {past.length > 0 && (
        <section className="datum roundpart">
          <h2>Past</h2>
          <ul className="plain">
            {past.map(({ round, state }) => (
              <li key={round.id} className="rule roundline">
                <b>{nameOf(round.content.siteId)}</b>
                <span>
                  {writeDay(round.content.day, todayOf(round.content.siteId), dateFormat)};{' '}
                  {state.abandoned === null
                    ? roundProgress(round.content, state)
                    : `given up: ${state.abandoned}`}
                </span>
                <span className="actions">
                  <Link className="btn2" to={`/rounds/${round.id}/report`}>
                    Report
                  </Link>
                  <Link className="btn2" to={`/rounds/${round.id}`}>
                    Look at it
                  </Link>
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </main>
  );
  function todayOf(siteId: string): string {
    return todayIn(snapshot.content('site', siteId)?.timeZone ?? 'UTC', now);
  }
}

/** Sheets that have not ended. */
function Sheets({ snapshot, todayOf }: { snapshot: Snapshot; todayOf: (siteId: string) => string }) {
  const { dateFormat } = useSetting();
  const sheets = snapshot.all('sitter-sheet').filter(({ content }) => content.to >= todayOf(content.siteId));
  if (sheets.length === 0) return null;
  return (
    <section className="datum roundpart">
      <h2>Sitter’s sheets</h2>
      <ul className="plain">
        {sheets.map(({ id, content }) => {
          const today = todayOf(content.siteId);
          return (
            <li key={id} className="rule roundline">
              <b>{snapshot.content('site', content.siteId)?.name}</b>
              <span>
                {writeDay(content.from, today, dateFormat)} to {writeDay(content.to, today, dateFormat)}
              </span>
              <Link className="btn2" to={`/sheet/${id}`}>
                Open the sheet
              </Link>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** From this share of its dated jobs past their windows on a system is taken for neglected. House default. */
const NEGLECTED_SHARE = 1 / 3;
const FEWEST_LATE = 4;

/** Systems that need more than a visit. */
function Neglected({ rows }: { rows: readonly PlanRow[] }) {
  const bySystem = new Map<string, { name: string; late: number; all: number }>();
  for (const row of rows) {
    const [id] = row.systemIds;
    if (id === undefined || row.systemIds.length > 1 || row.recommended === null) continue;
    const known = bySystem.get(id) ?? { name: row.systemName, late: 0, all: 0 };
    bySystem.set(id, {
      ...known,
      late: known.late + (row.state === 'past-window' ? 1 : 0),
      all: known.all + 1,
    });
  }
  const neglected = [...bySystem].filter(
    ([, { late, all }]) => late >= FEWEST_LATE && late >= all * NEGLECTED_SHARE,
  );
  if (neglected.length === 0) return null;
  return (
    <section className="datum roundpart">
      <h2>Neglected</h2>
      <ul className="plain">
        {neglected.map(([id, { name, late, all }]) => (
          <li key={id} className="rule roundline">
            <b>{name}</b>
            <span>
              {late} of {all} jobs are likely overdue: too much for one visit
            </span>
            <Link className="btn2" to={`/rounds/recovery?system=${id}`}>
              Bring it back
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
