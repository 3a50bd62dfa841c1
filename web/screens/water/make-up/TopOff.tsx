import { useState } from 'react';
import { Link } from 'react-router';
import { formatNumber } from '../../../../core/quantity/quantities.ts';
import { isOther, rateWord } from '../../../../core/explain/rateWord.ts';
import { topOffFaults } from '../../../../core/water/topOff/faults.ts';
import { evaporationBy, litresADay, type Air } from '../../../../core/water/topOff/evaporation.ts';
import type { Day } from '../../../../core/time/day.ts';
import { checksOf } from '../../../../model/water/checks.ts';
import type { TopOffView } from '../../../../usecases/water/topOffView.ts';
import { useSetting } from '../../../api/data.ts';
import { relativeWord, writeDay } from '../../../parts/dates.ts';
import { HowLink } from '../../../parts/HowLink.tsx';
import { NumberField } from '../../../parts/NumberField.tsx';
import { useAmounts } from '../../../parts/useAmounts.ts';
import { Finder } from '../source/Finder.tsx';
import { ReadButton } from './ReadButton.tsx';

/** What evaporates, how long the reservoir lasts, and, where it takes more or less than usual, which checks tell why. */
export function TopOff({ topOff, zone, today }: { topOff: TopOffView; zone: string; today: Day }) {
  const { dateFormat } = useSetting();
  const amounts = useAmounts();
  const [looking, setLooking] = useState(false);
  const { finding, rate, declaredPerDay } = topOff;
  const first = finding?.ranked[0];
  const checks = checksOf('top-off');
  return (
    <section className="datum unit" aria-label={topOff.name} data-zone={zone}>
      <div className="unithead">
        <h2>
          <Link to={`/components/${topOff.componentId}`}>{topOff.name}</Link>
        </h2>
        <span className="soft">{topOff.systemName}</span>
      </div>
      <div className="unitcols">
        <div className="nextwater">
          <div className="order">
            {topOff.emptyOn === null
              ? 'How long it lasts is not known'
              : topOff.emptyOn <= today
                ? 'Refill it today'
                : `Refill it before ${writeDay(topOff.emptyOn, today, dateFormat)}, ${relativeWord(topOff.emptyOn, today)}`}
          </div>
          <p>
            {topOff.leftL === null
              ? 'Read what is left in its reservoir, here under its equipment, and again some days later.'
              : `About ${amounts.litres(topOff.leftL)} left${topOff.unusableL > 0 ? `, ${amounts.litres(topOff.unusableL)} of it out of reach` : ''}${
                  rate ? `; ${amounts.litres(rate.perDay)} a day ${rateWord[rate.by]}` : ''
                }${
                  rate && rate.by !== 'declared' && isOther(rate.perDay, declaredPerDay)
                    ? `, ${amounts.litres(declaredPerDay)} declared`
                    : ''
                }.`}
            {topOff.days && (
              <>
                {' '}
                <HowLink of={topOff.days}>How</HowLink>
              </>
            )}
          </p>
          <ReadButton
            componentId={topOff.componentId}
            name={topOff.name}
            offers={[{ measure: 'litres-left' }]}
            labels={{ 'litres-left': 'Left in its reservoir' }}
          />
          <UseLine topOff={topOff} />
          <Evaporation topOff={topOff} />
        </div>
        <div>
          {finding && first ? (
            <>
              {topOffFaults[first.id].urgent && first.chance >= 0.5 && (
                <p className="problem" role="alert">
                  <b>{topOffFaults[first.id].todo}</b>
                </p>
              )}
              <Finder
                systemId={topOff.systemId}
                finds="top-off"
                checks={checks}
                next={finding.next}
                made={topOff.made}
                suspects={finding.ranked
                  .filter((one) => one.chance >= 0.02)
                  .map((one) => ({
                    id: one.id,
                    name: topOffFaults[one.id].name,
                    chance: one.chance,
                    children: <div className="soft">{topOffFaults[one.id].todo}</div>,
                  }))}
              />
            </>
          ) : looking ? (
            <Finder
              systemId={topOff.systemId}
              finds="top-off"
              checks={checks}
              next={checks.map((check) => ({ checkId: check.id, tells: 1, perMinute: 1 / check.minutes }))}
              made={topOff.made}
              suspects={[]}
            />
          ) : (
            <p>
              <button type="button" className="btn2" onClick={() => setLooking(true)}>
                Something seems wrong with it
              </button>
            </p>
          )}
        </div>
      </div>
    </section>
  );
}

