import { lazy, Suspense, useState } from 'react';
import { useSearchParams } from 'react-router';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { dayOf } from '../../../core/time/day.ts';
import { findProgramme } from '../../../core/catalogue/programmes.ts';
import type { ParameterId } from '../../../core/water/parameters.ts';
import type { Stored } from '../../../contract/records.ts';
import { useNow, usePlan, useReadings, useSetting, useSnapshot } from '../../api/data.ts';
import { deleting, useWriting } from '../../api/writing.tsx';
import { relativeWord, writeDay } from '../../parts/dates.ts';
import { Pick } from '../../parts/Pick.tsx';
import { WaterMark } from '../../strip/waterMarks.tsx';
import { EntryRow } from './EntryRow.tsx';
import { ProgrammePanel } from './ProgrammePanel.tsx';
import { WhatToDo } from './WhatToDo.tsx';
import { bandWords, columnsOf, showFixed, testRows, verdictOf, type Column, type TestRow } from './tests.ts';
import './water.css';

const ParameterChart = lazy(() => import('./ParameterChart.tsx'));
const SHOWN = 14;

/** The water of a system: a new test by keyboard, the last tests as rows, each parameter in time. */
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
          Tests will stand here, judged against the bands of each system. Describe a tank first.
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
  const snapshot = useSnapshot();
  const setting = useSetting();
  const readings = useReadings(system.id);
  const plan = usePlan();
  const now = useNow();
  const [programmeOpen, setProgrammeOpen] = useState(false);
  const [chart, setChart] = useState<ParameterId | null>(null);
  const zone = snapshot.content('site', system.content.siteId)?.timeZone ?? 'UTC';
  const today = dayOf(now, zone);
  const columns = columnsOf(snapshot, system, setting, plan.incoming);
  const rows = testRows(snapshot, readings, zone);
  const programme = findProgramme(system.content.programmeId);
  const charted =
    columns.find((column) => column.id === chart) ??
    columns.find((column) => rows.some((row) => row.values.has(column.id)));
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
        <span className="facts">{programme ? programme.name : 'no programme, so no bands'}</span>
        <span className="grow" />
        <button
          type="button"
          className="btn2"
          aria-expanded={programmeOpen}
          onClick={() => setProgrammeOpen(!programmeOpen)}
        >
          {programmeOpen ? 'Close the programme' : programme ? 'Programme and bands' : 'Choose a programme'}
        </button>
      </header>
      {programmeOpen && <ProgrammePanel system={system} onDone={() => setProgrammeOpen(false)} />}
      <EntryRow system={system} columns={columns} last={rows[0]} today={today} />
      <DueTests systemId={system.id} />
      <WhatToDo system={system} columns={columns} rows={rows} />
      {rows.length === 0 ? (
        <p className="datum" style={{ paddingTop: 12 }}>
          No tests yet. The first one sets the line.
        </p>
      ) : (
        <div className="datum" style={{ paddingTop: 8, display: 'grid', gap: 20, minWidth: 0 }}>
          {charted && (
            <Suspense fallback={<p className="soft">Drawing {charted.name.toLowerCase()}…</p>}>
              <ParameterChart column={charted} system={system} rows={rows} zone={zone} now={now} />
            </Suspense>
          )}
          <div style={{ overflowX: 'auto' }}>
            <Tests
              columns={columns}
              rows={rows.slice(0, SHOWN)}
              zone={zone}
              today={today}
              chart={charted?.id ?? null}
              onChart={setChart}
            />
          </div>
        </div>
      )}
    </main>
  );
}

/** What is due for testing, or was not tested for too long. */
function DueTests({ systemId }: { systemId: string }) {
  const plan = usePlan();
  const { dateFormat } = useSetting();
  const due = plan.jobs.filter(
    (row) =>
      row.work === 'test' &&
      row.systemIds.includes(systemId) &&
      (row.lastDone === null || (row.recommended !== null && row.recommended <= row.today)),
  );
  if (due.length === 0) return null;
  return (
    <p style={{ padding: '0 0 14px' }}>
      <b>Due for testing:</b>{' '}
      {due.map((row, i) => (
        <span key={row.jobId}>
          {i > 0 && ', '}
          {row.action.replace('test ', '')}{' '}
          <span className="soft">
            (
            {row.lastDone === null
              ? 'never tested'
              : `last ${writeDay(row.lastDone, row.today, dateFormat)}, ${relativeWord(row.lastDone, row.today)}`}
            )
          </span>
        </span>
      ))}
      .
    </p>
  );
}

function Tests({
  columns,
  rows,
  zone,
  today,
  chart,
  onChart,
}: {
  columns: readonly Column[];
  rows: readonly TestRow[];
  zone: string;
  today: string;
  chart: ParameterId | null;
  onChart: (id: ParameterId) => void;
}) {
  const { dateFormat } = useSetting();
  const { write, pending } = useWriting();
  return (
    <Table size="small" aria-label="The last tests">
      <TableHead>
        <TableRow>
          <TableCell>When</TableCell>
          {columns.map((column) => (
            <TableCell key={column.id} align="right">
              <button
                type="button"
                className="colhead"
                aria-pressed={chart === column.id}
                title={`Show ${column.name.toLowerCase()} in time`}
                onClick={() => onChart(column.id)}
              >
                {column.name}
              </button>
              <div className="soft" style={{ font: '400 12px/15px var(--text)' }}>
                {column.unitLabel}; {bandWords(column)}
              </div>
            </TableCell>
          ))}
          <TableCell />
        </TableRow>
      </TableHead>
      <TableBody>
        {rows.map((row) => (
          <TableRow key={row.key} hover>
            <TableCell className="nb">
              {writeDay(dayOf(row.at, zone), today, dateFormat)}
              {row.timing === 'after' && <span className="soft"> after</span>}
            </TableCell>
            {columns.map((column) => {
              const reading = row.values.get(column.id);
              if (!reading) return <TableCell key={column.id} align="right" aria-label="not tested" />;
              const { value, below, quality } = reading.content;
              const verdict = verdictOf(column, value, below);
              return (
                <TableCell key={column.id} align="right" className="figure">
                  <span className="vis" style={{ justifyContent: 'flex-end' }}>
                    {verdict !== 'in-band' && verdict !== 'no-band' && <WaterMark verdict={verdict} />}
                    <span
                      className={
                        verdict === 'above' || verdict === 'below' || verdict === 'stripped' ? 'late' : ''
                      }
                    >
                      {showFixed(column, value, below)}
                    </span>
                    {quality === 'doubtful' && <span className="soft">?</span>}
                  </span>
                </TableCell>
              );
            })}
            <TableCell align="right">
              {row.note && <span className="soft">{row.note} </span>}
              <button
                type="button"
                className="quiet"
                disabled={pending}
                onClick={() =>
                  void write(
                    [...row.values.values()].map((reading) => deleting(reading)),
                    'The test was deleted.',
                  )
                }
              >
                Delete
              </button>
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
