import { Link } from 'react-router';
import { dayOf, type Day } from '../../../core/time/day.ts';
import { instantOfWhen } from '../../../model/facts/when.ts';
import { useSetting, useSnapshot } from '../../api/data.ts';
import { writeDay } from '../../parts/dates.ts';
import { FoundBar } from '../../strip/marks.tsx';

const SHOWN = 6;

/** Services, looks and postponements of one job, newest first. */
export function JobHistory({ jobId, zone, today }: { jobId: string; zone: string; today: Day }) {
  const snapshot = useSnapshot();
  const { dateFormat } = useSetting();
  const records = [...snapshot.all('service'), ...snapshot.all('look'), ...snapshot.all('skip')].filter(
    (one) => one.content.jobId === jobId,
  );
  const lines = records
    .flatMap((record) => {
      const at = instantOfWhen(record.content.when, zone);
      return at === null ? [] : [{ record, at }];
    })
    .sort((a, b) => b.at - a.at);
  // what a round broke with this job, and why it went on
  const goneOn = snapshot
    .all('round')
    .flatMap(({ id, content }) =>
      (content.overrides ?? [])
        .filter((one) => one.jobIds.includes(jobId))
        .map(({ text, reason }) => ({ ...{ id, text, reason }, day: content.day })),
    );
  if (lines.length === 0 && goneOn.length === 0) return <p className="soft">Nothing logged yet.</p>;
  return (
    <>
      <ul className="plain">
        {lines.slice(0, SHOWN).map(({ record, at }) => (
          <li key={record.id} style={{ display: 'flex', gap: 8, alignItems: 'center', padding: '1px 0' }}>
            <span className="nb" style={{ minWidth: 92 }}>
              {writeDay(dayOf(at, zone), today, dateFormat)}
            </span>
            {record.kind !== 'skip' && <FoundBar found={record.content.found} />}
            <span className="soft">
              {record.kind === 'service'
                ? record.content.mergedInto
                  ? 'the same, by a second person'
                  : record.content.shareDone < 1
                    ? 'in part'
                    : 'done'
                : record.kind === 'look'
                  ? 'looked'
                  : 'put off'}
              {snapshot.content('person', record.content.whoId)
                ? `, ${snapshot.content('person', record.content.whoId)?.name ?? ''}`
                : ''}
              {record.kind === 'skip'
                ? `, ${record.content.reason}`
                : record.content.note
                  ? `, ${record.content.note}`
                  : ''}
            </span>
          </li>
        ))}
      </ul>
      {goneOn.map(({ id, day, text, reason }) => (
        <p key={`${id} ${text}`} className="hint">
          Round of {writeDay(day, today, dateFormat)} went on all the same: {text} <b>{reason}</b>
        </p>
      ))}
      <Link className="btn2" to={`/log?job=${jobId}`}>
        All of it, to correct
      </Link>
    </>
  );
}
