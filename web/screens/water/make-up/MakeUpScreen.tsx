import { Link, useSearchParams } from 'react-router';
import { useSnapshot } from '../../../api/data.ts';
import { useMakeUp } from '../../../api/waterWork.ts';
import { Pick } from '../../../parts/Pick.tsx';
import { StoresHere } from './StoresHere.tsx';
import { TopOff } from './TopOff.tsx';
import { Unit } from './Unit.tsx';
import '../change/change.css';
import '../source/source.css';
import './make-up.css';

/** Make-up water of a place: the units that make it, the stores that keep it, the top-offs that use it. */
export function MakeUpScreen() {
  const snapshot = useSnapshot();
  const [params, setParams] = useSearchParams();
  const sites = snapshot
    .all('site')
    .filter((site) => snapshot.all('system').some((system) => system.content.siteId === site.id));
  const site = sites.find((one) => one.id === params.get('site')) ?? sites[0];
  if (!site)
    return (
      <main className="page">
        <header className="head">
          <h1>Make-up water</h1>
        </header>
        <p className="datum">Its make-up unit, drum and top-off will appear here. Describe a tank first.</p>
      </main>
    );
  return (
    <main className="page">
      <header className="head">
        <h1>Make-up water</h1>
        {sites.length > 1 && (
          <Pick
            label={sites[0]?.content.name ?? ''}
            value={site.id}
            options={sites.map((one) => ({ value: one.id, label: one.content.name }))}
            onChange={(id) => setParams(id ? { site: id } : {}, { replace: true })}
          />
        )}
        <span className="grow" />
        <Link className="btn2" to={`/water/change?site=${site.id}`}>
          Plan a change
        </Link>
      </header>
      <Desk key={site.id} siteId={site.id} />
    </main>
  );
}

function Desk({ siteId }: { siteId: string }) {
  const view = useMakeUp(siteId);
  if (view.units.length + view.stores.length + view.topOffs.length === 0)
    return (
      <p className="datum" style={{ paddingTop: 12 }}>
        No make-up unit, store or top-off is described here. Add one as equipment: its litres, its hours and
        when to begin the next water stand here then.
      </p>
    );
  return (
    <>
      {view.units.map((unit) => (
        <Unit key={unit.componentId} unit={unit} view={view} />
      ))}
      {view.stores.length > 0 && <StoresHere view={view} />}
      {view.topOffs.map((topOff) => (
        <TopOff key={topOff.componentId} topOff={topOff} zone={view.zone} today={view.today} />
      ))}
    </>
  );
}
