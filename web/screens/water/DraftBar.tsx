import Button from '@mui/material/Button';
import type { Stored } from '../../../contract/records.ts';
import { Choice } from '../../parts/Choice.tsx';
import { Pick } from '../../parts/Pick.tsx';
import type { DraftRow } from './draft.ts';
import type { RowState } from './useRows.ts';

/** What goes with the row in hand: before or after the change, who read it, a remark; and saving. */
export function DraftBar({
  state,
  readers,
  count,
  rows,
  pending,
  refused,
  onChange,
  onSave,
  onUndo,
}: {
  state: RowState;
  readers: readonly Stored<'person'>[];
  count: number;
  rows: number;
  pending: boolean;
  refused: boolean;
  onChange: (some: Partial<DraftRow>, step?: string) => void;
  onSave: () => void;
  onUndo: (() => void) | null;
}) {
  const { row } = state;
  return (
    <div className="actions draftbar">
      <Choice
        label="Taken"
        hideLabel
        value={row.timing}
        options={[
          { value: 'before', label: 'Before the change' },
          { value: 'after', label: 'After it' },
        ]}
        onChange={(timing) => onChange({ timing })}
      />
      {readers.length > 1 && (
        <span>
          <span className="soft">Read by </span>
          <Pick
            label="nobody named"
            value={row.whoId ?? ''}
            options={readers.map((one) => ({ value: one.id, label: one.content.name }))}
            onChange={(whoId) => onChange({ whoId: whoId || null })}
          />
        </span>
      )}
      <label className="remark">
        <span className="soft">Remark</span>
        <input
          value={row.note}
          onChange={(event) => onChange({ note: event.target.value }, `${row.key} note`)}
        />
      </label>
      {onUndo && (
        <button type="button" className="btn2 hide-phone" onClick={onUndo}>
          Undo <kbd>Ctrl Z</kbd>
        </button>
      )}
      <Button variant="contained" disabled={pending || count === 0 || refused} onClick={onSave}>
        {rows > 1 ? `Save ${rows} tests` : 'Save the test'}
        <kbd style={{ marginLeft: 10 }} className="hide-phone">
          {rows > 1 ? 'Ctrl Enter' : 'Enter'}
        </kbd>
      </Button>
    </div>
  );
}
