import Button from '@mui/material/Button';
import { useState } from 'react';
import { count } from '../../../core/explain/words.ts';
import type { WaterAnswer } from '../../../usecases/water/waterAnswer.ts';
import { useClock, useSetting } from '../../api/data.ts';
import { dayOf } from '../../../core/time/day.ts';
import { useWriting } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { clockIn, writeDay } from '../../parts/dates.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { verdictWords, WaterMark } from '../../strip/waterMarks.tsx';
import { AfterAsk } from './AfterAsk.tsx';
import { RecentLine } from './RecentLine.tsx';
import { whenToSave, writesOfRows } from './rowWrites.ts';
import { unitAfter, bandWords, showFixed, showValue, verdictOf } from './tests.ts';
import { slipSentence, spreadOf } from './typedCell.ts';
import { kitOf, useRowStates, type SheetFacts } from './useRows.ts';
import { useSentRows } from './useSentRows.ts';
import { useSheet } from './useSheet.ts';

const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0', '⌫'] as const;

/** At the tank: one parameter at a time, big keys, the last value and the band in sight; nothing else to hit. */
export function PhoneEntry({ facts, recent }: { facts: SheetFacts; recent: WaterAnswer['recent'] }) {
  const { columns, rows, zone, now, snapshot, system } = facts;
  const { dateFormat } = useSetting();
  const clock = useClock();
  const sheet = useSheet(system.id);
  const states = useRowStates(sheet.rows, facts);
  useSentRows(sheet, facts.rows);
  const { write, pending } = useWriting();
  const [index, setIndex] = useState(0);
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<unknown>(null);
  const state = states[0];
  const column = columns[index];
  if (!state || !column) return null;
  const { row } = state;
  const text = row.cells[column.id] ?? '';
  const cell = state.cells[index]?.cell;
  const last = rows.find((one) => one.values.has(column.id));
  const before = last?.judged.get(column.id);
  const verdict = cell?.kind === 'value' ? verdictOf(column, cell.judged) : 'untested';
  const { kit } = kitOf(facts, row, column.id);
  const spread = cell ? spreadOf(cell, column) : null;
  const slip = cell && 'slip' in cell ? cell.slip : null;
  const open = state.asked.includes(column.id);

  const type = (next: string): void => {
    setAsking(false);
    sheet.type(row.key, column.id, next);
  };
  const press = (key: (typeof KEYS)[number]): void => type(key === '⌫' ? text.slice(0, -1) : text + key);
  const goOn = (): void => {
    setAsking(false);
    if (index + 1 < columns.length) setIndex(index + 1);
  };
  const next = (): void => {
    if (cell?.kind === 'refused' && !open) return;
    if (open) return setAsking(true);
    goOn();
  };
  const answer = (take: boolean): void => {
    if (take && slip?.meant != null) sheet.take(row.key, slip, columns);
    else sheet.keep(row.key, column.id);
    goOn();
  };
  const save = async (): Promise<void> => {
    setProblem(null);
    const asked = state.asked[0];
    if (asked || state.refused.length > 0) {
      const at = state.cells.findIndex((one) => one.column.id === asked || one.cell.kind === 'refused');
      if (at >= 0) setIndex(at);
      return setAsking(asked !== undefined);
    }
    if ('refused' in state.when || state.values === 0 || pending) return;
    const when = whenToSave(row, state.when.when, null, clock());
    try {
      await sheet.store(new Set([row.key]), () =>
        write(
          writesOfRows([{ row, when, cells: state.cells, corrects: null }], snapshot, system.id),
          `${count(state.values, 'reading')} saved.`,
        ),
      );
      setIndex(0);
    } catch (error) {
      setProblem(error);
    }
  };

  return (
    <section className="phoneentry" aria-label="A new test">
      <div className="verdicthead">
        <b style={{ fontSize: 17 }}>
          {column.name} <span className="soft">{unitAfter(column)}</span>
        </b>
        <span className="soft">
          {index + 1} of {columns.length}
        </span>
      </div>
      <div className="verdicthead">
        <span className="soft">
          {before && last
            ? `last ${showFixed(column, before)}, ${writeDay(dayOf(last.at, zone), dayOf(now, zone), dateFormat)}`
            : 'not tested yet'}
          <br />
          band {bandWords(column)}
          {kit && (
            <>
              <br />
              {kit.name}
            </>
          )}
        </span>
        <RecentLine
          column={column}
          points={recent.find((one) => one.parameter === column.id)?.points ?? []}
          now={now}
        />
      </div>
      <p className="bigvalue" aria-live="polite">
        {text === '' ? <span className="soft">not tested</span> : text}
      </p>
      <p className="vis" style={{ minHeight: 24 }}>
        <WaterMark verdict={verdict} /> {text === '' ? '' : verdictWords[verdict]}
        {spread !== null && `; ${spread.toFixed(column.decimals)} apart, the middle one counts`}
      </p>
      {cell?.kind === 'refused' && !open && (
        <p className="late" role="alert">
          {cell.why}
        </p>
      )}
      {asking && slip ? (
        <div className="question" role="alert">
          <span>{slipSentence(slip, text, columns)}</span>
          {slip.meant !== null && (
            <Button variant="contained" onClick={() => answer(true)}>
              {slip.moveTo
                ? `It is ${columns.find((one) => one.id === slip.moveTo)?.name.toLowerCase() ?? ''}`
                : `Take ${showValue(column, slip.meant)}`}
            </Button>
          )}
          {cell?.kind === 'value' && (
            <Button variant="text" onClick={() => answer(false)}>
              Keep {text}
            </Button>
          )}
        </div>
      ) : (
        <>
          <div className="keypad">
            {KEYS.map((key) => (
              <button
                key={key}
                type="button"
                aria-label={key === '⌫' ? 'Delete a digit' : key}
                onClick={() => press(key)}
              >
                {key}
              </button>
            ))}
          </div>
          <div className="keypad three">
            <button type="button" onClick={() => type(text.startsWith('<') ? text.slice(1) : `<${text}`)}>
              &lt; below
            </button>
            <button type="button" disabled={text === ''} onClick={() => type(`${text} `)}>
              again
            </button>
            <button type="button" disabled={text === ''} onClick={() => type(`${text}x`)}>
              × drops
            </button>
          </div>
        </>
      )}
      <div className="keypad two">
        <button type="button" disabled={index === 0} onClick={() => setIndex(Math.max(0, index - 1))}>
          Back
        </button>
        {index + 1 < columns.length || open ? (
          <button type="button" className="next" onClick={next}>
            {text === '' ? 'Not tested' : 'Next'}
          </button>
        ) : (
          <button
            type="button"
            className="next"
            disabled={pending || state.values === 0}
            onClick={() => void save()}
          >
            Save the test
          </button>
        )}
      </div>
      <div className="actions">
        <Choice
          label="Taken"
          hideLabel
          value={row.timing}
          options={[
            { value: 'before', label: 'Before the change' },
            { value: 'after', label: 'After it' },
          ]}
          onChange={(timing) => sheet.edit(row.key, { timing })}
        />
      </div>
      {state.maybeAfter && <AfterAsk onAfter={() => sheet.edit(row.key, { timing: 'after' })} />}
      {state.warnings.map((line) => (
        <p key={line} aria-live="polite">
          {line}
        </p>
      ))}
      <ProblemNote error={problem} />
      <Button
        variant="contained"
        size="large"
        fullWidth
        disabled={pending || state.values === 0}
        onClick={() => void save()}
      >
        Save the test{state.values > 0 && ` (${state.values})`}
      </Button>
      <LastTests facts={facts} />
    </section>
  );
}

/** The last tests as they fit a hand. */
function LastTests({ facts: { rows, columns, zone, now } }: { facts: SheetFacts }) {
  const { dateFormat } = useSetting();
  return (
    <ul className="plain">
      {rows.slice(0, 6).map((row) => (
        <li key={row.key} className="rule" style={{ padding: '8px 0' }}>
          <b>{writeDay(dayOf(row.at, zone), dayOf(now, zone), dateFormat)}</b>{' '}
          <span className="soft">
            {row.timed && clockIn(zone, row.at)} {row.timing === 'after' && 'after the change'}
          </span>
          <br />
          {columns
            .flatMap((column) => {
              const judged = row.judged.get(column.id);
              return judged ? [`${column.name} ${showFixed(column, judged)} ${unitAfter(column)}`] : [];
            })
            .join('; ')}
        </li>
      ))}
    </ul>
  );
}
