import { DateTime } from 'luxon';
import { useMemo, useState } from 'react';
import { rangeWord } from '../../../core/explain/words.ts';
import type { Day } from '../../../core/time/day.ts';
import { farMonths, type FarMonth } from '../../../usecases/levelling/farAhead.ts';
import { levellingWord } from '../../levelling/levellingWord.ts';
import { JobLink } from './JobLink.tsx';
import { isCritical } from './piles.ts';
import { useFarAhead } from './useFarAhead.ts';

const TALL = 92;
const BEFORE_OVER = 1.3;
const monthWord = (day: Day, style: string): string =>
  DateTime.fromISO(day, { zone: 'utc', locale: 'en-GB' }).toFormat(style);

/** Months ahead: what recurs often as one block, every long job by itself and by name. */
export function FarAhead({ months }: { months: number }) {
  const { found, share, failed } = useFarAhead(months);
  const [chosen, setChosen] = useState<{ site: string; month: number } | null>(null);
  const rows = useMemo(
    () => found?.places.map((far, i) => ({ far, months: farMonths(far, found.placements[i] ?? []) })) ?? null,
    [found],
  );
  if (!rows)
    return (
      <p className="datum" role="status" style={{ paddingTop: 12 }}>
        {levellingWord({ failed, share })}
      </p>
    );
  const month = rows.find(({ far }) => far.place.site.id === chosen?.site)?.months[chosen?.month ?? -1];
  return (
    <>
      {share !== null && (
        <p className="soft" role="status">
          {levellingWord({ failed, share })}
        </p>
      )}
      <div className="farchart">
        {rows.map(({ far, months: all }) => (
          <FarRow
            key={far.place.site.id}
            name={far.place.site.content.name}
            all={all}
            chosen={chosen?.site === far.place.site.id ? chosen.month : null}
            onChoose={(at) => setChosen({ site: far.place.site.id, month: at })}
          />
        ))}
      </div>
      <p className="pilekey soft">
        <span>
          <i className="farroutine" /> what comes oftener than every six weeks
        </span>
        <span>
          <i className="block" /> a long job
        </span>
        <span>
          <i className="pilebefore" /> not spread
        </span>
        <span>
          <i className="pilethere" /> minutes of the visits of 30 days
        </span>
      </p>
      {month && <MonthPanel month={month} />}
    </>
  );
}

function FarRow({
  name,
  all,
  chosen,
  onChoose,
}: {
  name: string;
  all: readonly FarMonth[];
  chosen: number | null;
  onChoose: (month: number) => void;
}) {
  const there = Math.max(0, ...all.map((month) => month.minutesThere ?? 0));
  const most = Math.max(there, ...all.map((month) => month.load), 60);
  const scale = TALL / most;
  return (
    <section className="pilerow">
      <div className="pilehead">
        <h3>{name}</h3>
        <span className="soft">
          {there > 0 ? `${Math.round(there / 60)} h there in 30 days` : 'no minutes set'}
        </span>
      </div>
      <div className="farfield" style={{ height: TALL * BEFORE_OVER + 40 }}>
        {all.map((month, m) => (
          <button
            key={month.from}
            type="button"
            className="farmonth"
            aria-pressed={chosen === m}
            title={`${monthWord(month.from, 'd LLLL yyyy')}: ${Math.round(month.load)} min`}
            onClick={() => onChoose(m)}
          >
            <span
              className="pilebefore"
              style={{ height: Math.min(month.before * scale, TALL * BEFORE_OVER) }}
            />
            {month.minutesThere !== null && (
              <span className="pilethere" style={{ bottom: month.minutesThere * scale + 20 }} />
            )}
            {month.jobs.map(({ row, turn }) => (
              <i
                key={`${row.jobId} ${turn}`}
                className="block"
                data-critical={isCritical(row) || undefined}
                style={{ height: Math.max(1.5, row.minutes * scale) }}
              />
            ))}
            <i className="farroutine" style={{ height: month.routineMin * scale }} />
            <span className="farname">
              {all.length <= 12
                ? monthWord(month.from, 'd LLL')
                : m % 3 === 0
                  ? monthWord(month.from, 'LLL yyyy')
                  : ''}
            </span>
          </button>
        ))}
      </div>
    </section>
  );
}

function MonthPanel({ month }: { month: FarMonth }) {
  const jobs = [...month.jobs].sort((a, b) => b.row.minutes - a.row.minutes);
  return (
    <section className="datum planpanel" style={{ paddingTop: 10 }} aria-label="The month in hand">
      <h2>30 days from {monthWord(month.from, 'd LLLL yyyy')}</h2>
      <p>
        {Math.round(month.load)} min
        {month.minutesThere === null ? '' : ` of ${month.minutesThere} in ${month.visits} visits`}:{' '}
        {Math.round(month.routineMin)} min of what recurs, and
      </p>
      <ul className="plain">
        {jobs.map(({ row, turn }) => (
          <li key={`${row.jobId} ${turn}`} className="visitline rule">
            <span>
              <JobLink row={row} />{' '}
              <span className="soft">
                {row.systemName === row.thing ? '' : `${row.systemName}. `}
                {turn === 0
                  ? row.sentence
                  : row.life
                    ? `Its turn ${turn + 1}; a life of ${rangeWord(row.life.earliest, row.life.latest)}.`
                    : ''}
              </span>
            </span>
            <span className="tn">{row.minutes} min</span>
          </li>
        ))}
        {jobs.length === 0 && <li className="soft">no long job.</li>}
      </ul>
    </section>
  );
}
