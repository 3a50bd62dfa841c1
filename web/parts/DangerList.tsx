import { Link } from 'react-router';
import { dangerTitle, dangerWord, firstActWord } from '../../core/explain/dangerWord.ts';
import { formatNumber } from '../../core/quantity/quantities.ts';
import { parameterUnit } from '../../core/water/parameterUnits.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import { unitOfColumn } from '../../contract/shownUnits.ts';
import type { SystemDanger } from '../../usecases/water/systemDangers.ts';
import { useSetting } from '../api/data.ts';
import { WaterMark } from '../strip/waterMarks.tsx';
import { relativeWord, writeDay } from './dates.ts';

/** Water that kills, whatever its programme: what was tested, against what, and what to do within the hour. */
export function DangerList({
  dangers,
  today,
  withSystem,
}: {
  dangers: readonly SystemDanger[];
  today: string;
  /** Named, and with a way to its water, where several stand on one screen. */
  withSystem: boolean;
}) {
  const setting = useSetting();
  const show = (id: ParameterId, value: number): string => {
    const { label, decimals, fromStored } = parameterUnit(id, unitOfColumn(id, setting, null));
    return `${formatNumber(fromStored(value), decimals)} ${label}`.trim();
  };
  if (dangers.length === 0) return null;
  return (
    <ul className="plain alarms" role="alert">
      {dangers.map((one) => (
        <li key={`${one.systemId} ${one.parameter}`}>
          <WaterMark verdict={one.side === 'below' ? 'below' : 'above'} />
          <div className="danger">
            <b>
              {withSystem
                ? `${one.systemName}: ${dangerTitle(one, one.value, show)}`
                : sentenceCase(dangerTitle(one, one.value, show))}
            </b>
            <span>
              {' '}
              {writeDay(one.day, today, setting.dateFormat)}, {relativeWord(one.day, today)}.{' '}
              {dangerWord(one, show)}
            </span>
            <p>Within the hour:</p>
            <ol>
              {one.acts.map((act) => (
                <li key={act}>{firstActWord[act]}</li>
              ))}
            </ol>
          </div>
          {withSystem && (
            <Link className="btn2" to={`/water?system=${one.systemId}`}>
              How much to change
            </Link>
          )}
        </li>
      ))}
    </ul>
  );
}

const sentenceCase = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
