import { testChannel } from '../../../model/water/testChannel.ts';
import { zoneOfSystem } from '../../../model/facts/places.ts';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { parameterUnit, storedUnitOf } from '../../../core/water/parameterUnits.ts';
import { parameterWord, parameters, type ParameterId } from '../../../core/water/parameters.ts';
import type { Stored } from '../../../contract/records.ts';
import { useNow, usePlan, useSetting, useSnapshot, useWater } from '../../api/data.ts';
import { revising, useWriting } from '../../api/writing.tsx';
import { todayIn, writeDay } from '../../parts/dates.ts';
import { Pick } from '../../parts/Pick.tsx';
import { KitForm } from './KitForm.tsx';
import { SolutionForm } from './SolutionForm.tsx';
import { columnOf, columnsOf, showDifference } from './tests.ts';
import './water.css';

/** What a system's water is read with and what is dosed: kits with their batch, probes, own solutions. */
export function KitsScreen() {
  const snapshot = useSnapshot();
  const [params, setParams] = useSearchParams();
  const systems = snapshot.all('system').sort((a, b) => a.content.name.localeCompare(b.content.name));
  const system = systems.find((one) => one.id === params.get('system')) ?? systems[0];
  if (!system)
    return (
      <main className="page">
        <header className="head">
          <h1>Kits and solutions</h1>
        </header>
        <p className="datum">Describe a tank first: kits belong to what is tested there.</p>
      </main>
    );
  return (
    <main className="page">
      <header className="head">
        <h1>Kits and solutions</h1>
        <Pick
          label={systems[0]?.content.name ?? ''}
          value={system.id}
          options={systems.map((one) => ({ value: one.id, label: one.content.name }))}
          onChange={(id) => setParams(id ? { system: id } : {}, { replace: true })}
        />
        <span className="grow" />
        <Link className="btn2" to={`/water?system=${system.id}`}>
          Back to the tests
        </Link>
      </header>
      <Kits key={system.id} system={system} asked={params.get('parameter')} />
      <Solutions key={`${system.id} solutions`} system={system} />
    </main>
  );
}

function Kits({ system, asked }: { system: Stored<'system'>; asked: string | null }) {
  const snapshot = useSnapshot();
  const setting = useSetting();
  const { incoming } = usePlan();
  const { write } = useWriting();
  const today = todayIn(zoneOfSystem(snapshot, system.id), useNow());
  const [open, setOpen] = useState<string | null>(asked ? 'new' : null);
  const columns = columnsOf(snapshot, system, setting, incoming);
  const order = new Map(columns.map((column, i) => [column.id, i]));
  const kits = snapshot
    .all('method')
    .filter((one) => order.has(one.content.parameter) && !one.content.retired)
    .sort((a, b) => (order.get(a.content.parameter) ?? 0) - (order.get(b.content.parameter) ?? 0));
  const first = (asked && asked in parameters ? asked : (columns[0]?.id ?? 'nitrate')) as ParameterId;
  return (
    <section className="datum" style={{ paddingTop: 10 }}>
      <h2>What it is read with</h2>
      <p className="soft">
        A kit’s step and repeatability decide what is noise; its expiry and a probe’s calibration decide what
        is doubted.
      </p>
      <ul className="plain">
        {kits.map((kit) => {
          const { content } = kit;
          const column = columnOf(content.parameter, system, setting, incoming, content.unit);
          const usual = testChannel(snapshot, system.id, content.parameter)?.content.methodId === kit.id;
          const expired = content.expires !== null && content.expires < today;
          return (
            <li key={kit.id} className="rule kitrow">
              <span>
                <b>{content.name}</b> <span className="soft">{parameterWord(content.parameter)}</span>
              </span>
              <span>
                step {showDifference(column, content.step)}, ± {showDifference(column, content.repeatability)}{' '}
                {parameterUnit(content.parameter, content.unit).label}
                {content.titration && `; one ${content.titration.per} counts ${content.titration.factor}`}
                {content.batch && `; batch ${content.batch}`}
                {content.expires && (
                  <span className={expired ? 'late' : ''}>
                    {expired ? '; expired ' : '; good until '}
                    {writeDay(content.expires, today, setting.dateFormat)}
                  </span>
                )}
                {usual && <span className="soft">; the usual one here</span>}
              </span>
              <span className="actions">
                <button
                  type="button"
                  className="btn2"
                  onClick={() => setOpen(open === kit.id ? null : kit.id)}
                >
                  {open === kit.id ? 'Close' : 'Change'}
                </button>
                <button
                  type="button"
                  className="btn2"
                  onClick={() =>
                    void write(
                      [revising(kit, { ...content, retired: true })],
                      `${content.name} was put away.`,
                    )
                  }
                >
                  Stop using
                </button>
              </span>
              {open === kit.id && (
                <KitForm
                  system={system}
                  parameter={content.parameter}
                  kit={kit}
                  onDone={() => setOpen(null)}
                />
              )}
            </li>
          );
        })}
      </ul>
      {kits.length === 0 && <p>None named yet: a common kit’s figures are taken.</p>}
      {open === 'new' ? (
        <KitForm system={system} parameter={first} kit={null} onDone={() => setOpen(null)} />
      ) : (
        <button type="button" className="btn2" onClick={() => setOpen('new')}>
          Name a kit or instrument
        </button>
      )}
    </section>
  );
}

function Solutions({ system }: { system: Stored<'system'> }) {
  const snapshot = useSnapshot();
  const water = useWater(system.id);
  const { write } = useWriting();
  const [open, setOpen] = useState<string | null>(null);
  const solutions = snapshot
    .all('solution')
    .filter((one) => one.content.systemId === system.id && !one.content.retired);
  return (
    <section className="datum" style={{ paddingTop: 10, marginTop: 24 }}>
      <h2>What is dosed</h2>
      <p className="soft">
        With its strength and the millilitres a day, a week of tests tells what is used and what holds the
        level.
      </p>
      <ul className="plain">
        {solutions.map((solution) => {
          const { content } = solution;
          const dosing = water.dosing.find((one) => one.parameter === content.parameter);
          return (
            <li key={solution.id} className="rule kitrow">
              <span>
                <b>{content.name}</b> <span className="soft">{parameterWord(content.parameter)}</span>
              </span>
              <span>
                one mL brings {Number(content.perMl.toPrecision(4))}{' '}
                {parameterUnit(content.parameter, storedUnitOf(content.parameter)).label} into one litre
                {dosing?.mlPerDay != null && `; ${dosing.mlPerDay} mL a day now`}
              </span>
              <span className="actions">
                <button
                  type="button"
                  className="btn2"
                  onClick={() => setOpen(open === solution.id ? null : solution.id)}
                >
                  {open === solution.id ? 'Close' : 'Change the dose'}
                </button>
                <button
                  type="button"
                  className="btn2"
                  onClick={() =>
                    void write(
                      [revising(solution, { ...content, retired: true })],
                      `${content.name} was put away.`,
                    )
                  }
                >
                  Stop using
                </button>
              </span>
              {open === solution.id && (
                <SolutionForm system={system} solution={solution} onDone={() => setOpen(null)} />
              )}
            </li>
          );
        })}
      </ul>
      {open === 'new' ? (
        <SolutionForm system={system} solution={null} onDone={() => setOpen(null)} />
      ) : (
        <button type="button" className="btn2" onClick={() => setOpen('new')}>
          Add a solution
        </button>
      )}
    </section>
  );
}
