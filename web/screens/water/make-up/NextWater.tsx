import { Link } from 'react-router';
import { DateTime } from 'luxon';
import type { MakeUpView, UnitView } from '../../../../usecases/water/makeUpView.ts';
import type { Batch } from '../../../../core/water/makeUp/nextBatch.ts';
import { formatNumber } from '../../../../core/quantity/quantities.ts';
import { useNow, useSetting } from '../../../api/data.ts';
import { relativeWord, writeDay, writeInstant } from '../../../parts/dates.ts';
import { HowLink } from '../../../parts/HowLink.tsx';
import { useAmounts } from '../../../parts/useAmounts.ts';

/** The water of the next visit: how much is missing, and when to begin. */
export function NextWater({ unit, view }: { unit: UnitView; view: MakeUpView }) {
  const amounts = useAmounts();
  const { dateFormat } = useSetting();
  const now = useNow();
  const { next } = unit;
  if (!next)
    return (
      <div className="nextwater">
        <h3>The next visit’s water</h3>
        <p className="soft">
          No visit is known. Visit days in Settings, or a planned change, say when water is needed.
        </p>
      </div>
    );
  const visit = `${writeDay(next.visit, view.today, dateFormat)}, ${relativeWord(next.visit, view.today)}`;
  const { batch } = next;
  return (
    <div className="nextwater">
      <h3>For {visit}</h3>
      {batch && batch.litres + batch.mixL >= 0.5 ? (
        <>
          <div className="order">
            {unit.outOfUse
              ? 'Wait'
              : `Begin by ${writeInstant(batch.startBy, view.zone, dateFormat, view.today)}`}
          </div>
          <p className={batch.startBy < now ? 'late' : ''}>
            {batch.startBy < now && 'That has passed: the visit’s water will be late. '}
            {batchWord(batch, amounts, unit.state.productLph?.value ?? 0)}
            {batch.worked.map((one) => (
              <span key={one.calculatorId}>
                {' '}
                <HowLink of={one} />.
              </span>
            ))}
          </p>
        </>
      ) : next.neededL > 0 ? (
        <div className="order">{batch ? 'There is enough' : 'Read its flow'}</div>
      ) : (
        <div className="order">{next.unknown.length > 0 ? 'Litres not said' : 'No change is due'}</div>
      )}
      {next.asked.length > 0 && (
        <ul className="plain">
          {next.asked.map((one) => (
            <li key={one.systemId} className="demandrow rule">
              <span>{one.name}</span>
              <span className="soft">{one.from === 'plan' ? 'planned' : 'as usual'}</span>
              <b>{amounts.litres(one.litres)}</b>
            </li>
          ))}
          <li className="demandrow rule">
            <span>In the stores</span>
            <span className="soft">
              {next.present === null
                ? 'not read: counted as empty'
                : `${amounts.litres(next.present.salt)} salt, ${amounts.litres(next.present.fresh)} fresh to use`}
            </span>
          </li>
        </ul>
      )}
      {next.unknown.length > 0 && (
        <p>
          Due too, without litres: {next.unknown.join(', ')}.{' '}
          <Link to={`/water/change?site=${view.siteId}`}>Plan the change</Link>.
        </p>
      )}
      <p className="soft small">
        Visits are taken to begin at {DateTime.fromObject({ hour: 9 }).toFormat('HH:mm')}; mixing overnight is
        a house default.
      </p>
    </div>
  );
}

function batchWord(batch: Batch, amounts: ReturnType<typeof useAmounts>, lph: number): string {
  const made =
    batch.litres > 0
      ? `Make ${amounts.litres(batch.litres)}: ${formatNumber(batch.hours, 1)} h at ${amounts.flow(lph)}${
          batch.wasteL === null ? '' : `, ${amounts.litres(batch.wasteL)} go to waste`
        }. `
      : 'The product in hand is enough. ';
  return batch.mixL > 0
    ? `${made}Mix ${amounts.litres(batch.mixL)} with ${formatNumber(batch.saltKg, 2)} kg of dry salt, ${batch.mixingHours} h until clear and steady.`
    : made.trim();
}
