import { isAlarm } from './alarms.ts';
import { afterChanges } from '../chemistry/dilution.ts';
import { parameters, type ParameterId } from './parameters.ts';
import { mostADay } from './remedies/limits.ts';

/** What a change does to one parameter beside the one it is made for. */
export interface ChangedTo {
  parameter: ParameterId;
  before: number;
  after: number;
  /** The new water was not tested for it: taken as free of it. */
  assumed: boolean;
  /** More than a day may bring: match the new water first. */
  tooMuch: boolean;
}

/** What collects in the tank and is not in good new water. */
const collects = (parameter: ParameterId): boolean => parameters[parameter].nutrient || isAlarm(parameter);

/**
 * All that is known after one change: what was tested and what the new water holds; without its value only what
 * collects is told, as free of it.
 * @param share of the true water replaced, 0 to 1
 * @source mass balance; a day's step: common practice, no published source
 */
export function afterOneChange(
  share: number,
  tests: Partial<Record<ParameterId, { value: number; below?: boolean }>>,
  incoming: Partial<Record<ParameterId, number>>,
): ChangedTo[] {
  return (Object.keys(tests) as ParameterId[]).flatMap((parameter) => {
    const before = tests[parameter]?.value;
    const newWater = incoming[parameter] ?? (collects(parameter) ? 0 : null);
    // pH and ORP do not mix by shares; what is below detection is below it afterwards
    if (
      before === undefined ||
      tests[parameter]?.below ||
      newWater === null ||
      parameter === 'ph' ||
      parameter === 'orp'
    )
      return [];
    const after = afterChanges(before, newWater, share);
    const step = mostADay[parameter];
    return [
      {
        parameter,
        before,
        after,
        assumed: incoming[parameter] === undefined,
        tooMuch: step !== undefined && !collects(parameter) && Math.abs(after - before) > step + 1e-9,
      },
    ];
  });
}
