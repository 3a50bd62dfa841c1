import { Link } from 'react-router';
import { count, chanceWord } from '../../../core/explain/words.ts';
import { STORE_MARGIN, type AwayAnswer } from '../../../core/planning/away.ts';
import { addDays, daysBetween, isRealDay, type Day } from '../../../core/time/day.ts';
import type { AwayJob, AwayPlan, AwayStore } from '../../../usecases/away/awayPlan.ts';
import { useNow, useSetting, useSnapshot } from '../../api/data.ts';
import { Choice } from '../../parts/Choice.tsx';
import { todayIn, writeDay } from '../../parts/dates.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { PageAction } from '../../parts/PageAction.tsx';
import { DayField } from '../../parts/DayField.tsx';
import { HELPER_DAYS, HELPER_MIN, useAwayPlan, USUAL_DAYS } from './useAwayPlan.ts';
import { JobLink } from './JobLink.tsx';
import { useAddress } from './useAddress.ts';
import './plan.css';

const parts: { answer: AwayAnswer; title: string; said: string }[] = [
  { answer: 'before', title: 'Do before leaving', said: 'done on the last day, it lasts' },
  {
    answer: 'person',
    title: 'Give to somebody who can do it',
    said: 'it comes due meanwhile, even if it is done before',
  },
  { answer: 'helper', title: 'The helper does', said: 'simple, switches nothing off, hurts nobody' },
  { answer: 'wait', title: 'Can wait', said: 'within what is accepted at the return' },
];

/** An absence: what falls due, what runs out, what to do before, what the helper does, what may wait. */
export function AwayScreen() {
  const [params, set] = useAddress();
  const snapshot = useSnapshot();
  const now = useNow();
  const { dateFormat } = useSetting();
  const sites = snapshot.all('site').sort((a, b) => a.content.name.localeCompare(b.content.name));
  const site = snapshot.get('site', params.get('site') ?? '') ?? sites[0];
  const today = todayIn(site?.content.timeZone ?? 'UTC', now);
  const dayIn = (key: string, usual: Day): Day => {
    const day = params.get(key);
    return day !== null && isRealDay(day) && day >= today ? day : usual;
  };
  const from = dayIn('from', addDays(today, 1));
  const to = dayIn('to', addDays(from, USUAL_DAYS - 1));
  const isHelped = params.get('helper') !== 'none';
  const numberIn = (key: string, usual: number): number => {
    const value = Number(params.get(key) ?? usual);
    return Number.isFinite(value) && value > 0 ? value : usual;
  };
  const everyDays = numberIn('every', HELPER_DAYS);
  const minutes = numberIn('minutes', HELPER_MIN);
  const away = useAwayPlan(site?.id ?? null, from, to, isHelped ? everyDays : null, minutes);
  if (!site) return <main className="page">Describe a tank first.</main>;
  const sheet = `/rounds/sitter?site=${site.id}&from=${from}&to=${to}&every=${everyDays}&minutes=${minutes}`;
  return (
    <main className="page planpage">
      <header className="head">
        <h1>Away</h1>
        <span className="facts">
          {site.content.name}, {writeDay(from, today, dateFormat)} to {writeDay(to, today, dateFormat)},{' '}
          {count(daysBetween(from, to) + 1, 'day')}
        </span>
        <span className="grow" />
        <Link className="btn2" to="/plan">
          The plan
        </Link>
        <button type="button" className="btn2 hide-phone" onClick={() => window.print()}>
          Print
        </button>
        {isHelped && (
          <PageAction>
            <Link className="bigaction" to={sheet}>
              Make the sitter’s sheet
            </Link>
          </PageAction>
        )}
      </header>
      <section className="datum noprint">
        <div className="planask">
          {sites.length > 1 && (
            <Choice
              label="Where"
              value={site.id}
              options={sites.map((one) => ({ value: one.id, label: one.content.name }))}
              onChange={(value) => set({ site: value })}
            />
          )}
          <DayField label="Away from" value={from} min={today} onChange={(day) => set({ from: day })} />
          <DayField label="to" value={to} min={from} onChange={(day) => set({ to: day })} />
        </div>
        <div className="planask">
          <Choice
            label="A helper comes"
            value={isHelped ? 'yes' : 'none'}
            options={[
              { value: 'yes', label: 'Yes' },
              { value: 'none', label: 'Nobody comes' },
            ]}
            onChange={(value) => set({ helper: value })}
          />
          {isHelped && (
            <>
              <NumberField
                label="Every"
                unit="days"
                value={everyDays}
                onChange={(value) => set({ every: String(value ?? '') })}
              />
              <NumberField
                label="for"
                unit="min"
                value={minutes}
                onChange={(value) => set({ minutes: String(value ?? '') })}
              />
            </>
          )}
        </div>
      </section>
      {away === null ? (
        <p className="problem">“to”: the last day lies before the first one.</p>
      ) : (
        <>
          <p>
            The last day somebody is there before: <b>{writeDay(away.lastDay, today, dateFormat)}</b>, with{' '}
            {away.beforeMin} min to do; {count(away.days, 'day')} until the return.
            {away.minutesThere !== null && away.beforeMin > away.minutesThere && (
              <b className="late">
                {' '}
                The visit has {away.minutesThere} min: begin a visit earlier, the gravest first as listed.
              </b>
            )}
          </p>
          <Stores away={away} />
          {parts.map(({ answer, title, said }) => (
            <AwayPart
              key={answer}
              title={title}
              said={said}
              jobs={away.jobs.filter((one) => one.answer === answer)}
            />
          ))}
        </>
      )}
    </main>
  );
}

