import { Link } from 'react-router';
import { parameterWord, type ParameterId } from '../../../core/water/parameters.ts';
import { isAlarm } from '../../../core/water/alarms.ts';
import { parameterUnit } from '../../../core/water/parameterUnits.ts';
import { formatNumber } from '../../../core/quantity/quantities.ts';
import type { Plan } from '../../../usecases/plan/plan.ts';
import { useSetting } from '../../api/data.ts';
import { DangerList } from '../../parts/DangerList.tsx';
import { relativeWord, writeDay } from '../../parts/dates.ts';
import { WaterMark } from '../../strip/waterMarks.tsx';
import { unitOfColumn } from '../../../contract/shownUnits.ts';

/** Water that kills, and ammonia or nitrite over the band: it comes before the plan, so it stands before it. */
export function WaterAlarm({ plan, today }: { plan: Plan; today: string }) {
  const setting = useSetting();
  const { dangers } = plan;
  const isSaid = ({ systemId, parameter }: { systemId: string; parameter: ParameterId }): boolean =>
    dangers.some((one) => one.systemId === systemId && one.parameter === parameter);
  const alarms = plan.outOfBand.filter(
    (one) => isAlarm(one.parameter) && one.verdict === 'above' && !isSaid(one),
  );
  if (alarms.length === 0) return <DangerList dangers={dangers} today={today} withSystem />;
  const show = (id: ParameterId, value: number): string => {
    const { label, decimals, fromStored } = parameterUnit(id, unitOfColumn(id, setting, null));
    return `${formatNumber(fromStored(value), decimals)} ${label}`;
  };
  return (
    <>
      <DangerList dangers={dangers} today={today} withSystem />
      <ul className="plain alarms" role="alert">
        {alarms.map((one) => (
          <li key={`${one.systemId} ${one.parameter}`}>
            <WaterMark verdict="above" />
            <span>
              <b>
                {one.systemName}: {parameterWord(one.parameter)} {show(one.parameter, one.value)}
              </b>
              , {writeDay(one.day, today, setting.dateFormat)}, {relativeWord(one.day, today)}. Do this first:
              stop feeding and aerate.
            </span>
            <Link className="btn2" to={`/water?system=${one.systemId}`}>
              How much to change
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}
