import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { visitDays } from '../../../core/planning/visits.ts';
import { RecordIndex } from '../../../contract/facts/recordIndex.ts';
import { proposedJobs } from '../../../contract/round/build.ts';
import { foldRound } from '../../../contract/round/fold.ts';
import { offOfRounds } from '../../../contract/round/offList.ts';
import { useNow, usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { todayIn, writeDay } from '../../parts/dates.ts';
import { OffOfRounds } from './OffOfRounds.tsx';
import { roundProgress } from './progress.ts';
import './rounds.css';

const PAST_SHOWN = 8;

/** Rounds under way, places to visit, rounds that were. */
export function RoundsScreen() {
  const snapshot = useSnapshot();
  const plan = usePlan();
  const { dateFormat } = useSetting();
  const now = useNow();
  const index = RecordIndex.of(snapshot);
  const rounds = snapshot
    .all('round')
    .map((round) => ({ round, state: foldRound(round.content, index.on('actionsOfRound', round.id)) }))
    .sort(
      (a, b) =>
        b.round.content.day.localeCompare(a.round.content.day) || b.round.id.localeCompare(a.round.id),
    );
  const open = rounds.filter(({ state }) => !state.closed && state.abandoned === null);
  const past = rounds.filter(({ state }) => state.closed || state.abandoned !== null).slice(0, PAST_SHOWN);
  const nameOf = (siteId: string) => snapshot.content('site', siteId)?.name ?? '';
  return (
    <main className="page">
      <header className="head">
        <h1>Rounds</h1>
      </header>
      <OffOfRounds off={offOfRounds(snapshot, index).filter((one) => !one.underWay)} />
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
      <section className="datum roundpart">
        <h2>Next visits</h2>
        {snapshot.all('site').length === 0 && <p className="soft">They come with the first system.</p>}
        <ul className="plain">
          {snapshot.all('site').map((site) => {
            const today = todayOf(site.id);
            const [next, after] = visitDays(site.content.visits, today, 2);
            const rows = proposedJobs(plan.jobs, site.id, after ?? today);
            const minutes = rows.reduce((sum, row) => sum + row.minutes, 0);
            return (
              <li key={site.id} className="rule roundline">
                <b>{site.content.name}</b>
                <span>
                  {next ? writeDay(next, today, dateFormat) : 'no visit day set'}
                  {after && `, then ${writeDay(after, today, dateFormat)}`}; {rows.length}{' '}
                  {rows.length === 1 ? 'job' : 'jobs'} due by then, about {minutes} min
                </span>
                <Link className="btn2" to={`/rounds/new?site=${site.id}`}>
                  Build the round
                </Link>
              </li>
            );
          })}
        </ul>
      </section>
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
                <Link className="btn2" to={`/rounds/${round.id}`}>
                  Look at it
                </Link>
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
