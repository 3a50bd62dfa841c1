import { ammoniaPkFresh, ammoniaPkSea, unionizedShare } from '../../chemistry/ammonia.ts';
import { afterChanges } from '../../chemistry/dilution.ts';
import { FIRST_AID_CHANGE } from './limits.ts';
import type { Remedy, WaterNow } from './types.ts';

/** Under a salinity of 5 water counts as fresh. */
const FRESH_UNDER_PPT = 5;
const isSalty = ({ tests }: WaterNow): boolean => (tests.salinity?.value ?? 0) > FRESH_UNDER_PPT;

/** @param total in the stored unit */
export function ammoniaFirstAid(total: number, water: WaterNow): Remedy[] {
  const { litres, tests } = water;
  const pH = tests.ph?.value;
  const t = tests.temperature?.value;
  const share =
    pH === undefined || t === undefined
      ? null
      : unionizedShare(isSalty(water) ? ammoniaPkSea(tests.salinity?.value ?? 0, t) : ammoniaPkFresh(t), pH);
  return [
    {
      kind: 'ammonia',
      unionisedMgL: share === null ? null : total * share,
      sharePercent: share === null ? null : 100 * share,
      changeLitres: litres === null ? null : litres * FIRST_AID_CHANGE,
      result: afterChanges(total, water.incoming.ammonia ?? 0, FIRST_AID_CHANGE),
    },
  ];
}

export function nitriteFirstAid(value: number, water: WaterNow): Remedy[] {
  return [
    {
      kind: 'nitrite',
      changeLitres: water.litres === null ? null : water.litres * FIRST_AID_CHANGE,
      result: afterChanges(value, water.incoming.nitrite ?? 0, FIRST_AID_CHANGE),
      salty: isSalty(water),
    },
  ];
}
