import { hasRole, rolesOf } from '../../core/catalogue/roles.ts';
import type { Mean, Plant, PlantSystem } from '../../core/planning/round/simulate.ts';
import type { Instant } from '../../core/time/day.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import type { Stored } from '../../contract/records.ts';
import { lastTested } from './matters.ts';
import { mayStandOf, type MayStand } from './mayStand.ts';

/** What gives each of them. Water that falls over a weir breaks its surface. */
const givenBy: Readonly<Record<Mean, (kindId: string) => boolean>> = {
  flow: (kindId) => hasRole(kindId, 'circulation'),
  heat: (kindId) => hasRole(kindId, 'heat', 'cool'),
  air: (kindId) => hasRole(kindId, 'gas') || kindId === 'return-pump',
};

/**
 * What a visit may switch off, and for how long each water may be without it, as far as the records tell.
 * @param known by system, where the plan has said it already: a window holds no readings of its own
 */
export function plantOf(
  evidence: Evidence,
  systemIds: readonly string[],
  now: Instant,
  leftOff: ReadonlySet<string> = new Set(),
  known: ReadonlyMap<string, MayStand> = new Map(),
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
      const limits =
        known.get(id) ??
        mayStandOf(
          evidence,
          system,
          {
            temperatureC: lastTested(evidence, id, 'temperature', now),
            salinity: lastTested(evidence, id, 'salinity', now),
          },
          now,
        );
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
