import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import type { ClipboardEvent, KeyboardEvent, ReactNode } from 'react';
import type { ParameterId } from '../../../core/water/parameters.ts';
import { clockIn } from '../../parts/dates.ts';
import { verdictWords, WaterMark } from '../../strip/waterMarks.tsx';
import { AfterAsk } from './AfterAsk.tsx';
import { correctedKey, type DraftRow } from './draft.ts';
import { verdictOf } from './tests.ts';
import { spreadOf } from './typedCell.ts';
import type { RowState, SheetFacts } from './useRows.ts';

/** One visit being typed: a field for "When" and one for each parameter, judged as typed. */
export function DraftCells({
  state,
  facts,
  first,
  storing,
  onFocus,
  onType,
  onWhen,
  onKey,
  onPaste,
  onLeave,
  question,
  onAfter,
}: {
  state: RowState;
  facts: SheetFacts;
  first: boolean;
  /** On its way: it is read, not changed. */
  storing: boolean;
  onFocus: (column: number) => void;
  onType: (id: ParameterId, text: string) => void;
  onWhen: (text: string) => void;
  onKey: (event: KeyboardEvent<HTMLInputElement>, row: DraftRow, column: number) => void;
  onPaste: (event: ClipboardEvent<HTMLInputElement>, row: DraftRow, column: number) => void;
  onLeave: (id: ParameterId) => void;
  question: ReactNode;
  onAfter: () => void;
}) {
  const { row, cells, when, refused, warnings } = state;
  const corrected = correctedKey(row);
  const before = facts.rows.find((one) => one.key === corrected);
  const spreads = cells.flatMap(({ column, cell }) => {
    const spread = spreadOf(cell, column);
    return spread === null
      ? []
      : [
          `${column.name}: the readings lie ${spread.toFixed(column.decimals)} ${column.unitLabel} apart; the middle one counts.`,
        ];
  });
  const lines = [...refused, ...warnings, ...spreads, ...(state.maybeAfter ? ['after'] : [])];
  return (
    <>
      <TableRow className="draftrow" aria-busy={storing}>
        <TableCell className="whencol">
          <label className="whenfield">
            <span className="soft">{before ? 'corrects' : 'When'}</span>
            <input
              data-cell={`${row.key}:-1`}
              aria-label="When; empty is now"
              aria-invalid={'refused' in when}
              readOnly={storing}
              value={row.when}
              onFocus={() => onFocus(-1)}
              onChange={(event) => onWhen(event.target.value)}
              onKeyDown={(event) => onKey(event, row, -1)}
              onPaste={(event) => onPaste(event, row, -1)}
            />
            <span className="soft nowword" aria-hidden="true">
              {row.when === '' && (before ? 'as it was' : `now, ${clockIn(facts.zone, facts.now)}`)}
            </span>
          </label>
        </TableCell>
        {cells.map(({ column, cell }, i) => {
          const verdict = cell.kind === 'value' ? verdictOf(column, cell.judged) : 'untested';
          const out = verdict === 'above' || verdict === 'below' || verdict === 'stripped';
          return (
            <TableCell key={column.id} align="right" className="draftcell" data-out={out || undefined}>
              {cell.kind === 'value' && verdict !== 'in-band' && verdict !== 'no-band' && (
                <span className="draftmark">
                  <WaterMark verdict={verdict} />
                </span>
              )}
              <input
                data-cell={`${row.key}:${i}`}
                // the sheet opens ready to type
                autoFocus={first && i === 0}
                autoComplete="off"
                aria-label={`${column.name}, ${column.unitLabel}`}
                aria-invalid={cell.kind === 'refused'}
                aria-description={cell.kind === 'value' ? verdictWords[verdict] : 'not tested'}
                readOnly={storing}
                value={row.cells[column.id] ?? ''}
                onFocus={(event) => {
                  onFocus(i);
                  event.target.select();
                }}
                onBlur={() => onLeave(column.id)}
                onChange={(event) => onType(column.id, event.target.value)}
                onKeyDown={(event) => onKey(event, row, i)}
                onPaste={(event) => onPaste(event, row, i)}
              />
            </TableCell>
          );
        })}
        <TableCell className="notecol soft">{row.note}</TableCell>
      </TableRow>
      {question && (
        <TableRow className="questionrow">
          <TableCell colSpan={cells.length + 2}>{question}</TableCell>
        </TableRow>
      )}
      {lines.length > 0 && (
        <TableRow>
          <TableCell colSpan={cells.length + 2}>
            {refused.map((line) => (
              <p key={line} className="late" role="alert">
                {line}
              </p>
            ))}
            {state.maybeAfter && <AfterAsk onAfter={onAfter} />}
            {[...warnings, ...spreads].map((line) => (
              <p key={line} aria-live="polite">
                {line}
              </p>
            ))}
          </TableCell>
        </TableRow>
      )}
    </>
  );
}
