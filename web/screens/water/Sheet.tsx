import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import { useEffect, useMemo, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import { v7 as uuid } from 'uuid';
import { count } from '../../../core/explain/words.ts';
import type { ParameterId } from '../../../core/water/parameters.ts';
import type { WaterAnswer } from '../../../usecases/water/waterAnswer.ts';
import { useClock } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { useWriting } from '../../api/writing.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { DraftBar } from './DraftBar.tsx';
import { DraftCells } from './DraftCells.tsx';
import {
  CORRECTS,
  correctedKey,
  emptyRow,
  isEmptyRow,
  pastedCells,
  pasteInto,
  type DraftRow,
} from './draft.ts';
import { KeptRows } from './KeptRows.tsx';
import { KitLine } from './KitLine.tsx';
import { QuestionLine } from './QuestionLine.tsx';
import { whenToSave, writesOfRows } from './rowWrites.ts';
import { SheetHead } from './SheetHead.tsx';
import type { Mark } from './serviceMarks.ts';
import { parameterUnit } from '../../../core/water/parameterUnits.ts';
import { useRowStates, type SheetFacts } from './useRows.ts';
import { useSentRows } from './useSentRows.ts';
import { useSheet } from './useSheet.ts';
import type { TestRow } from './tests.ts';

/** Where the hands are: a row by its key, a column by its index; -1 is "When". */
export interface At {
  key: string;
  column: number;
}

/**
 * The sheet of tests: typed at the top like in a spreadsheet (Tab, Enter, arrows, paste, undo), the stored ones below.
 * What is unlikely is asked in the line under its row and answered by a key.
 */
export function Sheet({
  facts,
  recent,
  marks,
  charted,
  onChart,
}: {
  facts: SheetFacts;
  recent: WaterAnswer['recent'];
  marks: readonly Mark[];
  charted: readonly ParameterId[];
  onChart: (id: ParameterId) => void;
}) {
  const { columns, system, snapshot } = facts;
  const here = usePersonHere();
  const clock = useClock();
  const sheet = useSheet(system.id);
  const states = useRowStates(sheet.rows, facts);
  const { write, pending } = useWriting();
  const [at, setAt] = useState<At>({ key: sheet.rows[0]?.key ?? '', column: 0 });
  const [asking, setQuestion] = useState<{ key: string; id: ParameterId } | null>(null);
  const [problem, setProblem] = useState<unknown>(null);
  const [said, setSaid] = useState<string | null>(null);
  const box = useRef<HTMLDivElement>(null);
  const active = states.find((state) => state.row.key === at.key) ?? states[0];
  const toSave = states.filter((state) => state.values > 0 && !sheet.storing.has(state.row.key));
  useSentRows(sheet, facts.rows);

  const focus = (key: string, column: number): void => {
    const find = (): HTMLInputElement | null =>
      box.current?.querySelector<HTMLInputElement>(`[data-cell="${key}:${column}"]`) ?? null;
    const there = find();
    if (there) there.focus();
    // the row was just made: wait for it to be drawn
    else requestAnimationFrame(() => find()?.focus());
  };
  const askedHere = (key: string, id: ParameterId | undefined): boolean =>
    id !== undefined && states.some((state) => state.row.key === key && state.asked.includes(id));

  // what was answered meanwhile is no question any more, whoever asked last
  const question = asking && askedHere(asking.key, asking.id) ? asking : null;

  /** Ready for the next test, unless the hands are in another one already. */
  const focusFirst = (): void => {
    requestAnimationFrame(() => {
      if (document.activeElement?.matches('[data-cell]')) return;
      box.current?.querySelector<HTMLInputElement>('[data-cell$=":0"]')?.focus();
    });
  };
  const refusedColumn = (state: (typeof states)[number]): number =>
    'refused' in state.when ? -1 : state.cells.findIndex(({ cell }) => cell.kind === 'refused');

  const save = async (): Promise<void> => {
    setProblem(null);
    if (toSave.length === 0) return;
    // something is on its way: this goes next
    if (pending) {
      goesNext.current = true;
      return;
    }
    const refused = toSave.find((state) => state.refused.length > 0);
    if (refused) return focus(refused.row.key, refusedColumn(refused));
    const asked = toSave.find((state) => state.asked.length > 0);
    const id = asked?.asked[0];
    if (asked && id) {
      setQuestion({ key: asked.row.key, id });
      return focus(
        asked.row.key,
        columns.findIndex((column) => column.id === id),
      );
    }
    const rows = toSave.flatMap(({ row, when, cells }) => {
      if ('refused' in when) return [];
      const corrects = facts.rows.find((one) => one.key === correctedKey(row)) ?? null;
      return [{ row, when: whenToSave(row, when.when, corrects, clock()), cells, corrects }];
    });
    try {
      await sheet.store(new Set(rows.map(({ row }) => row.key)), () =>
        write(
          writesOfRows(rows, snapshot, system.id),
          `${count(
            toSave.reduce((sum, state) => sum + state.values, 0),
            'reading',
          )} saved.`,
        ),
      );
      setQuestion(null);
      setSaid(null);
      focusFirst();
    } catch (error) {
      setProblem(error);
    }
  };
  const goesNext = useRef(false);
  useEffect(() => {
    if (pending || !goesNext.current) return;
    goesNext.current = false;
    void save();
  });
  /** On to the next cell; after the last one of the last row the test is saved. */
  const onward = (key: string, column: number): void => {
    if (column + 1 < columns.length) return focus(key, column + 1);
    const next = sheet.rows[sheet.rows.findIndex((row) => row.key === key) + 1];
    if (next) focus(next.key, 0);
    else void save();
  };
  const answer = (take: boolean): void => {
    if (!question) return;
    const { key, id } = question;
    const column = columns.findIndex((one) => one.id === id);
    const slip = states.find((state) => state.row.key === key)?.cells[column]?.cell;
    setQuestion(null);
    const asked = slip && 'slip' in slip ? slip.slip : null;
    if (take && asked?.meant != null) sheet.take(key, asked, columns);
    else sheet.keep(key, id);
    // in the last cell one stays: the next Enter saves what now stands there
    if (column + 1 < columns.length) focus(key, column + 1);
  };

  const onKey = (event: KeyboardEvent<HTMLInputElement>, row: DraftRow, column: number): void => {
    const { key } = event;
    const id = columns[column]?.id;
    const command = event.ctrlKey || event.metaKey;
    const go = (act: () => void): void => {
      event.preventDefault();
      act();
    };
    const index = sheet.rows.findIndex((one) => one.key === row.key);
    const input = event.currentTarget;
    if (command && key.toLowerCase() === 'z') return go(event.shiftKey ? sheet.redo : sheet.undo);
    if (command && key.toLowerCase() === 'y') return go(sheet.redo);
    if (command && key === 'Enter') return go(() => void save());
    const open = question !== null && question.key === row.key && question.id === id;
    if (key === 'Escape' && open) return go(() => answer(false));
    if (key === 'Enter')
      return go(() => {
        if (open) return answer(true);
        if (id && askedHere(row.key, id)) return setQuestion({ key: row.key, id });
        onward(row.key, column);
      });
    if (key === 'ArrowDown' || key === 'ArrowUp') {
      const to = sheet.rows[index + (key === 'ArrowDown' ? 1 : -1)];
      return to ? go(() => focus(to.key, column)) : undefined;
    }
    const atStart = input.selectionStart === 0 && input.selectionEnd === 0;
    const atEnd = input.selectionStart === input.value.length;
    if (key === 'ArrowLeft' && atStart && column > -1) return go(() => focus(row.key, column - 1));
    if (key === 'ArrowRight' && atEnd && column + 1 < columns.length)
      return go(() => focus(row.key, column + 1));
  };

  const onPaste = (event: ClipboardEvent<HTMLInputElement>, row: DraftRow, column: number): void => {
    const cells = pastedCells(event.clipboardData.getData('text'));
    if (!cells) return;
    event.preventDefault();
    // it could lie on a row that goes in a moment
    if (sheet.storing.size > 0) return setSaid('A test is on its way: paste again when it is saved.');
    const index = sheet.rows.findIndex((one) => one.key === row.key);
    const laid = pasteInto(sheet.rows, cells, { row: index, column }, columns, () => uuid(), here.id);
    sheet.change(() => laid.rows);
    setSaid(
      laid.unplaced.length > 0
        ? `Not tested here, so left out: ${laid.unplaced.join(', ')}.`
        : `${laid.rows.filter((one) => !isEmptyRow(one)).length} rows pasted. Look them over, then save.`,
    );
  };

  const correct = (test: TestRow): void => {
    const key = `${CORRECTS}${test.key}`;
    if (sheet.rows.some((row) => row.key === key)) return focus(key, 0);
    const cells = Object.fromEntries(
      columns.flatMap((column) => {
        const reading = test.values.get(column.id)?.content;
        if (!reading) return [];
        const shown = parameterUnit(column.id, column.unit).fromStored(reading.value);
        return [[column.id, `${reading.below ? '<' : ''}${Number(shown.toPrecision(6))}`]];
      }),
    );
    const whoId = [...test.values.values()][0]?.content.whoId ?? null;
    // what stands was settled when it was typed
    const row: DraftRow = {
      ...emptyRow(key, whoId),
      cells,
      kept: cells,
      timing: test.timing ?? 'before',
      note: test.note,
    };
    sheet.change((rows) => [...rows, row]);
    focus(key, 0);
  };
  const focused = columns[at.column];
  const readers = useMemo(() => snapshot.all('person'), [snapshot]);

  return (
    <div ref={box} className="sheet">
      <Table size="small" aria-label="Tests">
        <SheetHead
          columns={columns}
          system={system}
          recent={recent}
          charted={charted}
          onChart={onChart}
          now={facts.now}
        />
        <TableBody>
          {states.map((state, i) => (
            <DraftCells
              key={state.row.key}
              state={state}
              facts={facts}
              first={i === 0}
              storing={sheet.storing.has(state.row.key)}
              onFocus={(column) => setAt({ key: state.row.key, column })}
              onType={(id, text) => {
                sheet.type(state.row.key, id, text);
                setQuestion(null);
              }}
              onWhen={(when) => sheet.edit(state.row.key, { when }, `${state.row.key} when`)}
              onAfter={() => sheet.edit(state.row.key, { timing: 'after' })}
              onKey={onKey}
              onPaste={onPaste}
              onLeave={(id) => askedHere(state.row.key, id) && setQuestion({ key: state.row.key, id })}
              question={
                question?.key === state.row.key ? (
                  <QuestionLine state={state} id={question.id} columns={columns} onAnswer={answer} />
                ) : null
              }
            />
          ))}
          <TableRow className="underdraft">
            <TableCell colSpan={columns.length + 2}>
              <ProblemNote error={problem} />
              {said && <p role="status">{said}</p>}
              {active && (
                <DraftBar
                  state={active}
                  readers={readers}
                  count={toSave.reduce((sum, state) => sum + state.values, 0)}
                  rows={toSave.length}
                  pending={pending}
                  refused={toSave.some((state) => state.refused.length > 0)}
                  onChange={(some, step) => sheet.edit(active.row.key, some, step)}
                  onSave={() => void save()}
                  onUndo={sheet.canUndo ? sheet.undo : null}
                />
              )}
              {active && focused && (
                <KitLine
                  facts={facts}
                  row={active.row}
                  column={focused}
                  onKit={(kitId) =>
                    sheet.edit(active.row.key, { kits: { ...active.row.kits, [focused.id]: kitId } })
                  }
                />
              )}
            </TableCell>
          </TableRow>
        </TableBody>
        <TableBody>
          <KeptRows facts={facts} marks={marks} onCorrect={correct} />
        </TableBody>
      </Table>
    </div>
  );
}