function UseLine({ topOff: { loss, salinity } }: { topOff: TopOffView }) {
  const amounts = useAmounts();
  const { recent, usual, verdict } = loss;
  if (!recent || !usual)
    return (
      <p className="rule unitline">
        <b>Against its usual</b> Not known yet: levels of a week, and of the weeks before it, make the usual.
      </p>
    );
  const salt =
    salinity === null ? '' : salinity === 'steady' ? ' Salinity is steady.' : ` Salinity ${salinity}.`;
  return (
    <p className={`rule unitline${verdict === 'more' || verdict === 'less' ? ' late' : ''}`}>
      <b>{verdict === 'more' ? 'More than usual' : verdict === 'less' ? 'Less than usual' : 'As usual'}</b>{' '}
      {amounts.litres(recent.perDay)} a day in the last {formatNumber(recent.days, 0)} days,{' '}
      {amounts.litres(usual.perDay)} before.
      {salt}
      {verdict === 'more' && ' A leak, a stuck float, or more evaporation: the checks tell them apart.'}
      {verdict === 'less' &&
        ' A float stuck shut, a dead pump, or less evaporation: the checks tell them apart.'}
    </p>
  );
}

/** By the air over the surface, where nobody has measured; beside what is usual for such a surface. */
function Evaporation({ topOff }: { topOff: TopOffView }) {
  const amounts = useAmounts();
  const [air, setAir] = useState<Air | null>(null);
  if (topOff.surfaceCm2 <= 0) return null;
  const by = air ? evaporationBy(topOff.surfaceCm2, air) : null;
  const set = (some: Partial<Air>) => setAir({ ...(air ?? usualAir), ...some });
  return (
    <div className="rule unitline">
      <b>What should evaporate</b> {amounts.litres(topOff.usual.lo)} to {amounts.litres(topOff.usual.hi)} a
      day is usual for {formatNumber(topOff.surfaceCm2 / 10_000, 2)} m² indoors (common practice, value from
      memory).
      {by ? (
        <>
          <div className="fields" style={{ paddingTop: 8 }}>
            <NumberField
              label="Water"
              unit="°C"
              value={air?.waterC ?? null}
              onChange={(v) => set({ waterC: clamp(v, 1, 45, usualAir.waterC) })}
            />
            <NumberField
              label="Air"
              unit="°C"
              value={air?.airC ?? null}
              onChange={(v) => set({ airC: clamp(v, 1, 45, usualAir.airC) })}
            />
            <NumberField
              label="Humidity"
              unit="%"
              value={air?.humidityPercent ?? null}
              onChange={(v) => set({ humidityPercent: clamp(v, 0, 100, usualAir.humidityPercent) })}
            />
            <NumberField
              label="Air over the water"
              unit="m/s"
              value={air?.airMs ?? null}
              onChange={(v) => set({ airMs: clamp(v, 0, 5, usualAir.airMs) })}
            />
          </div>
          <p>
            By this air {amounts.litres(litresADay(by))} a day. <HowLink of={by}>How</HowLink>
            {topOff.leftL !== null && litresADay(by) > 0 && (
              <>
                {' '}
                What is left would last{' '}
                {formatNumber(Math.max(0, topOff.leftL - topOff.unusableL) / litresADay(by), 1)} days.
              </>
            )}
          </p>
        </>
      ) : (
        <>
          {' '}
          <button type="button" className="quiet" onClick={() => setAir(usualAir)}>
            Work it out from the air
          </button>
        </>
      )}
    </div>
  );
}
const usualAir: Air = { waterC: 25, airC: 21, humidityPercent: 50, airMs: 0.1 };
const clamp = (value: number | null, from: number, to: number, usual: number): number =>
  value === null ? usual : Math.min(to, Math.max(from, value));
