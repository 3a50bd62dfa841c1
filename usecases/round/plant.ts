import { hasRole, rolesOf } from '../../core/catalogue/roles.ts';
import type { Mean, Plant, PlantSystem } from '../../core/planning/round/plant.ts';
import type { Still } from '../../core/planning/round/simulate.ts';
import type { Stored } from '../../contract/records.ts';
import { worksLike } from '../../model/facts/worksLike.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { Plan, WaterTested } from '../plan/planRows.ts';

/** As the plan says of the waters: it alone has all readings at hand. */
export interface WatersKnown {
  waters: readonly Pick<WaterTested, 'systemId' | 'mayStand'>[];
  stores: Plan['stores'];
}

/** What gives each of them. Water that falls over a weir breaks its surface. */
const givenBy: Readonly<Record<Mean, (kindId: string) => boolean>> = {
  flow: (kindId) => hasRole(kindId, 'circulation'),
  heat: (kindId) => hasRole(kindId, 'heat', 'cool'),
  air: (kindId) => hasRole(kindId, 'gas') || kindId === 'return-pump',
};

/** What a visit may switch off, for how long each water may be without it, and the new water that stands ready. */
export function plantOf(
  snapshot: Snapshot,
  systemIds: readonly string[],
  { waters, stores }: WatersKnown,
  leftOff: ReadonlySet<string> = new Set(),
): Plant {
  const here = snapshot
    .all('component')
    .filter(
      ({ content }) => content.status !== 'removed' && content.systemIds.some((id) => systemIds.includes(id)),
    );
  const like = worksLike(snapshot);
  // what stands by takes over before its partner is opened
  const runs = ({ id, content }: Stored<'component'>): boolean =>
    (content.status === 'running' || content.status === 'standby') && !leftOff.has(id);
  return {
    systems: systemIds.flatMap((id): PlantSystem[] => {
      const system = snapshot.get('system', id);
      if (!system) return [];
      const mine = here.filter((one) => one.content.systemIds.includes(id) && runs(one));
      const limits = waters.find((one) => one.systemId === id)?.mayStand;
      const give = (what: Mean): PlantSystem['gives'][Mean] => {
        const componentIds = mine
          .filter(({ content }) => givenBy[what](like(content.kindId)))
          .map((one) => one.id);
        return componentIds.length === 0 ? null : { componentIds, limitMin: limits?.[what] ?? null };
      };
      return [
        {
          ...{ systemId: id, name: system.content.name },
          gives: { flow: give('flow'), heat: give('heat'), air: give('air') },
          oxygen: limits?.oxygen ?? null,
          ...(system.content.water === 'brackish' ? {} : { takes: system.content.water }),
        },
      ];
    }),
    units: here.flatMap(({ id, content }) => {
      const { mediaStandMin } = rolesOf(like(content.kindId));
      return mediaStandMin === undefined
        ? []
        : [{ ...{ componentId: id, name: content.name }, systemIds: content.systemIds, mediaStandMin }];
    }),
    stores: stores.filter((one) => one.systemIds.some((id) => systemIds.includes(id))),
    down: new Set(),
  };
}

/** The water that stands, or the unit whose media do. */
export const nameOfStill = (snapshot: Snapshot, { componentId, systemId }: Still): string =>
  (componentId === null
    ? snapshot.content('system', systemId)?.name
    : snapshot.content('component', componentId)?.name) ?? '';
