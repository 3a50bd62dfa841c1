import { isAlarm } from '../alarms.ts';
import { isStripped, judge, parameters, type ParameterId } from '../parameters.ts';
import { ammoniaFirstAid, nitriteFirstAid } from './firstAid.ts';
import { daysFor, inside } from './limits.ts';
import {
  dailyDose,
  imbalanceRemedy,
  isMineral,
  mineralTooHigh,
  mineralTooLow,
  moreDelivery,
} from './minerals.ts';
import { nutrientTooHigh } from './nutrients.ts';
import { oxygenRemedies } from './oxygen.ts';
import { salinityRemedies } from './salinity.ts';
import type { ParameterRemedies, Remedy, Tested, WaterNow } from './types.ts';

// What a test out of its band asks for, with amounts: by dilution and by stoichiometry, never by rule of thumb, never
// past the band, and no faster than livestock takes.

type Side = 'above' | 'below';
interface Asked {
  parameter: ParameterId;
  tested: Tested;
  side: Side;
  /** Inside the band by the method's error. */
  target: number;
  litres: number;
  water: WaterNow;
}
type Maker = (asked: Asked) => Remedy[];

const nutrient: Maker = ({ parameter, tested, side, target, litres, water }) =>
  side === 'above' ? nutrientTooHigh(parameter, tested, target, litres, water, bothHigh(water)) : [];
const mineral: Maker = ({ parameter, tested, side, target, litres, water }) =>
  side === 'above'
    ? mineralTooHigh(parameter, tested.value, target, water)
    : mineralTooLow(parameter, tested.value, target, litres, water);

/** What each parameter does out of its band. */
const makers: Record<ParameterId, Maker> = {
  nitrate: nutrient,
  phosphate: nutrient,
  silicate: ({ parameter, side }) => (side === 'above' ? [{ kind: 'silicate', parameter }] : []),
  alkalinity: mineral,
  calcium: mineral,
  magnesium: mineral,
  salinity: ({ tested, target, litres, water }) => salinityRemedies(tested.value, target, litres, water),
  ammonia: ({ tested, water }) => ammoniaFirstAid(tested.value, water),
  nitrite: ({ tested, water }) => nitriteFirstAid(tested.value, water),
  temperature: ({ tested, target }) => [
    { kind: 'temperature', by: target - tested.value, days: daysFor('temperature', target - tested.value) },
  ],
  ph: ({ side }) => [{ kind: 'ph', side }],
  orp: ({ side }) => [{ kind: 'orp', side }],
  hardness: ({ side }) => [{ kind: 'hardness', side }],
  // what to do within the hour is said by its danger (dangers.ts)
  chlorine: () => [],
  copper: () => [],
  chloride: () => [],
  'carbon-dioxide': () => [],
  sulfide: () => [],
  'total-gas': () => [],
  oxygen: () => [],
};
/** Amounts that need the true litres. */
const needsLitres = (parameter: ParameterId): boolean =>
  (['nitrate', 'phosphate', 'salinity'] as ParameterId[]).includes(parameter) || isMineral(parameter);

/**
 * For each parameter whose last test lies out of its band, what to do in order of preference; what kills comes first.
 * Minerals dosed daily say their holding dose whether or not they are out.
 * @returns amounts for the whole water; what needs the litres says so where they are not known
 * @source dilution and stoichiometry; limits a day: common practice, no published source
 */
export function remediesOf(water: WaterNow): ParameterRemedies[] {
  const found = (Object.keys(water.tests) as ParameterId[]).flatMap((parameter): ParameterRemedies[] => {
    const tested = water.tests[parameter];
    if (!tested) return [];
    const options = optionsOf(parameter, tested, water);
    return options.length > 0 ? [{ parameter, alarm: isAlarm(parameter), options }] : [];
  });
  return found.sort((a, b) => Number(b.alarm) - Number(a.alarm));
}

function optionsOf(parameter: ParameterId, tested: Tested, water: WaterNow): Remedy[] {
  if (isStripped(parameter, tested.below, tested.warnAtZero))
    return [{ kind: 'stripped', parameter, stop: water.strippers ?? [] }];
  const side = sideOf(parameter, tested);
  const daily = water.litres === null ? [] : dailyDose(parameter, water.litres, water);
  const odd = oddOnes(parameter, water);
  const delivery = isMineral(parameter) ? moreDelivery(parameter, tested, side === 'below', water) : [];
  if (!side || !tested.band) return [...odd, ...delivery, ...daily];
  const target = inside(
    tested.band,
    side === 'above' ? 'hi' : 'lo',
    parameters[parameter].method.repeatability,
  );
  if (target === null) return [...odd, ...daily];
  if (needsLitres(parameter) && water.litres === null) return [{ kind: 'measure-the-vessel', parameter }];
  return [
    ...odd,
    ...delivery,
    ...makers[parameter]({ parameter, tested, side, target, litres: water.litres ?? 0, water }),
    ...daily,
  ];
}

/** What does not go by one band: oxygen by saturation, alkalinity and calcium by their proportion. */
function oddOnes(parameter: ParameterId, water: WaterNow): Remedy[] {
  if (parameter === 'oxygen') return oxygenRemedies(water.tests.oxygen?.value ?? 0, water);
  if (water.litres === null || (parameter !== 'alkalinity' && parameter !== 'calcium')) return [];
  const odd = imbalanceRemedy(water.tests, water.litres);
  return odd && 'parameter' in odd && odd.parameter === parameter ? [odd] : [];
}

function sideOf(parameter: ParameterId, { value, below, band }: Tested): Side | null {
  const verdict = judge(value, below, band, parameters[parameter].method.repeatability);
  return verdict === 'above' || verdict === 'below' ? verdict : null;
}
function bothHigh({ tests }: WaterNow): boolean {
  return (['nitrate', 'phosphate'] as const).every((id) => {
    const tested = tests[id];
    return tested !== undefined && sideOf(id, tested) === 'above';
  });
}