function Stores({ away }: { away: AwayPlan }) {
  const lasting = away.stores.filter((store) => !store.fill);
  return (
    <section className="awaypart">
      <h2 className="datum">What runs out</h2>
      {away.stores.length + away.unread.length === 0 && <p className="soft">No store stands here.</p>}
      <table className="figures">
        {away.stores.length > 0 && (
          <thead>
            <tr>
              <th>Fill on the last day</th>
              <th>lasts, filled</th>
              <th>needed, with a quarter more</th>
              <th>empty at the return if it is not filled</th>
            </tr>
          </thead>
        )}
        <tbody>
          {away.stores.length > 0 && lasting.length === away.stores.length && (
            <tr>
              <td colSpan={4} className="soft">
                None: each lasts as it stands.
              </td>
            </tr>
          )}
          {away.stores
            .filter(({ fill }) => fill)
            .map((store) => (
              <StoreRow key={store.row.jobId} store={store} />
            ))}
        </tbody>
        {lasting.length > 0 && (
          <tbody>
            <tr>
              <th colSpan={4} scope="rowgroup">
                These last as they stand
              </th>
            </tr>
            {lasting.map((store) => (
              <StoreRow key={store.row.jobId} store={store} />
            ))}
          </tbody>
        )}
      </table>
      {away.unread.length > 0 && (
        <p className="soft">Not known how long they last: {away.unread.map((one) => one.name).join('; ')}.</p>
      )}
    </section>
  );
}

function StoreRow({ store }: { store: AwayStore }) {
  const { row, lastsDays, gapDays, emptyAtReturn, outlasts } = store;
  return (
    <tr>
      <td>
        <b>{row.thing}</b>, {row.action} <span className="soft">{row.systemName}</span>
      </td>
      <td data-label="lasts, filled">
        {lastsDays === null ? 'not known' : count(Math.round(lastsDays), 'day')}
      </td>
      <td data-label="needed, with a quarter more">{count(Math.ceil(gapDays * STORE_MARGIN), 'day')}</td>
      <td data-label="empty at the return if it is not filled">
        <b className={outlasts ? '' : 'late'}>
          {chanceWord(emptyAtReturn)}
          {outlasts
            ? ''
            : lastsDays === null
              ? '; read it twice to know'
              : '; it does not last: a larger one, or somebody who fills it'}
        </b>
      </td>
    </tr>
  );
}

function AwayPart({ title, said, jobs }: { title: string; said: string; jobs: readonly AwayJob[] }) {
  if (jobs.length === 0) return null;
  return (
    <section className="awaypart">
      <h2 className="datum">
        {title} <span className="soft awaysaid">{said}</span>
      </h2>
      <table className="figures">
        <thead>
          <tr>
            <th>{count(jobs.length, 'job')}</th>
            <th>due at the return</th>
            <th>done the last day</th>
            <th>accepted</th>
            <th>takes</th>
          </tr>
        </thead>
        <tbody>
          {jobs.map(({ row, atReturn, ifDoneBefore, accepted }) => (
            <tr key={row.jobId}>
              <td>
                <JobLink row={row} />{' '}
                <span className="soft">{row.systemName === row.thing ? '' : row.systemName}</span>
              </td>
              <td data-label="due at the return">
                <b className={atReturn > 2 * accepted ? 'late' : ''}>{chanceWord(atReturn)}</b>
              </td>
              <td data-label="done the last day">
                {ifDoneBefore === null ? 'does not come again' : chanceWord(ifDoneBefore)}
              </td>
              <td data-label="accepted">{chanceWord(accepted)}</td>
              <td data-label="takes">{row.minutes} min</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
