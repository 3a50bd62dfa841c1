import { afterChanges, shareFor } from '../../chemistry/dilution.ts';
import { exportWays, type ExportWay } from '../exportWays.ts';
import type { ParameterId } from '../parameters.ts';
import { LARGEST_CHANGE, mostADay } from './limits.ts';
import type { Remedy, Tested, WaterNow } from './types.ts';

/** What shifts with a change and may not shift by more than a day's step at once. */
const shifts: readonly ParameterId[] = ['temperature', 'salinity', 'alkalinity'];
/** A third less in the tank, so much less of the rise: feeding is usually by far the largest source. */
const LESS_FEED = 1 / 3;

/** Ways out for a nutrient over its band, in the programme's order; with both over, changes come first, media after. */
export function nutrientTooHigh(
  parameter: ParameterId,
  tested: Tested,
  target: number,
  litres: number,
  water: WaterNow,
  bothHigh: boolean,
): Remedy[] {
  const order = water.order ?? exportWays;
  const ways = bothHigh ? ['change' as const, ...order.filter((way) => way !== 'change')] : order;
  return ways.flatMap((way) => options[way](parameter, tested, { target, litres, water, bothHigh }));
}

interface Wanted {
  target: number;
  litres: number;
  water: WaterNow;
  bothHigh: boolean;
}
const means =
  (way: 'media' | 'harvest') =>
  (parameter: ParameterId, _: Tested, { water, bothHigh }: Wanted): Remedy[] =>
    (water.means ?? [])
      .filter((one) => one.way === way && one.parameters.includes(parameter))
      .map(({ name, lastDrop }): Remedy =>
        way === 'media'
          ? { kind: 'media', parameter, name, lastDrop, afterChanges: bothHigh }
          : { kind: 'harvest', parameter, name, lastDrop },
      );
const options: Record<ExportWay, (parameter: ParameterId, tested: Tested, wanted: Wanted) => Remedy[]> = {
  change: (parameter, { value }, wanted) => [
    changeTo(parameter, value, wanted.target, wanted.litres, wanted.water),
  ],
  media: means('media'),
  harvest: means('harvest'),
  'feed-less': (parameter, { perWeek }) => [
    {
      kind: 'feed-less',
      parameter,
      perWeek: perWeek ?? null,
      lessPerWeek: perWeek && perWeek > 0 ? perWeek * (1 - LESS_FEED) : null,
    },
  ],
};

/**
 * One change, or as many as it takes: none larger than livestock takes at once, by the share and by what the new water
 * shifts besides. The new water's own value counts.
 * @source dilution; limits a day: common practice, no published source
 */
export function changeTo(
  parameter: ParameterId,
  now: number,
  target: number,
  litres: number,
  water: WaterNow,
): Remedy {
  const newWater = water.incoming[parameter] ?? null;
  const source = newWater ?? 0;
  if (source >= target) return { kind: 'new-water-holds-it', parameter, newWater: source };
  const { most, by } = largestShare(water);
  const left = (target - source) / (now - source);
  const times = Math.max(1, Math.ceil(Math.log(left) / Math.log(1 - most) - 1e-9));
  const share = shareFor(now, source, target, times) ?? 0;
  return {
    kind: 'change',
    parameter,
    litres: share * litres,
    share,
    times,
    result: afterChanges(now, source, share, times),
    newWater,
    limitedBy: times > 1 ? by : null,
  };
}

/** The largest share at once: a house limit, or what brings a day's step of warmth, salt or alkalinity. */
export function largestShare({ tests, incoming }: Pick<WaterNow, 'tests' | 'incoming'>): {
  most: number;
  by: 'share' | ParameterId;
} {
  let found: { most: number; by: 'share' | ParameterId } = { most: LARGEST_CHANGE, by: 'share' };
  for (const id of shifts) {
    const [here, there, step] = [tests[id]?.value, incoming[id], mostADay[id]];
    if (here === undefined || there === undefined || step === undefined || here === there) continue;
    const most = step / Math.abs(there - here);
    if (most < found.most) found = { most, by: id };
  }
  return found;
}
