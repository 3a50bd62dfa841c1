import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { recoveryOf } from '../../../usecases/round/recovery.ts';
import { evidenceHere } from '../../api/evidence.ts';
import { useNow, useSetting, useSnapshot } from '../../api/data.ts';
import { relativeWord, todayIn, writeDay } from '../../parts/dates.ts';
import { Nowhere } from '../../parts/Nowhere.tsx';
import './rounds.css';

/** How a neglected tank is brought back: everything is looked at first, then put right over several visits. */
export function RecoveryScreen() {
  const [params] = useSearchParams();
  const snapshot = useSnapshot();
  const { dateFormat } = useSetting();
  const now = useNow();
  const system = snapshot.get('system', params.get('system') ?? '');
  const zone = snapshot.content('site', system?.content.siteId ?? null)?.timeZone ?? 'UTC';
  const today = todayIn(zone, now);
  const visits = useMemo(
    () => (system ? recoveryOf(evidenceHere(snapshot), system.id, today) : []),
    [snapshot, system, today],
  );
  if (!system) return <Nowhere />;
  return (
    <main className="page">
      <header className="head">
        <h1>Bring back {system.content.name}</h1>
        <span className="facts">{visits.length} visits, one upheaval at a time</span>
      </header>
      <p className="datum lead-in">
        A neglected tank lives on what it has. Everything is looked at first; then it is put right in this
        order, days apart, with ammonia tested after each of the last visits. If animals gasp or lie, act on
        that first and call whoever treats them.
      </p>
      <p>
        <Link
          className="btn2"
          to={`/rounds/new?site=${system.content.siteId}&system=${system.id}&jobs=${visits
            .flatMap(({ jobs }) => jobs.map((job) => job.jobId))
            .join()}`}
        >
          All of it on one day: what that breaks
        </Link>
      </p>
      {visits.map(({ stage, day, jobs }, i) => (
        <section key={`${stage.id} ${jobs[0]?.jobId ?? ''}`} className="datum roundpart">
          <div className="actions">
            <h2>
              {i + 1}. {stage.title}
            </h2>
            <span className="facts">
              {day === today ? 'today' : `${writeDay(day, today, dateFormat)}, ${relativeWord(day, today)}`};{' '}
              {jobs.reduce((sum, job) => sum + job.minutes, 0)} min
            </span>
            <span className="grow" />
            <Link
              className="btn2"
              to={`/rounds/new?site=${system.content.siteId}&system=${system.id}&jobs=${jobs.map((job) => job.jobId).join()}`}
            >
              Build this visit
            </Link>
          </div>
          <p>{stage.how}</p>
          <p className="soft">{jobs.map((job) => `${job.thing}: ${job.action}`).join('; ')}</p>
        </section>
      ))}
    </main>
  );
}
