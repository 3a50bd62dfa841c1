import { useMemo } from 'react';
import { Link } from 'react-router';
import { timingOf } from '../../../core/planning/round/timing.ts';
import type { Day } from '../../../core/time/day.ts';
import type { Stored } from '../../../contract/records.ts';
import { buildRound } from '../../../usecases/round/build.ts';
import { offeredVisit } from '../../../usecases/round/offered.ts';
import { evidenceHere } from '../../api/evidence.ts';
import type { Evidence } from '../../../model/water/testedWater.ts';
import { usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { writeDay } from '../../parts/dates.ts';

/** The next visit of each place, with what is due by the one after it. */
export function NextVisits({ todayOf }: { todayOf: (siteId: string) => Day }) {
  const snapshot = useSnapshot();
  const evidence = useMemo(() => evidenceHere(snapshot), [snapshot]);
  const sites = snapshot.all('site');
  return (
    <section className="datum roundpart">
      <div className="actions">
        <h2>Next visits</h2>
        {sites.length > 1 && (
          <Link className="btn2" to="/rounds/route/new">
            A route of several places
          </Link>
        )}
      </div>
      {sites.length === 0 && <p className="soft">They come with the first system.</p>}
      <ul className="plain">
        {sites.map((site) => (
          <NextVisit key={site.id} site={site} today={todayOf(site.id)} evidence={evidence} />
        ))}
      </ul>
    </section>
  );
}

/** The minutes are those that its round would say when it is built. */
function NextVisit({ site, today, evidence }: { site: Stored<'site'>; today: Day; evidence: Evidence }) {
  const { jobs } = usePlan();
  const { dateFormat } = useSetting();
  const { next, count, handsMin, there, waits } = useMemo(() => {
    const { proposal, minutes, jobIds, waits: waiting } = offeredVisit(evidence, jobs, site, { today });
    const steps = buildRound(evidence, jobIds, proposal.changePlan, proposal.looks);
    return {
      next: proposal.next,
      ...{ count: jobIds.length, handsMin: timingOf(steps).handsMin, there: minutes, waits: waiting },
    };
  }, [evidence, jobs, site, today]);
  const until = waits.map((one) => one.until).sort()[0];
  return (
    <li className="rule roundline">
      <b>{site.content.name}</b>
      <span>
        {next === null ? 'no visit day set' : writeDay(next, today, dateFormat)};{' '}
        {count === 1 ? '1 job' : `${count} jobs`}, {handsMin} min of hands
        {there !== null && ` of ${there} min`}
        {until !== undefined && `; ${waits.length} wait until ${writeDay(until, today, dateFormat)}`}
      </span>
      <span className="actions">
        <Link className="btn2" to={`/rounds/new?site=${site.id}`}>
          Build the round
        </Link>
        <Link className="btn2" to={`/rounds/sitter?site=${site.id}`}>
          Sitter’s sheet
        </Link>
      </span>
    </li>
  );
}
