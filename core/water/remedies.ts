import { MEQ_PER_DKH, molarMass } from '../calculators/constants.ts';
import { isStripped, judge, parameters, type Band, type ParameterId } from './parameters.ts';
import { seawaterDensityKgM3 } from './seawaterDensity.ts';

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

const salts: Partial<Record<ParameterId, { compound: string; gramsPerLitre: (rise: number) => number }>> = {
  alkalinity: {
    compound: 'sodium bicarbonate',
    gramsPerLitre: (dkh) => (dkh * MEQ_PER_DKH * molarMass.NaHCO3) / 1000,
  },
  calcium: {
    compound: 'calcium chloride dihydrate',
    gramsPerLitre: (mg) => (mg / 1000) * (molarMass.CaCl2_2H2O / molarMass.Ca),
  },
  magnesium: {
    compound: 'magnesium chloride hexahydrate',
    gramsPerLitre: (mg) => (mg / 1000) * (molarMass.MgCl2_6H2O / molarMass.Mg),
  },
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
  const salt = salts[parameter];
  if (!salt) return null;
  if (verdict === 'above') return { kind: 'stop-dosing', parameter };
  const rise = target - value;
  return {
    kind: 'dose',
    parameter,
    compound: salt.compound,
    grams: salt.gramsPerLitre(rise) * litres,
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
  const t = water.tests.temperature?.value ?? 25;
  const density = (s: number) =>
    seawaterDensityKgM3(Math.min(42, Math.max(0, s)), Math.min(40, Math.max(-2, t)));
  const days = Math.ceil(Math.abs(target - now) / (MOST_A_DAY.salinity ?? 1) - 1e-9);
  if (now > target) {
    const takes = density(now) * (now - target);
    return {
      kind: 'swap-for-fresh',
      litres: (litres * takes) / (takes + density(0) * target),
      days,
      result: target,
    };
  }
  const mass = (density(now) * litres) / 1000;
  return { kind: 'add-salt', kilograms: (mass * (target - now)) / (1000 - target), days, result: target };
}

/** @source sea: Johansson and Wedborg 1980; fresh: Emerson et al. 1975 */
function firstAid(total: number, { litres, tests }: WaterNow): Remedy {
  const pH = tests.ph?.value;
  const t = tests.temperature?.value;
  const S = tests.salinity?.value ?? 0;
  const share =
    pH === undefined || t === undefined
      ? null
      : 1 /
        (1 +
          10 **
            ((S > 5 ? -0.467 + 0.00113 * S + 2887.9 / (t + 273.15) : 0.09018 + 2729.92 / (t + 273.15)) - pH));
  return {
    kind: 'ammonia',
    unionisedMgL: share === null ? null : total * share,
    sharePercent: share === null ? null : 100 * share,
    changeLitres: litres === null ? null : litres * FIRST_AID_CHANGE,
  };
}
