import { listWord } from '../../../core/explain/words.ts';
import { groupBy } from '../../../model/snapshot.ts';
import { median } from '../../../core/statistics/median.ts';
import { usePlan, useSetting } from '../../api/data.ts';
import { clockIn, relativeWord, writeDay } from '../../parts/dates.ts';
import type { TestRow } from './tests.ts';
import type { SheetFacts } from './useRows.ts';

const FEWEST_HOURS = 4;
const OFF_BY_MINUTES = 180;

/** What is due for testing and why: by the programme, by an event; and the hour it is usually done. */
export function DueTests({
  systemId,
  rows,
  facts,
}: {
  systemId: string;
  rows: readonly TestRow[];
  facts: SheetFacts;
}) {
  const plan = usePlan();
  const { dateFormat } = useSetting();
  const due = plan.jobs.filter(
    (row) =>
      row.work === 'test' &&
      row.systemIds.includes(systemId) &&
      (row.lastDone === null
        ? row.governs?.rule !== 'after-event' || row.recommended !== null
        : row.recommended !== null && row.recommended <= row.today),
  );
  const byEvent = due.filter((row) => row.governs?.rule === 'after-event');
  const regular = due.filter((row) => row.governs?.rule !== 'after-event');
  const hour = usualHour(rows, facts);
  if (due.length === 0 && hour === null) return null;
  return (
    <div className="duetests">
      {regular.length > 0 && (
        <p>
          <b>Due for testing:</b>{' '}
          {regular.map((row, i) => (
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
          . <span className="soft">Before the change.</span>
        </p>
      )}
      {[...groupBy(byEvent, (row) => row.sentence)].map(([sentence, rows]) => (
        <p key={sentence}>
          <b>Asked for:</b> {listWord(rows.map((row) => row.action.replace('test ', '')))}.{' '}
          <span className="soft">{sentence}</span>
        </p>
      ))}
      {hour && <p className="soft">{hour}</p>}
    </div>
  );
}

/** Said where the hour now is far from the usual one: pH, temperature and oxygen swing with the day. */
function usualHour(rows: readonly TestRow[], { zone, now }: SheetFacts): string | null {
  const minutes = rows
    .filter((row) => row.timed && row.timing !== 'after')
    .slice(0, 12)
    .map((row) => minuteOf(row.at, zone));
  if (minutes.length < FEWEST_HOURS) return null;
  const usual = Math.round(median(minutes));
  const here = minuteOf(now, zone);
  const apart = Math.min(Math.abs(here - usual), 1440 - Math.abs(here - usual));
  if (apart <= OFF_BY_MINUTES) return null;
  const clock = `${String(Math.floor(usual / 60)).padStart(2, '0')}:${String(usual % 60).padStart(2, '0')}`;
  return `Usually tested about ${clock}; it is ${clockIn(zone, now)} now. pH, temperature and oxygen swing with the hour.`;
}
const minuteOf = (at: number, zone: string): number => {
  const [hours = 0, minutes = 0] = clockIn(zone, at).split(':').map(Number);
  return hours * 60 + minutes;
};
