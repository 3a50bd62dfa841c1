import type { Mean, OxygenFigures } from '../../core/planning/round/plant.ts';
import {
  minutesWithoutAir,
  minutesWithoutHeat,
  minutesWithoutMovement,
  stillWaters,
  stocking,
  usePerLitreH,
  type StillWater,
  type StillWaterId,
} from '../../core/planning/round/standstill.ts';
import { oxygenSaturationMgL } from '../../core/chemistry/oxygen.ts';
import type { Instant } from '../../core/time/day.ts';
import { litresOf } from '../../model/facts/litres.ts';
import { zoneOfSystem } from '../../model/facts/places.ts';
import { feedLog } from '../../model/water/feedLog.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import type { Stored } from '../../contract/records.ts';

/** Fish are fed about a hundredth of their weight a day. Common practice, no published source. */
const FED_SHARE = 0.01;
/** A room where nobody said. House default. */
const ROOM_C = 20;
const LARGE_FRESH_L = 1000;
const COLD_C = 18;

/** Which of the waters with known limits it is. */
export function stillWaterOf(
  { water, standing, programmeId }: Stored<'system'>['content'],
  litres: number | null,
  temperatureC: number | null,
): StillWater {
  const id = ((): StillWaterId => {
    if (standing === 'quarantine') return 'quarantine';
    if (water === 'fresh') return litres !== null && litres >= LARGE_FRESH_L ? 'large-fresh' : 'community';
    if (programmeId === 'cold-sea' || (temperatureC !== null && temperatureC < COLD_C)) return 'cold-marine';
    return programmeId == null || !reefs.includes(programmeId) ? 'fish-only' : 'reef';
  })();
  return stillWaters.find((one) => one.id === id) ?? stillWaters[0];
}
const reefs: readonly string[] = ['ultra-low-nutrient', 'balanced-reef', 'algae-export'];

/** Minutes without each on purpose; null: how long is not known. */
export interface MayStand extends Readonly<Record<Mean, number | null>> {
  /** What the minutes come from; null: they are the keeper’s own. */
  oxygen: OxygenFigures | null;
}

/** @param tested its last temperature and salinity that nobody doubts; null: none */
export function mayStandOf(
  { snapshot, index }: Pick<Evidence, 'snapshot' | 'index'>,
  { id, content }: Pick<Stored<'system'>, 'id' | 'content'>,
  tested: { temperatureC: number | null; salinity: number | null },
  now: Instant,
): MayStand {
  const litres = litresOf(snapshot, id);
  const water = stillWaterOf(content, litres, tested.temperatureC);
  const temperatureC = tested.temperatureC ?? water.temperatureC;
  const fed = feedLog(index, id, zoneOfSystem(snapshot, id), now).now;
  const kgOfFish = fed === null ? null : fed / 1000 / FED_SHARE;
  const salinity = content.water === 'fresh' ? 0 : (tested.salinity ?? water.salinity);
  // nobody said how many live there: the most that usually do
  const litresPerKg =
    litres !== null && kgOfFish !== null && kgOfFish > 0 ? litres / kgOfFish : stocking.heavy;
  const flow = minutesWithoutMovement(water, { temperatureC, salinity, litresPerKg });
  const roomC = snapshot.content('site', content.siteId)?.roomC ?? ROOM_C;
  // the keeper’s own word comes before the house model
  const own = content.mayStand;
  const still = own?.flowMin ?? flow;
  return {
    oxygen:
      own?.flowMin !== undefined
        ? null
        : {
            saturationMgL: oxygenSaturationMgL(salinity, temperatureC),
            useMgLh: usePerLitreH(temperatureC, litresPerKg, water.waterUseMgLh),
            limitMgL: water.limitMgL,
            depthM: water.depthM,
          },
    flow: still,
    air: own?.airMin ?? minutesWithoutAir(still),
    heat: own?.heatMin ?? (litres === null ? null : minutesWithoutHeat({ litres, temperatureC, roomC })),
  };
}
