import { ammoniaPkFresh, ammoniaPkSea, unionizedShare } from './ammonia.ts';
import {
  alkalinityCompounds,
  alkalinityDoseGrams,
  calciumCompounds,
  magnesiumCompounds,
  metalDoseGrams,
} from './doses.ts';
import { isStripped, judge, parameters, type Band, type ParameterId } from './parameters.ts';
import { salinityExchangeLitres } from './salinityExchange.ts';
import { densityLimits, seawaterDensityKgM3 } from './seawaterDensity.ts';

// What a test out of its band asks for, with amounts: by dilution and by stoichiometry, never by rule of thumb, never
// past the band, and no faster than livestock takes.

/** The last test of one parameter, with the band in force; stored units. */
export interface Tested {
  value: number;
  below: boolean;
  band: Band | null;
  warnAtZero: boolean;
}
export interface WaterNow {
  /** True water; null: no vessel is measured. */
  litres: number | null;
  tests: Partial<Record<ParameterId, Tested>>;
  /** What the make-up water brings, where it was read. */
  incoming: Partial<Record<ParameterId, number>>;
}

export type Remedy =
  | {
      kind: 'change';
      parameter: ParameterId;
      litres: number;
      times: number;
      result: number;
      /** In the new water; null: not tested, taken as nought. */
      newWater: number | null;
    }
  /** New water that holds as much cannot bring it down. */
  | { kind: 'new-water-holds-it'; parameter: ParameterId; newWater: number }
  | {
      kind: 'dose';
      parameter: ParameterId;
      compound: string;
      grams: number;
      days: number;
      result: number;
    }
  | { kind: 'stop-dosing'; parameter: ParameterId }
  | { kind: 'swap-for-fresh'; litres: number; days: number; result: number }
  | { kind: 'add-salt'; kilograms: number; days: number; result: number }
  | { kind: 'ammonia'; unionisedMgL: number | null; sharePercent: number | null; changeLitres: number | null }
  | { kind: 'stripped'; parameter: ParameterId }
  | { kind: 'measure-the-vessel'; parameter: ParameterId };

/** What one day may bring, common practice, no published source. */
const MOST_A_DAY: Partial<Record<ParameterId, number>> = {
  alkalinity: 1,
  calcium: 20,
  magnesium: 50,
  salinity: 1,
};
/** A single change takes no more than this share, common practice. */
const LARGEST_CHANGE = 0.3;
const FIRST_AID_CHANGE = 0.5;

interface Salt {
  compound: string;
  grams: (rise: number, litres: number) => number;
}
const salt = <Name extends string>(
  compound: Name,
  compounds: Readonly<Record<Name, number>>,
  dose: typeof metalDoseGrams,
): Salt => ({ compound, grams: (rise, litres) => dose(rise, litres, compounds[compound]) });
const salts: Partial<Record<ParameterId, Salt>> = {
  alkalinity: salt('sodium bicarbonate', alkalinityCompounds, alkalinityDoseGrams),
  calcium: salt('calcium chloride dihydrate', calciumCompounds, metalDoseGrams),
  magnesium: salt('magnesium chloride hexahydrate', magnesiumCompounds, metalDoseGrams),
};

/** Inside a band, a method's error from its edge, but no farther than its middle. */
function inside(band: Band, edge: 'lo' | 'hi', repeatability: number): number | null {
  const at = band[edge];
  if (at === null) return null;
  const other = edge === 'hi' ? band.lo : band.hi;
  const middle = other === null ? (edge === 'hi' ? at / 2 : at) : (at + other) / 2;
  return edge === 'hi' ? Math.max(middle, at - repeatability) : Math.min(middle, at + repeatability);
}

/**
 * For each parameter whose last test lies out of its band, what to do; ammonia first, since it kills.
 * @returns amounts for the whole water; what needs the litres says so where they are not known
 * @source dilution and stoichiometry; limits a day: common practice, no published source
 */
