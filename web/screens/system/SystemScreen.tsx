import Button from '@mui/material/Button';
import { useNavigate, useParams, useSearchParams, Link } from 'react-router';
import { formatQuantity } from '../../../core/quantity/quantities.ts';
import { vesselShapes, vesselVolumeL } from '../../../core/water/vesselVolume.ts';
import { dayOf } from '../../../core/time/day.ts';
import { useNow, usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { clockIn } from '../../parts/dates.ts';
import { EventList } from '../../parts/EventList.tsx';
import { JobCautions } from '../../parts/JobCautions.tsx';
import { OpenLink } from '../../parts/JobLine.tsx';
import { litresOf, vesselsOf } from '../../../model/facts/litres.ts';
import { LogJob } from '../../parts/LogJob.tsx';
import { Nowhere } from '../../parts/Nowhere.tsx';
import { ProveRunning } from '../../parts/ProveRunning.tsx';
import { usePhone } from '../../parts/usePhone.ts';
import { Vessel } from '../../parts/Vessel.tsx';
import { waterWords } from '../first-run/WaterStep.tsx';
import { EditSystem } from './EditSystem.tsx';
import { Feed } from './Feed.tsx';
import { Exchange } from './Exchange.tsx';
import { Levels } from './Levels.tsx';
import { stopsOf } from './path.ts';
import { WaterPath } from './WaterPath.tsx';

/** One body of water: its path with stations in order, its jobs, its litres, what happened. */
export function SystemScreen() {
  const { systemId = '' } = useParams();
  const snapshot = useSnapshot();
  const plan = usePlan();
  const { units, dateFormat } = useSetting();
  const now = useNow();
  const phone = usePhone();
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  const system = snapshot.get('system', systemId);
  if (!system) return <Nowhere />;
  const site = snapshot.content('site', system.content.siteId);
  const zone = site?.timeZone ?? 'UTC';
  const stops = stopsOf(snapshot, systemId, plan.jobs);
  const litres = litresOf(snapshot, systemId);
  const chosen = params.get('job');
  const editing = params.get('edit') !== null;
  const shared = stops.filter((stop) => stop.sharedWith.length > 0);
  const show = (key: string, value: string | null) =>
    setParams(
      (before) => {
        const next = new URLSearchParams(before);
        if (value === null) next.delete(key);
        else next.set(key, value);
        return next;
      },
      { replace: true },
    );

  return (
    <main className="page">
      <header className="head">
        <h1>{system.content.name}</h1>
        <span className="facts">
          {snapshot.all('site').length > 1 && site ? `${site.name}, ` : ''}
          {waterWords[system.content.water].toLowerCase()},{' '}
          {litres === null ? 'litres not measured' : formatQuantity('volume', litres, units.volume)}
        </span>
        <span className="grow" />
        <button type="button" className="btn2" onClick={() => show('edit', editing ? null : '1')}>
          {editing ? 'Close' : 'Change facts'}
        </button>
        <Link className="btn2 hide-phone" to={`/rounds/recovery?system=${systemId}`}>
          Recovery
        </Link>
        <Link className="btn2" to={`/water?system=${systemId}`}>
          Water
        </Link>
        <Link className="btn2" to={`/log?system=${systemId}&add=1`}>
          Add an event
        </Link>
        <Button variant="contained" onClick={() => void navigate(`/systems/${systemId}/add`)}>
          Add equipment
        </Button>
      </header>
      {editing && <EditSystem system={system} onDone={() => show('edit', null)} />}
      <WaterPath
        stops={stops}
        today={dayOf(now, zone)}
        nowText={clockIn(zone, now)}
        style={dateFormat}
        chosen={chosen}
        onChoose={(jobId) => show('job', jobId === chosen ? null : jobId)}
        phone={phone}
        open={(row) => (
          <div style={{ display: 'grid', gap: 12 }}>
            <p>{row.sentence}</p>
            {row.state === 'left-off' && row.componentId ? (
              <ProveRunning componentId={row.componentId} />
            ) : (
              <>
                <JobCautions jobId={row.jobId} short />
                <LogJob
                  row={row}
                  onLogged={() => show('job', null)}
                  extra={row.componentId ? <OpenLink row={row} /> : null}
                />
              </>
            )}
          </div>
        )}
      />
      <div className="footcols">
        <section>
          <h3>True water</h3>
          {litres === null ? (
            <p className="soft">No vessel is measured yet. Change facts, and its litres stand here.</p>
          ) : (
            <div style={{ display: 'flex', gap: 16, alignItems: 'center', paddingTop: 6 }}>
              <Vessel
                trueL={litres}
                believedL={system.content.believedVolumeL}
                rockShare={vesselsOf(snapshot, systemId)[0]?.content.displacementShare ?? 0}
              />
              <div>
                <div className="amount" style={{ font: '740 24px/28px var(--head)', fontStretch: '76%' }}>
                  {formatQuantity('volume', litres, units.volume)}
                </div>
                {system.content.believedVolumeL !== null && (
                  <div className="soft">
                    {formatQuantity('volume', system.content.believedVolumeL, units.volume)} believed (dashed)
                  </div>
                )}
                {vesselsOf(snapshot, systemId).map((vessel) => (
                  <div key={vessel.id} className="soft">
                    {vessel.content.name}, {vesselShapes[vessel.content.shape].label.toLowerCase()}:{' '}
                    {formatQuantity('volume', vesselVolumeL(vessel.content), units.volume)}
                  </div>
                ))}
              </div>
            </div>
          )}
        </section>
        <Levels systemId={systemId} />
        <Exchange systemId={systemId} />
        <section>
          <h3>Feed</h3>
          <Feed systemId={systemId} zone={zone} />
        </section>
        <section>
          <h3>What happened</h3>
          <EventList systemIds={[systemId]} limit={5} />
        </section>
        {shared.length > 0 && (
          <section>
            <h3>Shared equipment</h3>
            {shared.map((stop) => (
              <p key={stop.key}>
                <b>{stop.name}</b>, also for {stop.sharedWith.join(' and ')}.
              </p>
            ))}
          </section>
        )}
      </div>
    </main>
  );
}
