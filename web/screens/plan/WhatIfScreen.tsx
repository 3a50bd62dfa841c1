import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { programmes } from '../../../core/catalogue/programmes.ts';
import { chanceWord } from '../../../core/explain/words.ts';
import { formatNumber } from '../../../core/quantity/quantities.ts';
import { definitionsOf } from '../../../model/facts/definition.ts';
import { LEVEL_WEEKS } from '../../../usecases/levelling/levelPlan.ts';
import type { WhatIfAnswer } from '../../../usecases/whatIf/answer.ts';
import type { WhatIf } from '../../../usecases/whatIf/changes.ts';
import { changeDays, laterJobs, sumOf, type Sum } from '../../../usecases/whatIf/compared.ts';
import { expectedLevel } from '../../../usecases/whatIf/expectedWater.ts';
import { api } from '../../api/client.ts';
import { usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { useLevelled, useLevelling } from '../../levelling/useLevelled.ts';
import { Choice } from '../../parts/Choice.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { Tabs } from '../../parts/Tabs.tsx';
import { useAmounts } from '../../parts/useAmounts.ts';
import { PowerCut } from './PowerCut.tsx';
import { Prices } from './Prices.tsx';
import { useAddress } from './useAddress.ts';
import './plan.css';

const kinds = {
  rhythm: 'Fortnightly',
  programme: 'Another programme',
  feed: 'Twice the feed',
  'person-less': 'One person less',
  'power-cut': 'A power cut',
};
type Kind = keyof typeof kinds;
const DAYS = 7 * LEVEL_WEEKS;

/** Two plans side by side: as it is, and as it would be. Nothing is written. */
export function WhatIfScreen() {
  const [params, set] = useAddress();
  const snapshot = useSnapshot();
  const asked = params.get('if') ?? 'rhythm';
  const kind: Kind = asked in kinds ? (asked as Kind) : 'rhythm';
  const sites = snapshot.all('site').sort((a, b) => a.content.name.localeCompare(b.content.name));
  const systems = snapshot.all('system').sort((a, b) => a.content.name.localeCompare(b.content.name));
  const people = snapshot.all('person');
  const site = snapshot.get('site', params.get('site') ?? '') ?? sites[0];
  const system = snapshot.get('system', params.get('system') ?? '') ?? systems[0];
  const person = snapshot.get('person', params.get('person') ?? '') ?? people[0];
  const suited = programmes.filter((one) => one.water === system?.content.water);
  const programme =
    suited.find((one) => one.id === params.get('programme')) ??
    suited.find((one) => one.id !== system?.content.programmeId);
  const what: WhatIf | null =
    kind === 'rhythm' && site
      ? { kind, siteId: site.id, everyWeeks: 2 * (site.content.visits?.everyWeeks ?? 1) }
      : kind === 'feed' && site
        ? { kind, siteId: site.id, factor: 2 }
        : kind === 'programme' && system && programme
          ? { kind, systemId: system.id, programmeId: programme.id }
          : kind === 'person-less' && person
            ? { kind, personId: person.id }
            : null;
  const options = (all: readonly { id: string; content: { name: string } }[]) =>
    all.map((one) => ({ value: one.id, label: one.content.name }));
  return (
    <main className="page planpage">
      <header className="head">
        <h1>What if</h1>
        <Tabs label="What might be" all={kinds} value={kind} onChoose={(one) => set({ if: one })} />
        <span className="grow" />
        <Link className="btn2" to="/plan">
          The plan
        </Link>
      </header>
      <section className="datum">
        <div className="planask">
          {(kind === 'rhythm' || kind === 'feed' || kind === 'power-cut') && site && sites.length > 1 && (
            <Choice
              label="Where"
              value={site.id}
              options={options(sites)}
              onChange={(value) => set({ site: value })}
            />
          )}
          {kind === 'programme' && system && (
            <>
              <Choice
                label="System"
                value={system.id}
                options={options(systems)}
                onChange={(value) => set({ system: value })}
              />
              <Choice
                label="Programme"
                value={programme?.id ?? ''}
                options={suited.map((one) => ({ value: one.id, label: one.name }))}
                onChange={(value) => set({ programme: value })}
              />
            </>
          )}
          {kind === 'person-less' && person && (
            <Choice
              label="Without"
              value={person.id}
              options={options(people)}
              onChange={(value) => set({ person: value })}
            />
          )}
        </div>
      </section>
      {kind === 'power-cut' && site ? (
        <PowerCut key={site.id} siteId={site.id} />
      ) : what ? (
        <Compared what={what} />
      ) : (
        <p>{kind === 'person-less' ? 'Nobody is entered under People.' : 'Describe a tank first.'}</p>
      )}
      <Prices />
    </main>
  );
}

function Compared({ what }: { what: WhatIf }) {
  const snapshot = useSnapshot();
  const plan = usePlan();
  const { data, error } = useQuery({
    queryKey: ['plan', 'what-if', what],
    queryFn: () => api.send<WhatIfAnswer>('POST', '/plan/what-if', what),
    placeholderData: keepPreviousData,
  });
  const now = useLevelled();
  const over = useMemo(() => snapshot.with(data?.records ?? []), [snapshot, data]);
  const then = useLevelling(over, data?.rows ?? plan.jobs);
  const { prices } = useSetting();
  const definitionOf = useMemo(() => definitionsOf(snapshot), [snapshot]);
  if (error) return <ProblemNote error={error} />;
  if (!data || !now.levelled || !then.levelled || now.share !== null || then.share !== null)
    return (
      <p role="status">
        {now.failed || then.failed
          ? 'The work could not be spread: reload to try again.'
          : `Spreading the work of both, ${Math.round(50 * ((now.share ?? 1) + (then.share ?? 1)))} %…`}
      </p>
    );
  const [before, after] = [now.levelled.map((one) => one.plan), then.levelled.map((one) => one.plan)];
  const facts = { snapshot, definitionOf, prices, days: DAYS };
  const [a, b] = [sumOf(before, facts), sumOf(after, facts)];
  const later = laterJobs(before, after, data.rows);
  const feed = what.kind === 'feed' ? what.factor : 1;
  return (
    <>
      {data.notKnown.map((one) => (
        <p key={one} className="hint">
          {one}
        </p>
      ))}
      <div className="planfoot">
        <section aria-label="Side by side">
          <h2>Side by side</h2>
          <Sums a={a} b={b} currency={prices?.currency ?? ''} />
        </section>
        <section aria-label="Water expected">
          <h2>Water expected</h2>
          <Water
            {...{ data, before, after, feed, rows: data.rows }}
            placeId={'siteId' in what ? what.siteId : null}
            siteOf={(systemId) => snapshot.content('system', systemId)?.siteId ?? ''}
          />
        </section>
        <section aria-label="Likelier late">
          <h2>Likelier late</h2>
          {later.length === 0 && <p className="soft">No job by more than 1 in 20.</p>}
          {later.slice(0, 8).map(({ row, before: was, then: is }) => (
            <p key={row.jobId} className="rule">
              <b>{row.thing}</b>, {row.action}{' '}
              <span className="soft">{row.systemName === row.thing ? '' : row.systemName}</span>
              <br />
              due by its visit {chanceWord(was)}, then{' '}
              <b className={is > 2 / row.costRatio ? 'late' : ''}>{chanceWord(is)}</b>
            </p>
          ))}
          {later.length > 8 && <p className="soft">and {later.length - 8} more.</p>}
        </section>
      </div>
    </>
  );
}

const sumRows: { label: string; unit: string; of: (sum: Sum) => number; digits: number }[] = [
  { label: `Visits in ${LEVEL_WEEKS} weeks`, unit: '', of: (sum) => sum.visits, digits: 0 },
  { label: 'Hands-on hours in 30 days', unit: 'h', of: (sum) => sum.minutes / 60, digits: 1 },
  { label: 'Fullest visit', unit: 'min', of: (sum) => sum.fullestMin, digits: 0 },
  { label: 'Turns late in 30 days, as expected', unit: '', of: (sum) => sum.lateTurns, digits: 1 },
  { label: 'No visit found', unit: '', of: (sum) => sum.unplaced, digits: 0 },
];

function Sums({ a, b, currency }: { a: Sum; b: Sum; currency: string }) {
  return (
    <table className="figures">
      <thead>
        <tr>
          <th />
          <th>as it is</th>
          <th>then</th>
        </tr>
      </thead>
      <tbody>
        {sumRows.map(({ label, unit, of, digits }) => (
          <tr key={label}>
            <td style={{ whiteSpace: 'normal' }}>{label}</td>
            <td>
              {formatNumber(of(a), digits)} {unit}
            </td>
            <td>
              <b>
                {formatNumber(of(b), digits)} {unit}
              </b>
            </td>
          </tr>
        ))}
        <tr>
          <td style={{ whiteSpace: 'normal' }}>Supplies in 30 days</td>
          {a.money === null || b.money === null ? (
            <td colSpan={2} className="soft">
              no prices set
            </td>
          ) : (
            <>
              <td>
                {formatNumber(a.money, 2)} {currency}
              </td>
              <td>
                <b>
                  {formatNumber(b.money, 2)} {currency}
                </b>
              </td>
            </>
          )}
        </tr>
      </tbody>
    </table>
  );
}

type Plans = Parameters<typeof changeDays>[0];
function Water({
  data,
  before,
  after,
  feed,
  rows,
  placeId,
  siteOf,
}: {
  data: WhatIfAnswer;
  /** Where it is tried; null: everywhere. */
  placeId: string | null;
  siteOf: (systemId: string) => string;
  before: Plans;
  after: Plans;
  feed: number;
  rows: WhatIfAnswer['rows'];
}) {
  const amounts = useAmounts();
  const all = data.balances.map((balance) => ({
    balance,
    was: expectedLevel(balance, changeDays(before, rows, balance.systemId, DAYS), 1),
    is: expectedLevel(balance, changeDays(after, rows, balance.systemId, DAYS), feed),
  }));
  // what stays is no news; what is not known might change
  const here = new Set(
    before.filter((place) => placeId === null || place.siteId === placeId).map((place) => place.siteId),
  );
  const touched = all.filter(
    ({ balance, was, is }) =>
      here.has(siteOf(balance.systemId)) && (was === null || is === null || was !== is),
  );
  return (
    <>
      <p className="soft">
        Before a change, in the long run, if the new water has none of it and the rise stays as tested
        {feed === 1 ? '' : ` times ${feed}, as the feed`}.
      </p>
      {touched.length === 0 && <p>Nitrate and phosphate stay as they are.</p>}
      {touched.map(({ balance, was, is }) => {
        const key = `${balance.systemId} ${balance.parameter}`;
        const show = (value: number): string => amounts.show(balance.parameter, value);
        return (
          <p key={key} className="rule">
            <b>{balance.systemName}</b>, {balance.parameter}:{' '}
            {was !== null && is !== null ? (
              <>
                {show(was)}, then <b>{show(is)}</b>{' '}
                <span className="soft">
                  (last {show(balance.lastTested)}; {balance.pairs} pairs of tests)
                </span>
              </>
            ) : (
              <span className="soft">
                not known:{' '}
                {balance.share === null
                  ? 'litres of its changes'
                  : balance.risePerDay === null
                    ? `tests with every change between them (${balance.pairs} pairs of 3)`
                    : balance.risePerDay <= 0
                      ? 'it does not rise between changes'
                      : 'when its water is changed'}
              </span>
            )}
          </p>
        );
      })}
    </>
  );
}
