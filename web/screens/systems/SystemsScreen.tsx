import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { formatQuantity } from '../../../core/quantity/quantities.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import { usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { DateWord } from '../../parts/JobLine.tsx';
import { litresOf } from '../../../model/facts/litres.ts';
import { LongList } from '../../parts/LongList.tsx';
import { Search } from '../../parts/Search.tsx';
import { wordsIn } from '../../parts/wordsIn.ts';
import { StateWord } from '../../strip/marks.tsx';
import { visitWords } from '../first-run/VisitStep.tsx';
import { waterWords } from '../first-run/WaterStep.tsx';

const FEW_SYSTEMS = 3;
const MOST_FOUND = 12;

/** Every body of water, by place where there is more than one: how much it holds, and what is next. */
export function SystemsScreen() {
  const snapshot = useSnapshot();
  const plan = usePlan();
  const { units, dateFormat } = useSetting();
  const sites = snapshot.all('site').sort((a, b) => a.content.name.localeCompare(b.content.name));
  const all = snapshot.all('system').sort((a, b) => a.content.name.localeCompare(b.content.name));
  const [params, setParams] = useSearchParams();
  const typed = params.get('q') ?? '';
  const search = (q: string) => setParams(q ? { q } : {}, { replace: true });
  const components = snapshot.all('component').filter((one) => one.content.status !== 'removed');
  const placeOf = (siteId: string) => snapshot.content('site', siteId)?.name ?? '';
  const systems = all.filter((system) =>
    wordsIn(`${system.content.name} ${placeOf(system.content.siteId)}`, typed),
  );
  const found =
    typed === '' ? [] : components.filter((one) => wordsIn(one.content.name, typed)).slice(0, MOST_FOUND);
  const rowsOf = useMemo(() => rowsBySystem(plan.jobs), [plan.jobs]);
  const folded = (params.get('fold') ?? '').split(',').filter(Boolean);
  const fold = (siteId: string) =>
    setParams(
      (before) => {
        const next = folded.includes(siteId) ? folded.filter((one) => one !== siteId) : [...folded, siteId];
        const after = new URLSearchParams(before);
        if (next.length > 0) after.set('fold', next.join(','));
        else after.delete('fold');
        return after;
      },
      { replace: true },
    );
  return (
    <main className="page">
      <header className="head">
        <h1>Systems</h1>
        <span className="grow" />
        {(all.length > FEW_SYSTEMS || typed) && <Search value={typed} onChange={search} />}
        <Button component={Link} to="/describe" variant="contained">
          Describe a system
        </Button>
      </header>
      {all.length === 0 && (
        <p className="datum" style={{ paddingTop: 12 }}>
          Your tanks will appear here. Describe the first one.
        </p>
      )}
      {found.length > 0 && (
        <section className="datum" style={{ padding: '6px 0 20px' }}>
          <h2>Equipment called so</h2>
          <ul className="plain">
            {found.map((one) => (
              <li key={one.id} className="rule" style={{ padding: '6px 0' }}>
                <Link to={`/components/${one.id}`} className="systemline">
                  <b>{one.content.name}</b>
                  <span className="soft">
                    {one.content.systemIds
                      .flatMap((id) => snapshot.content('system', id)?.name ?? [])
                      .join(', ')}
                  </span>
                  <span>
                    {plan.jobs
                      .filter((row) => row.componentId === one.id)
                      .slice(0, 1)
                      .map((row) => (
                        <Next key={row.jobId} row={row} style={dateFormat} />
                      ))}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
      {typed !== '' && found.length === 0 && systems.length === 0 && (
        <p className="datum" style={{ paddingTop: 12 }}>
          Nothing is called “{typed}”.
        </p>
      )}
      {sites
        .filter((site) => typed === '' || systems.some((system) => system.content.siteId === site.id))
        .map((site) => (
          <section key={site.id} style={{ marginBottom: 24 }}>
            <div
              className="datum"
              style={{ display: 'flex', justifyContent: 'space-between', gap: 16, padding: '6px 0' }}
            >
              <h2>{site.content.name}</h2>
              <span className="soft">
                {site.content.visits ? visitWords(site.content.visits) : 'no usual day'}
                {sites.length > 1 && (
                  <button
                    type="button"
                    className="pick"
                    style={{ marginLeft: 12 }}
                    aria-expanded={!folded.includes(site.id)}
                    onClick={() => fold(site.id)}
                  >
                    {folded.includes(site.id) ? 'Show' : 'Hide'}
                  </button>
                )}
              </span>
            </div>
            <ul className="plain" hidden={folded.includes(site.id)}>
              <LongList
                items={systems.filter((system) => system.content.siteId === site.id)}
                keyOf={(system) => system.id}
                rowPx={ROW_PX}
              >
                {(system, at) => {
                  const litres = litresOf(snapshot, system.id);
                  const rows = rowsOf.get(system.id) ?? [];
                  return (
                    <li key={system.id} {...at} className="rule" style={{ padding: '10px 0' }}>
                      <Link to={`/systems/${system.id}`} className="systemline">
                        <span>
                          <span
                            className="name"
                            style={{ font: '690 18px/22px var(--head)', fontStretch: '80%' }}
                          >
                            {system.content.name}
                          </span>
                          <br />
                          <span className="soft">
                            {waterWords[system.content.water]},{' '}
                            {litres === null
                              ? 'litres not measured'
                              : formatQuantity('volume', litres, units.volume)}
                          </span>
                        </span>
                        <span className="soft">{countWords(rows)}</span>
                        <span>{rows[0] && <Next row={rows[0]} style={dateFormat} />}</span>
                      </Link>
                    </li>
                  );
                }}
              </LongList>
            </ul>
          </section>
        ))}
    </main>
  );
}

/** A row of equipment that serves several systems stands with each. */
function rowsBySystem(rows: readonly PlanRow[]): Map<string, PlanRow[]> {
  const bySystem = new Map<string, PlanRow[]>();
  for (const row of rows)
    for (const id of row.systemIds) {
      const known = bySystem.get(id);
      if (known) known.push(row);
      else bySystem.set(id, [row]);
    }
  return bySystem;
}

/** Height of a line before it was seen. */
const ROW_PX = 66;
const needsHands = new Set(['left-off', 'past-window', 'in-window', 'time-to-do']);
function countWords(rows: readonly PlanRow[]): string {
  const now = rows.filter((row) => needsHands.has(row.state)).length;
  const jobs = `${rows.length} ${rows.length === 1 ? 'job' : 'jobs'}`;
  return now === 0
    ? `${jobs}, none needs hands now`
    : `${jobs}, ${now} ${now === 1 ? 'needs' : 'need'} hands`;
}

function Next({ row, style }: { row: PlanRow; style: Parameters<typeof DateWord>[0]['style'] }) {
  return (
    <span style={{ display: 'grid', gap: 2 }}>
      <span style={{ display: 'flex', justifyContent: 'space-between', gap: 12 }}>
        <StateWord state={row.state} />
        <DateWord row={row} style={style} />
      </span>
      <span className="soft">
        {row.thing}, {row.action}
      </span>
    </span>
  );
}