export function remediesOf(water: WaterNow): Remedy[] {
  const remedies = (Object.keys(water.tests) as ParameterId[]).flatMap((parameter): Remedy[] => {
    const tested = water.tests[parameter];
    if (!tested) return [];
    if (isStripped(parameter, tested.below, tested.warnAtZero)) return [{ kind: 'stripped', parameter }];
    const { repeatability } = parameters[parameter].method;
    const verdict = judge(tested.value, tested.below, tested.band, repeatability);
    if (verdict !== 'above' && verdict !== 'below') return [];
    const remedy = remedyOf(parameter, tested, verdict, water);
    return remedy ? [remedy] : [];
  });
  return remedies.sort((a, b) => Number(b.kind === 'ammonia') - Number(a.kind === 'ammonia'));
}

function remedyOf(
  parameter: ParameterId,
  { value, band }: Tested,
  verdict: 'above' | 'below',
  water: WaterNow,
): Remedy | null {
  if (!band) return null;
  if (parameter === 'ammonia') return firstAid(value, water);
  const { repeatability } = parameters[parameter].method;
  const target = inside(band, verdict === 'above' ? 'hi' : 'lo', repeatability);
  if (target === null) return null;
  const needsLitres =
    parameters[parameter].nutrient ||
    parameter === 'nitrite' ||
    parameter === 'salinity' ||
    parameter in salts;
  if (needsLitres && water.litres === null) return { kind: 'measure-the-vessel', parameter };
  const litres = water.litres ?? 0;
  if (verdict === 'above' && (parameters[parameter].nutrient || parameter === 'nitrite'))
    return change(parameter, value, target, litres, water.incoming[parameter] ?? null);
  if (parameter === 'salinity') return salinity(value, target, litres, water);
  const dose = salts[parameter];
  if (!dose) return null;
  if (verdict === 'above') return { kind: 'stop-dosing', parameter };
  const rise = target - value;
  return {
    kind: 'dose',
    parameter,
    compound: dose.compound,
    grams: dose.grams(rise, litres),
    days: Math.ceil(rise / (MOST_A_DAY[parameter] ?? rise) - 1e-9),
    result: target,
  };
}

/** One change, or as many as it takes at the largest share; the new water's own value counts. */
function change(
  parameter: ParameterId,
  now: number,
  target: number,
  litres: number,
  newWater: number | null,
): Remedy {
  const source = newWater ?? 0;
  if (source >= target) return { kind: 'new-water-holds-it', parameter, newWater: source };
  const left = (target - source) / (now - source);
  const times = Math.max(1, Math.ceil(Math.log(left) / Math.log(1 - LARGEST_CHANGE) - 1e-9));
  const share = 1 - left ** (1 / times);
  return {
    kind: 'change',
    parameter,
    litres: share * litres,
    times,
    result: source + (now - source) * (1 - share) ** times,
    newWater,
  };
}

function salinity(now: number, target: number, litres: number, water: WaterNow): Remedy {
  const salinityPpt = within(densityLimits.salinityPpt, now);
  const temperatureC = within(densityLimits.temperatureC, water.tests.temperature?.value ?? 25);
  const days = Math.ceil(Math.abs(target - now) / (MOST_A_DAY.salinity ?? 1) - 1e-9);
  if (now > target)
    return {
      kind: 'swap-for-fresh',
      litres: salinityExchangeLitres({
        litres,
        salinityPpt,
        targetPpt: target,
        newWaterPpt: 0,
        temperatureC,
      }),
      days,
      result: target,
    };
  const mass = (seawaterDensityKgM3(salinityPpt, temperatureC) * litres) / 1000;
  return { kind: 'add-salt', kilograms: (mass * (target - now)) / (1000 - target), days, result: target };
}
const within = ({ from, to }: { from: number; to: number }, value: number): number =>
  Math.min(to, Math.max(from, value));

/** Under a salinity of 5 water counts as fresh. */
function firstAid(total: number, { litres, tests }: WaterNow): Remedy {
  const pH = tests.ph?.value;
  const t = tests.temperature?.value;
  const S = tests.salinity?.value ?? 0;
  const share =
    pH === undefined || t === undefined
      ? null
      : unionizedShare(S > 5 ? ammoniaPkSea(S, t) : ammoniaPkFresh(t), pH);
  return {
    kind: 'ammonia',
    unionisedMgL: share === null ? null : total * share,
    sharePercent: share === null ? null : 100 * share,
    changeLitres: litres === null ? null : litres * FIRST_AID_CHANGE,
  };
}
