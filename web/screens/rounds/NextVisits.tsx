import { useMemo } from 'react';
import { Link } from 'react-router';
import { timingOf } from '../../../core/planning/round/timing.ts';
import type { Day } from '../../../core/time/day.ts';
import { minutesThere } from '../../../usecases/levelling/minutesThere.ts';
import type { Stored } from '../../../contract/records.ts';
import { buildRound } from '../../../usecases/round/build.ts';
import { proposalOf } from '../../../usecases/round/proposal.ts';
import { evidenceOf, type Evidence } from '../../../model/water/testedWater.ts';
import { usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { writeDay } from '../../parts/dates.ts';

/** The next visit of each place, with what is due by the one after it. */
export function NextVisits({ todayOf }: { todayOf: (siteId: string) => Day }) {
  const snapshot = useSnapshot();
  const evidence = useMemo(() => evidenceOf(snapshot), [snapshot]);
  const sites = snapshot.all('site');
  return (
    <section className="datum roundpart">
      <h2>Next visits</h2>
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
  const { next, before, count, handsMin, there } = useMemo(() => {
    const here = jobs.filter((row) => row.siteId === site.id);
    const { rows, changePlan, ...days } = proposalOf(evidence, here, site.id, today);
    const steps = buildRound(
      evidence,
      rows.map((row) => row.jobId),
      changePlan,
    );
    return {
      ...days,
      count: rows.length,
      handsMin: timingOf(steps).handsMin,
      there: days.next === null ? null : minutesThere(evidence.snapshot, site, today, days.next),
    };
  }, [evidence, jobs, site, today]);
  return (
    <li className="rule roundline">
      <b>{site.content.name}</b>
      <span>
        {next === null ? 'no visit day set' : writeDay(next, today, dateFormat)}
        {next !== null && before !== next && `, then ${writeDay(before, today, dateFormat)}`}; {count}{' '}
        {count === 1 ? 'job' : 'jobs'} due by then, {handsMin} min of hands
        {there !== null && '; '}
        {there !== null && (
          <span className={handsMin > there ? 'late' : undefined}>the visit has {there} min</span>
        )}
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
