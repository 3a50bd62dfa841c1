import { hasRole, rolesOf } from '../../core/catalogue/roles.ts';
import type { Mean, Plant, PlantSystem } from '../../core/planning/round/simulate.ts';
import {
  minutesWithoutAir,
  minutesWithoutHeat,
  minutesWithoutMovement,
  stillWaters,
  stocking,
  type StillWater,
  type StillWaterId,
} from '../../core/planning/round/standstill.ts';
import type { Instant } from '../../core/time/day.ts';
import { litresOf } from '../../model/facts/litres.ts';
import { zoneOfSystem } from '../../model/facts/places.ts';
import { feedLog } from '../../model/water/feedLog.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import type { Stored } from '../../contract/records.ts';
import { lastTested } from './matters.ts';

/** What gives each of them. Water that falls over a weir breaks its surface. */
const givenBy: Readonly<Record<Mean, (kindId: string) => boolean>> = {
  flow: (kindId) => hasRole(kindId, 'circulation'),
  heat: (kindId) => hasRole(kindId, 'heat', 'cool'),
  air: (kindId) => hasRole(kindId, 'gas') || kindId === 'return-pump',
};
/** Fish are fed about a hundredth of their weight a day. Common practice, no published source. */
const FED_SHARE = 0.01;
/** A room where nobody said. House default. */
const ROOM_C = 20;
const LARGE_FRESH_L = 1000;
const COLD_C = 18;

/** What a visit may switch off, and for how long each water may be without it, as far as the records tell. */
export function plantOf(
  evidence: Evidence,
  systemIds: readonly string[],
  now: Instant,
  leftOff: ReadonlySet<string> = new Set(),
): Plant {
  const { snapshot } = evidence;
  const here = snapshot
    .all('component')
    .filter(
      ({ content }) => content.status !== 'removed' && content.systemIds.some((id) => systemIds.includes(id)),
    );
  // what stands by takes over before its partner is opened
  const runs = ({ id, content }: Stored<'component'>): boolean =>
    (content.status === 'running' || content.status === 'standby') && !leftOff.has(id);
  return {
    systems: systemIds.flatMap((id): PlantSystem[] => {
      const system = snapshot.get('system', id);
      if (!system) return [];
      const mine = here.filter((one) => one.content.systemIds.includes(id) && runs(one));
      const limits = limitsOf(evidence, system, now);
      const give = (what: Mean): PlantSystem['gives'][Mean] => {
        const componentIds = mine.filter(({ content }) => givenBy[what](content.kindId)).map((one) => one.id);
        return componentIds.length === 0 ? null : { componentIds, limitMin: limits[what] };
      };
      return [
        {
          ...{ systemId: id, name: system.content.name },
          gives: { flow: give('flow'), heat: give('heat'), air: give('air') },
        },
      ];
    }),
    units: here.flatMap(({ id, content }) => {
      const { mediaStandMin } = rolesOf(content.kindId);
      return mediaStandMin === undefined
        ? []
        : [{ ...{ componentId: id, name: content.name }, systemIds: content.systemIds, mediaStandMin }];
    }),
    down: new Set(),
  };
}

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

function limitsOf(
  evidence: Evidence,
  { id, content }: Stored<'system'>,
  now: Instant,
): Readonly<Record<Mean, number | null>> {
  const litres = litresOf(evidence.snapshot, id);
  const tested = lastTested(evidence, id, 'temperature', now);
  const water = stillWaterOf(content, litres, tested);
  const temperatureC = tested ?? water.temperatureC;
  const fed = feedLog(evidence.index, id, zoneOfSystem(evidence.snapshot, id), now).now;
  const kgOfFish = fed === null ? null : fed / 1000 / FED_SHARE;
  const flow = minutesWithoutMovement(water, {
    temperatureC,
    salinity: content.water === 'fresh' ? 0 : (lastTested(evidence, id, 'salinity', now) ?? water.salinity),
    // nobody said how many live there: the most that usually do
    litresPerKg: litres !== null && kgOfFish !== null && kgOfFish > 0 ? litres / kgOfFish : stocking.heavy,
  });
  const roomC = evidence.snapshot.content('site', content.siteId)?.roomC ?? ROOM_C;
  // the keeper’s own word comes before the house model
  const own = content.mayStand;
  const still = own?.flowMin ?? flow;
  return {
    flow: still,
    air: own?.airMin ?? minutesWithoutAir(still),
    heat: own?.heatMin ?? (litres === null ? null : minutesWithoutHeat({ litres, temperatureC, roomC })),
  };
}
