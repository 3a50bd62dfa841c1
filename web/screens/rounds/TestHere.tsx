import TextField from '@mui/material/TextField';
import { useClock, useSnapshot } from '../../api/data.ts';
import type { Stored } from '../../../contract/records.ts';
import { verdictWords, WaterMark } from '../../strip/waterMarks.tsx';
import { whenToSave, writesOfRows } from '../water/rowWrites.ts';
import { bandWords, showValue, unitAfter, verdictOf } from '../water/tests.ts';
import { slipSentence } from '../water/typedCell.ts';
import { useRowStates } from '../water/useRows.ts';
import { useSheet } from '../water/useSheet.ts';
import { useSheetFacts } from '../water/useSheetFacts.ts';
import { BigButton } from './BigButton.tsx';
import type { Finishing } from './finishing.ts';
import { plainDone } from './roundWrites.ts';

/** The tests of a system typed in the round: judged as they are typed, kept as typed until they are saved. */
export default function TestHere(props: Finishing) {
  const system = useSnapshot().get('system', props.step.systemIds[0] ?? '');
  return system ? <Tests {...props} system={system} /> : null;
}

function Tests({ step, finish, blocked, system }: Finishing & { system: Stored<'system'> }) {
  const { facts: all } = useSheetFacts(system);
  const snapshot = useSnapshot();
  const clock = useClock();
  const facts = { ...all, columns: all.columns.filter((column) => step.tests.includes(column.id)) };
  const { columns } = facts;
  const sheet = useSheet(system.id);
  const [state] = useRowStates(sheet.rows, facts);
  if (!state) return null;
  const { row } = state;
  const save = (): void => {
    if (state.values === 0) return void finish(plainDone(step.id));
    const when = whenToSave(
      row,
      'refused' in state.when ? { kind: 'unknown' } : state.when.when,
      null,
      clock(),
    );
    const writes = writesOfRows([{ row, when, cells: state.cells, corrects: null }], snapshot, system.id);
    sheet.drop(new Set([row.key]));
    void finish(plainDone(step.id), writes);
  };
  return (
    <>
      <ul className="plain roundtests">
        {columns.map((column, i) => {
          const cell = state.cells[i]?.cell;
          const verdict = cell?.kind === 'value' ? verdictOf(column, cell.judged) : null;
          const slip = cell && 'slip' in cell && state.asked.includes(column.id) ? cell.slip : null;
          return (
            <li key={column.id}>
              <TextField
                label={`${column.name} ${unitAfter(column)}`}
                value={row.cells[column.id] ?? ''}
                onChange={(event) => sheet.type(row.key, column.id, event.target.value)}
                helperText={`band ${bandWords(column)}`}
                // coming back to a figure that was asked about, one types another
                slotProps={{
                  htmlInput: { inputMode: 'decimal' },
                  input: { onFocus: (event) => event.target.select() },
                }}
                error={cell?.kind === 'refused'}
              />
              <span>
                {verdict && (
                  <>
                    <WaterMark verdict={verdict} /> {verdictWords[verdict]}
                  </>
                )}
                {cell?.kind === 'refused' && <span className="late">{cell.why}</span>}
                {slip && (
                  <span className="actions">
                    {slipSentence(slip, row.cells[column.id] ?? '', columns)}
                    {slip.meant !== null && (
                      <button
                        type="button"
                        className="btn2"
                        onClick={() => sheet.take(row.key, slip, columns)}
                      >
                        Take {showValue(column, slip.meant)}
                      </button>
                    )}
                    <button type="button" className="btn2" onClick={() => sheet.keep(row.key, column.id)}>
                      Keep it as typed
                    </button>
                  </span>
                )}
              </span>
            </li>
          );
        })}
      </ul>
      <p className="soft">An empty line is “not tested”. Below the lowest reading is written “&lt;0.02”.</p>
      <BigButton disabled={blocked || state.refused.length > 0 || state.asked.length > 0} onClick={save}>
        {state.values === 0 ? 'Nothing tested' : 'Save the test'}
      </BigButton>
    </>
  );
}
