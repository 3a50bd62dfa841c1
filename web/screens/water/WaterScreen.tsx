import { lazy, Suspense, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { dayOf } from '../../../core/time/day.ts';
import { findProgramme } from '../../../core/catalogue/programmes.ts';
import { formatQuantity } from '../../../core/quantity/quantities.ts';
import type { ParameterId } from '../../../core/water/parameters.ts';
import type { Stored } from '../../../contract/records.ts';
import { useNow, useSetting, useSnapshot, useWater } from '../../api/data.ts';
import { Choice } from '../../parts/Choice.tsx';
import { Pick } from '../../parts/Pick.tsx';
import { unitFor } from '../../../contract/shownUnits.ts';
import { usePhone } from '../../parts/usePhone.ts';
import { DueTests } from './DueTests.tsx';
import { PhoneEntry } from './PhoneEntry.tsx';
import { ProgrammePanel } from './ProgrammePanel.tsx';
import type { marksOf, Mark } from './serviceMarks.ts';
import { Sheet } from './Sheet.tsx';
import type { SheetFacts } from './useRows.ts';
import { useSheetFacts } from './useSheetFacts.ts';
import { Verdicts } from './Verdicts.tsx';
import './water.css';

const ParameterChart = lazy(() => import('./ParameterChart.tsx'));
const SPANS = [
  { value: '91', label: '3 months' },
  { value: '365', label: 'A year' },
  { value: '1096', label: '3 years' },
] as const;
/** Two charts stand side by side. */
const CHARTS = 2;

/** The water of a system: tests typed like in a spreadsheet, judged beside it, each parameter in time. */
export function WaterScreen() {
  const snapshot = useSnapshot();
  const [params, setParams] = useSearchParams();
  const systems = snapshot.all('system').sort((a, b) => a.content.name.localeCompare(b.content.name));
  const system = systems.find((one) => one.id === params.get('system')) ?? systems[0];
  if (!system) {
    return (
      <main className="page">
        <header className="head">
          <h1>Water</h1>
        </header>
        <p className="datum" style={{ paddingTop: 12 }}>
          Tests will appear here, judged against each system’s target ranges. Describe a tank first.
        </p>
      </main>
    );
  }
  const choose = (id: string) => setParams(id ? { system: id } : {}, { replace: true });
  return <SystemWater key={system.id} system={system} systems={systems} choose={choose} />;
}

function SystemWater({
  system,
  systems,
  choose,
}: {
  system: Stored<'system'>;
  systems: readonly Stored<'system'>[];
  choose: (id: string) => void;
}) {
  const setting = useSetting();
  const water = useWater(system.id);
  const now = useNow();
  const phone = usePhone();
  const [programmeOpen, setProgrammeOpen] = useState(false);
  const { facts, marks } = useSheetFacts(system);
  const { zone, columns, rows } = facts;
  const today = dayOf(now, zone);
  const programme = findProgramme(system.content.programmeId);
  const [charted, setCharted] = useState<ParameterId[]>(() => firstCharts(water.verdicts));
  const chart = (id: ParameterId): void =>
    setCharted((before) =>
      before.includes(id) ? before.filter((one) => one !== id) : [...before, id].slice(-CHARTS),
    );
  return (
    <main className="page">
      <header className="head">
        <h1>Water</h1>
        {systems.length > 1 ? (
          <Pick
            label={systems[0]?.content.name ?? ''}
            value={system.id}
            options={systems.map((one) => ({ value: one.id, label: one.content.name }))}
            onChange={choose}
          />
        ) : (
          <span className="facts">{system.content.name}</span>
        )}
        <span className="facts">
          {water.litres === null
            ? 'litres not measured'
            : formatQuantity('volume', water.litres, unitFor('volume', setting))}
          , {programme ? programme.name.toLowerCase() : 'no programme, so no bands'}
        </span>
        <span className="grow" />
        <button
          type="button"
          className="btn2"
          aria-expanded={programmeOpen}
          onClick={() => setProgrammeOpen(!programmeOpen)}
        >
          {programmeOpen ? 'Close the programme' : programme ? 'Programme and bands' : 'Choose a programme'}
        </button>
        <Link className="btn2 hide-phone" to={`/water/change?system=${system.id}`}>
          Plan a change
        </Link>
        <Link className="btn2 hide-phone" to={`/water/make-up?site=${system.content.siteId}`}>
          Make-up
        </Link>
        <Link className="btn2 hide-phone" to={`/water/import?system=${system.id}`}>
          Import
        </Link>
        <a className="btn2 hide-phone" href={`/api/water/tests.csv?system=${system.id}`} download>
          Export
        </a>
      </header>
      {programmeOpen && <ProgrammePanel system={system} onDone={() => setProgrammeOpen(false)} />}
      <DueTests systemId={system.id} rows={rows} facts={facts} />
      <div className="waterpage">
        <div className="watersheet datum">
          {phone ? (
            <PhoneEntry facts={facts} recent={water.recent} />
          ) : (
            <Sheet facts={facts} recent={water.recent} marks={marks} charted={charted} onChart={chart} />
          )}
          <Charts
            system={system}
            systems={systems}
            charted={charted}
            facts={facts}
            marks={[...marks, ...doseMarks(water.doses)].sort((a, b) => b.at - a.at)}
            verdicts={water.verdicts}
          />
        </div>
        <Verdicts systemId={system.id} water={water} columns={columns} today={today} />
      </div>
      {/* at the tank the keys come first, the ways on stand below them */}
      <p className="only-phone actions datum" style={{ padding: '12px 0' }}>
        <Link className="btn2" to={`/water/change?system=${system.id}`}>
          Plan a change
        </Link>
        <Link className="btn2" to={`/water/make-up?site=${system.content.siteId}`}>
          Make-up
        </Link>
        <Link className="btn2" to={`/water/source?system=${system.id}`}>
          Find a source
        </Link>
      </p>
    </main>
  );
}

/** A change of the daily dose stands in the chart of what it raises. */
function doseMarks(doses: ReturnType<typeof useWater>['doses']): Mark[] {
  return doses.map(({ parameter, name, mlPerDay, at }) => ({
    key: `dose ${parameter} ${at}`,
    at,
    word: `${mlPerDay} mL a day, ${name}`,
    concerns: [parameter],
    isChange: false,
    resets: false,
    worded: true,
  }));
}

/** What speaks most is drawn first: out of its band, then near its edge, then nutrients. */
function firstCharts(verdicts: ReturnType<typeof useWater>['verdicts']): ParameterId[] {
  const pressing = (one: (typeof verdicts)[number]): number =>
    one.verdict === 'above' || one.verdict === 'below' || one.verdict === 'stripped'
      ? 0
      : one.verdict.startsWith('near') || one.leaves
        ? 1
        : one.parameter === 'nitrate' || one.parameter === 'phosphate'
          ? 2
          : 3;
  return [...verdicts]
    .sort((a, b) => pressing(a) - pressing(b))
    .slice(0, CHARTS)
    .map((one) => one.parameter);
}

function Charts({
  system,
  systems,
  charted,
  facts,
  marks,
  verdicts,
}: {
  system: Stored<'system'>;
  systems: readonly Stored<'system'>[];
  charted: readonly ParameterId[];
  facts: SheetFacts;
  marks: ReturnType<typeof marksOf>;
  verdicts: ReturnType<typeof useWater>['verdicts'];
}) {
  const [days, setDays] = useState<(typeof SPANS)[number]['value']>('91');
  const [beside, setBeside] = useState('');
  const other = systems.find((one) => one.id === beside);
  const drawn = charted.flatMap((id) => facts.columns.find((column) => column.id === id) ?? []);
  if (drawn.length === 0) return null;
  const together = [system, ...(other ? [other] : [])].map((one) => ({ id: one.id, name: one.content.name }));
  return (
    <section className="datum charts" aria-label="In time">
      <div className="actions" style={{ paddingBottom: 6 }}>
        <Choice label="How long" hideLabel value={days} options={SPANS} onChange={setDays} />
        {systems.length > 1 && (
          <span>
            <span className="soft">Beside it </span>
            <Pick
              label="no other system"
              value={beside}
              options={systems
                .filter((one) => one.id !== system.id)
                .map((one) => ({ value: one.id, label: one.content.name }))}
              onChange={setBeside}
            />
          </span>
        )}
      </div>
      <div className="chartpair">
        {drawn.map((column) => (
          <Suspense key={column.id} fallback={<p className="soft">Drawing {column.name.toLowerCase()}…</p>}>
            <ParameterChart
              column={column}
              systems={together}
              marks={marks}
              verdict={verdicts.find((one) => one.parameter === column.id)}
              days={Number(days)}
              now={facts.now}
            />
          </Suspense>
        ))}
      </div>
    </section>
  );
}
