import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { lackWord } from '../../../core/explain/handsWord.ts';
import { whenWord } from '../../../core/explain/whenWord.ts';
import { LOOK_MINUTES } from '../../../core/planning/visitList.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import type { Waiting } from '../../../usecases/round/offer.ts';
import { useSetting } from '../../api/data.ts';
import { writeDay } from '../../parts/dates.ts';
import { StateWord } from '../../strip/marks.tsx';
import type { Build } from './useBuild.ts';

/** What a round takes up, what waits, what could come with it. */
export function TakesUp({ build }: { build: Build }) {
  const { rows, waits, movedOn, after, today } = build;
  const { dateFormat } = useSetting();
  const waiting = new Set(waits.map(({ row }) => row.jobId));
  return (
    <>
      {rows.length === 0 && <p>Nothing here comes due before {writeDay(after, today, dateFormat)}.</p>}
      <ul className="plain">
        {rows
          .filter((row) => !waiting.has(row.jobId))
          .map((row) => (
            <TakenUp key={row.jobId} row={row} build={build} />
          ))}
      </ul>
      <Waits build={build} />
      {movedOn.length > 0 && (
        <p className="soft">
          Moved in the plan:{' '}
          {movedOn
            .map(({ row, day }) => `${row.thing}, ${row.action}, to ${writeDay(day, today, dateFormat)}`)
            .join('; ')}
          .
        </p>
      )}
      <AddJob build={build} />
    </>
  );
}

function TakenUp({ row, build, beside }: { row: PlanRow; build: Build; beside?: string }) {
  const { dropped, looks, draft, rows, change, add, drop } = build;
  const isDropped = dropped.includes(row.jobId);
  const isLook = looks.has(row.jobId);
  const lookFirst = row.state === 'look-first' && rows.includes(row) && !isDropped;
  const when = whenWord(row, useSetting().dateFormat);
  return (
    <li className="rule takeline">
      <label className="takeup">
        <input
          type="checkbox"
          checked={!isDropped}
          onChange={() => (isDropped ? add(row.jobId) : drop(row.jobId))}
        />
        <span>
          <b>{row.thing}</b>, {row.action} <span className="soft">{row.systemName}</span>
        </span>
        <span>
          <StateWord state={row.state} /> <span className="soft">{beside ?? when?.far}</span>
        </span>
        <span className="tn">{isLook ? LOOK_MINUTES : row.minutes} min</span>
      </label>
      {lookFirst && (
        <button
          type="button"
          className="btn2"
          onClick={() =>
            change({
              whole: isLook ? [...draft.whole, row.jobId] : draft.whole.filter((id) => id !== row.jobId),
            })
          }
        >
          {isLook ? `Do it without a look, ${row.minutes} min` : `Look first, ${LOOK_MINUTES} min`}
        </button>
      )}
    </li>
  );
}

/** How much of what is due waits, until when, and why. */
function Waits({ build }: { build: Build }) {
  const { waits, today, day, minutesThere } = build;
  const { dateFormat } = useSetting();
  if (waits.length === 0) return null;
  const of = (why: Waiting['why']): number => waits.filter((one) => one.why === why).length;
  const reasons = [
    of('minutes') > 0 && `${of('minutes')} beyond the ${minutesThere ?? 0} min there are`,
    of('life') > 0 && `${of('life')} more than the water bears at once`,
    of('apart') > 0 && `${of('apart')} not beside the rest`,
    of('hands') > 0 && `${of('hands')} for want of who is needed`,
    of('out') > 0 && `${of('out')} for what is out of use`,
    of('day') > 0 && `${of('day')} on a day of their own`,
  ].filter((one) => one !== false);
  const until = waits.map((one) => one.until).sort()[0] ?? today;
  const besideOf = ({ chance, why, until: its, lacks, out }: Waiting): string =>
    [
      ...(why === 'hands' ? lacks.map((lack) => lackWord(lack, day, today, dateFormat)) : []),
      out !== null && `${out}:`,
      its === until ? 'waits' : `waits until ${writeDay(its, today, dateFormat)}`,
      chance !== null && `${Math.round(100 * chance)} in 100 due by then`,
    ]
      .filter((one) => one !== false)
      .join(', ');
  return (
    <details className="waits">
      <summary>
        {waits.length === 1 ? 'One job waits' : `${waits.length} jobs wait`} until{' '}
        {writeDay(until, today, dateFormat)}: {reasons.join(', ')}.
      </summary>
      <ul className="plain">
        {waits.map((one) => (
          <TakenUp key={one.row.jobId} row={one.row} build={build} beside={besideOf(one)} />
        ))}
      </ul>
    </details>
  );
}

function AddJob({ build: { others, add } }: { build: Build }) {
  if (others.length === 0) return null;
  return (
    <Autocomplete
      options={others}
      value={null}
      blurOnSelect
      clearOnBlur
      getOptionLabel={(row) => `${row.thing}, ${row.action} (${row.systemName})`}
      getOptionKey={(row) => row.jobId}
      onChange={(_event, row) => {
        if (row) add(row.jobId);
      }}
      renderInput={(props) => <TextField {...props} label="Add another job" />}
    />
  );
}

/** What is due soon on what is opened anyway. */
export function WhileOpen({ build: { alsoOpen, add } }: { build: Build }) {
  const { dateFormat } = useSetting();
  if (alsoOpen.length === 0) return null;
  return (
    <div style={{ paddingTop: 12 }}>
      <h2>While it is open</h2>
      <ul className="plain">
        {alsoOpen.map((row) => (
          <li key={row.jobId} className="rule takeup">
            <button type="button" className="btn2" onClick={() => add(row.jobId)}>
              Add
            </button>
            <span>
              <b>{row.thing}</b>, {row.action} <span className="soft">{whenWord(row, dateFormat)?.far}</span>
            </span>
            <span className="tn">{row.minutes} min</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
