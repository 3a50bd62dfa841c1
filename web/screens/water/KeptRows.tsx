import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import { Fragment, useState } from 'react';
import { dayOf } from '../../../core/time/day.ts';
import { useSetting } from '../../api/data.ts';
import { deleting, revising, useWriting } from '../../api/writing.tsx';
import { clockIn, writeDay } from '../../parts/dates.ts';
import { WaterMark } from '../../strip/waterMarks.tsx';
import type { Mark } from './serviceMarks.ts';
import { showFixed, verdictOf, type TestRow } from './tests.ts';
import type { SheetFacts } from './useRows.ts';

const SHOWN = 8;
const MORE = 30;

/** Stored tests, newest first, with what happened between them; a chosen row opens its remark and actions. */
export function KeptRows({
  facts,
  marks,
  onCorrect,
}: {
  facts: SheetFacts;
  marks: readonly Mark[];
  onCorrect: (test: TestRow) => void;
}) {
  const { columns, rows, zone } = facts;
  const [shown, setShown] = useState(SHOWN);
  const [chosen, setChosen] = useState<string | null>(null);
  const tests = rows.slice(0, shown);
  const oldest = tests.at(-1)?.at ?? 0;
  const list = [
    ...tests.map((test) => ({ at: test.at, test, mark: null })),
    // a day without an hour is noon for both: tests come before what is done
    ...byDay(
      marks.filter((mark) => mark.at >= oldest),
      zone,
    ).map((mark) => ({ at: mark.at + 1, test: null, mark })),
  ].sort((a, b) => b.at - a.at);
  const wide = columns.length + 2;
  return (
    <>
      {rows.length === 0 && (
        <TableRow>
          <TableCell colSpan={wide} className="soft">
            No tests yet. The first one sets the line.
          </TableCell>
        </TableRow>
      )}
      {list.map(({ test, mark }) =>
        test ? (
          <Fragment key={test.key}>
            <KeptRow
              test={test}
              facts={facts}
              open={chosen === test.key}
              onOpen={() => setChosen(chosen === test.key ? null : test.key)}
            />
            {chosen === test.key && (
              <OpenedRow test={test} facts={facts} wide={wide} onCorrect={() => onCorrect(test)} />
            )}
          </Fragment>
        ) : mark ? (
          <MarkRow key={mark.key} mark={mark} zone={zone} wide={wide} now={facts.now} />
        ) : null,
      )}
      {rows.length > shown && (
        <TableRow>
          <TableCell colSpan={wide}>
            <button type="button" className="btn2" onClick={() => setShown(shown + MORE)}>
              Show older tests ({rows.length - shown} more)
            </button>
          </TableCell>
        </TableRow>
      )}
    </>
  );
}

/** What happened on one day stands in one row. */
function byDay(marks: readonly Mark[], zone: string): Mark[] {
  const days = new Map<string, Mark>();
  for (const mark of marks) {
    const day = dayOf(mark.at, zone);
    const known = days.get(day);
    days.set(day, known ? { ...known, word: `${known.word}; ${mark.word}` } : mark);
  }
  return [...days.values()];
}

function KeptRow({
  test,
  facts,
  open,
  onOpen,
}: {
  test: TestRow;
  facts: SheetFacts;
  open: boolean;
  onOpen: () => void;
}) {
  const { dateFormat } = useSetting();
  const { zone, now } = facts;
  const day = dayOf(test.at, zone);
  return (
    <TableRow className={open ? 'keptrow chosen' : 'keptrow'}>
      <TableCell className="whencol">
        <button type="button" className="quietrow" aria-expanded={open} onClick={onOpen}>
          {writeDay(day, dayOf(now, zone), dateFormat)}
          <span className="soft">
            {test.timed && ` ${clockIn(zone, test.at)}`}
            {test.timing === 'after' && ' after'}
          </span>
        </button>
      </TableCell>
      {facts.columns.map((column) => {
        const reading = test.values.get(column.id);
        const judged = test.judged.get(column.id);
        if (!reading || !judged)
          return (
            <TableCell key={column.id} align="right" aria-label="not tested" className="soft">
              ·
            </TableCell>
          );
        const { quality, rough } = reading.content;
        const verdict = verdictOf(column, judged);
        return (
          <TableCell key={column.id} align="right" className="figure">
            <span className="vis" style={{ justifyContent: 'flex-end' }}>
              {verdict !== 'in-band' && verdict !== 'no-band' && <WaterMark verdict={verdict} />}
              {rough && '~ '}
              {showFixed(column, judged)}
              {quality === 'doubtful' && <span className="soft">?</span>}
            </span>
          </TableCell>
        );
      })}
      <TableCell className="notecol soft">{test.note}</TableCell>
    </TableRow>
  );
}

function OpenedRow({
  test,
  facts,
  wide,
  onCorrect,
}: {
  test: TestRow;
  facts: SheetFacts;
  wide: number;
  onCorrect: () => void;
}) {
  const { write, pending } = useWriting();
  const readings = [...test.values.values()];
  const doubted = readings.every((reading) => reading.content.quality === 'doubtful');
  const who = facts.snapshot.content('person', readings[0]?.content.whoId ?? null)?.name;
  const kits = readings.flatMap(
    ({ content }) => facts.snapshot.content('method', content.methodId ?? null)?.name ?? [],
  );
  const repeats = facts.columns.flatMap((column) => {
    const several = test.values.get(column.id)?.content.repeats;
    return several && several.length > 1
      ? [
          `${column.name} read ${several.length} times: ${several.map((one) => showFixed(column, { value: one, below: false })).join(', ')}`,
        ]
      : [];
  });
  const words = [
    who ? `Read by ${who}` : '',
    kits.length > 0 ? `with ${kits.join(', ')}` : '',
    ...repeats,
  ].filter(Boolean);
  return (
    <TableRow className="keptrow chosen">
      <TableCell colSpan={wide}>
        <div className="actions">
          {words.length > 0 && <span>{words.join('; ')}.</span>}
          <button type="button" className="btn2" onClick={onCorrect}>
            Correct
          </button>
          <button
            type="button"
            className="btn2"
            disabled={pending}
            onClick={() =>
              void write(
                readings.map((reading) =>
                  revising(reading, { ...reading.content, quality: doubted ? 'good' : 'doubtful' }),
                ),
                doubted ? 'The test counts again.' : 'The test is in doubt: nothing is judged by it.',
              )
            }
          >
            {doubted ? 'It was right' : 'I doubt it'}
          </button>
          <button
            type="button"
            className="btn2"
            disabled={pending}
            onClick={() =>
              void write(
                readings.map((reading) => deleting(reading)),
                'The test was deleted.',
              )
            }
          >
            Delete
          </button>
        </div>
      </TableCell>
    </TableRow>
  );
}

function MarkRow({ mark, zone, wide, now }: { mark: Mark; zone: string; wide: number; now: number }) {
  const { dateFormat } = useSetting();
  return (
    <TableRow className="markrow">
      <TableCell colSpan={wide}>
        <span className="markday">{writeDay(dayOf(mark.at, zone), dayOf(now, zone), dateFormat)}</span>
        <svg width={10} height={10} viewBox="0 0 10 10" aria-hidden="true">
          <path d="M5 0.8L9.2 5 5 9.2 0.8 5z" fill="none" stroke="currentColor" />
        </svg>{' '}
        {mark.word}
      </TableCell>
    </TableRow>
  );
}
