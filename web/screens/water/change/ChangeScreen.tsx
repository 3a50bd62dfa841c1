import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { openPlansOf } from '../../../../usecases/water/changeDone.ts';
import { usePlan, useSnapshot } from '../../../api/data.ts';
import { useChangeFacts } from '../../../api/waterWork.ts';
import { Pick } from '../../../parts/Pick.tsx';
import { ChangePlanner } from './ChangePlanner.tsx';
import './change.css';

/** One visit's water changes from the stores there are. */
export function ChangeScreen() {
  const snapshot = useSnapshot();
  const [params, setParams] = useSearchParams();
  const asked = snapshot.get('system', params.get('system') ?? '');
  const sites = snapshot
    .all('site')
    .filter((site) => snapshot.all('system').some((system) => system.content.siteId === site.id));
  const site = sites.find((one) => one.id === (params.get('site') ?? asked?.content.siteId)) ?? sites[0];
  if (!site)
    return (
      <main className="page">
        <header className="head">
          <h1>Plan a change</h1>
        </header>
        <p className="datum">Describe a tank first: a change is planned for its water.</p>
      </main>
    );
  return (
    <Planner
      key={`${site.id} ${params.get('plan') ?? ''} ${asked?.id ?? ''}`}
      siteId={site.id}
      planId={params.get('plan')}
      asked={asked?.id ?? null}
      pick={
        sites.length > 1 ? (
          <Pick
            label={sites[0]?.content.name ?? ''}
            value={site.id}
            options={sites.map((one) => ({ value: one.id, label: one.content.name }))}
            onChange={(id) => setParams(id ? { site: id } : {}, { replace: true })}
          />
        ) : null
      }
    />
  );
}

function Planner({
  siteId,
  planId,
  asked,
  pick,
}: {
  siteId: string;
  planId: string | null;
  asked: string | null;
  pick: React.ReactNode;
}) {
  const snapshot = useSnapshot();
  const facts = useChangeFacts(siteId);
  const rows = usePlan().jobs;
  const visit = facts.visits[0] ?? facts.today;
  const due = useMemo(
    () =>
      rows
        .filter((row) => row.work === 'change water' && row.recommended !== null && row.recommended <= visit)
        .flatMap((row) => row.systemIds),
    [rows, visit],
  );
  const open = openPlansOf(snapshot, siteId);
  // without being asked for another, the plan that stands is the one that is opened
  const plan = open.find((one) => one.id === planId) ?? (asked ? null : (open[0] ?? null));
  if (facts.systems.every((system) => system.litres === null))
    return (
      <main className="page">
        <header className="head">
          <h1>Plan a change</h1>
          {pick}
        </header>
        <p className="datum" style={{ paddingTop: 12 }}>
          How much to change needs the true litres.{' '}
          <Link to={`/systems/${facts.systems[0]?.id ?? ''}?edit=1`}>Measure a vessel first</Link>.
        </p>
      </main>
    );
  return (
    <ChangePlanner key={plan?.id ?? 'new'} facts={facts} plan={plan} asked={asked} due={due} pick={pick} />
  );
}
