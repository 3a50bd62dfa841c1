import { Link } from 'react-router';
import { formatQuantity } from '../../../core/quantity/quantities.ts';
import { parameterWord, parameters } from '../../../core/water/parameters.ts';
import { nothingOutWord } from '../../../core/explain/standingWord.ts';
import type { WaterStanding } from '../../../core/water/standing.ts';
import type { OutOfBand, Plan, WaterTested } from '../../../usecases/plan/plan.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { useSetting } from '../../api/data.ts';
import { relativeWord, writeDay } from '../../parts/dates.ts';
import { unitFor } from '../../../contract/shownUnits.ts';
import { WaterMark } from '../../strip/waterMarks.tsx';

const LATE_BY_DAYS = 2;

/** Water out of range, and what was not tested for too long, by system. */
export function WaterFoot({ plan }: { plan: Plan }) {
  const setting = useSetting();
  const never = plan.waters.filter((one) => one.lastDay === null);
  const untested = plan.jobs.filter(
    (row) =>
      !never.some((one) => row.systemIds.includes(one.systemId)) &&
      row.work === 'test' &&
      row.lastDone !== null &&
      row.recommended !== null &&
      Date.parse(row.today) - Date.parse(row.recommended) >= LATE_BY_DAYS * 86_400_000,
  );
  if (plan.outOfBand.length === 0 && untested.length === 0 && never.length === 0) return null;
  return (
    <div className="footcols">
      <section>
        <h3>Water out of range</h3>
        {plan.outOfBand.length === 0 && <p className="soft">{nothingOutWord(together(plan.waters))}</p>}
        <ul className="plain">
          {plan.outOfBand.map((one) => (
            <li
              key={`${one.systemId} ${one.parameter}`}
              className="vis"
              style={{ display: 'flex', padding: '2px 0' }}
            >
              <WaterMark verdict={one.verdict} />
              <Link to={`/water?system=${one.systemId}`}>
                {one.systemName}: {parameterWord(one.parameter)} {valueWords(one, setting)}
              </Link>
            </li>
          ))}
        </ul>
      </section>
      <section>
        <h3>Not tested for too long</h3>
        {untested.length === 0 && never.length === 0 && <p className="soft">Nothing.</p>}
        <ul className="plain">
          {never.map((one) => (
            <li key={one.systemId} className="vis" style={{ display: 'flex', padding: '2px 0' }}>
              <WaterMark verdict="untested" />
              <Link to={`/water?system=${one.systemId}`}>{one.systemName}: never tested</Link>
            </li>
          ))}
          {untested.map((row) => (
            <li key={row.jobId} className="vis" style={{ display: 'flex', padding: '2px 0' }}>
              <WaterMark verdict="untested" />
              <Link to={`/water?system=${row.systemIds[0] ?? ''}`}>
                {row.systemName}: {row.action.replace('test ', '')}, last{' '}
                {writeDay(row.lastDone ?? row.today, row.today, setting.dateFormat)},{' '}
                {relativeWord(row.lastDone ?? row.today, row.today)}
              </Link>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

/** Several waters as one: what may be said of any of them. */
const together = (waters: readonly WaterTested[]): WaterStanding => ({
  lastDays: waters.some((one) => one.lastDays !== null) ? 0 : null,
  judged: waters.reduce((sum, one) => sum + one.judged, 0),
  doubted: waters.reduce((sum, one) => sum + one.doubted, 0),
  fresh: waters.reduce((sum, one) => sum + one.fresh, 0),
});

function valueWords(one: OutOfBand, setting: RecordContent<'setting'>): string {
  const { quantity } = parameters[one.parameter];
  const unit = unitFor(quantity, setting);
  const show = (stored: number) => formatQuantity(quantity, stored, unit);
  if (one.verdict === 'stripped') return `below ${show(one.value)}: stripped too far, corals pale`;
  const limit =
    one.verdict === 'above' ? `at most ${show(one.band?.hi ?? 0)}` : `at least ${show(one.band?.lo ?? 0)}`;
  return `${one.below ? '< ' : ''}${show(one.value)} (${limit})`;
}
