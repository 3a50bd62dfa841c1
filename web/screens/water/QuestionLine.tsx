import type { ParameterId } from '../../../core/water/parameters.ts';
import type { Column } from './tests.ts';
import { showValue } from './tests.ts';
import { slipSentence } from './typedCell.ts';
import type { RowState } from './useRows.ts';

/** Asked below the row, answered by a key: Enter takes what was likely meant, Esc keeps what was typed. */
export function QuestionLine({
  state,
  id,
  columns,
  onAnswer,
}: {
  state: RowState;
  id: ParameterId;
  columns: readonly Column[];
  onAnswer: (take: boolean) => void;
}) {
  const index = columns.findIndex((column) => column.id === id);
  const cell = state.cells[index]?.cell;
  const column = columns[index];
  if (!column || !cell || !('slip' in cell) || !cell.slip) return null;
  const { slip } = cell;
  const typed = state.row.cells[id] ?? '';
  const other = columns.find((one) => one.id === slip.moveTo);
  return (
    <div className="question" role="alert">
      <span>{slipSentence(slip, typed, columns)}</span>
      {slip.meant !== null && (
        <button
          type="button"
          className="answer"
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => onAnswer(true)}
        >
          <kbd>Enter</kbd> {other ? `to ${other.name.toLowerCase()}` : showValue(column, slip.meant)}
        </button>
      )}
      {cell.kind === 'value' && (
        <button
          type="button"
          className="answer"
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => onAnswer(false)}
        >
          <kbd>{slip.meant === null ? 'Enter' : 'Esc'}</kbd> keep {typed.trim()}
        </button>
      )}
    </div>
  );
}
