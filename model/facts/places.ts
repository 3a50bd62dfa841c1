import { findKind } from '../../core/catalogue/index.ts';
import type { EquipmentKind } from '../../core/catalogue/types.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import type { Snapshot } from '../snapshot.ts';

/** Where a job is done and on what, looked up once. */
export interface JobPlace {
  siteId: string;
  zone: string;
  systemIds: readonly string[];
  component: Stored<'component'> | null;
  /** The unit a part belongs to, or the component itself: what is switched off together. */
  unit: Stored<'component'> | null;
  /** "Filter sock" */
  thing: string;
  /** "Staghorn trough" */
  systemName: string;
}

const FALLBACK_ZONE = 'UTC';

/** The time zone of the place where a system stands. */
export function zoneOfSystem(snapshot: Snapshot, systemId: string): string {
  const siteId = snapshot.content('system', systemId)?.siteId ?? null;
  return snapshot.content('site', siteId)?.timeZone ?? FALLBACK_ZONE;
}

/**
 * @returns null where the component, system or vessel is gone. A job of the water itself is called by its kind
 *   ("Water change"), a job of a unit by the unit's name.
 */
export function placeOfJob(job: RecordContent<'job'>, snapshot: Snapshot): JobPlace | null {
  const component = job.componentId === null ? undefined : snapshot.get('component', job.componentId);
  if (job.componentId !== null && !component) return null;
  const vessel = snapshot.content('vessel', job.vesselId);
  const systemIds = component?.content.systemIds ?? [job.systemId ?? vessel?.systemId ?? ''];
  const systems = systemIds.flatMap((id) => snapshot.content('system', id) ?? []);
  const siteId = component?.content.siteId ?? systems[0]?.siteId;
  if (!siteId || systems.length === 0) return null;
  const unit = component?.content.parentId
    ? (snapshot.get('component', component.content.parentId) ?? component)
    : (component ?? null);
  return {
    siteId,
    zone: snapshot.content('site', siteId)?.timeZone ?? FALLBACK_ZONE,
    systemIds,
    component: component ?? null,
    unit,
    thing:
      component?.content.name ??
      findKind(
        job.kindId,
        snapshot.all('own-kind').map((kind) => kind.content as EquipmentKind),
      )?.name ??
      vessel?.name ??
      systems[0]?.name ??
      '',
    systemName:
      systems.length <= 2
        ? systems.map((system) => system.name).join(' and ')
        : `${systems[0]?.name ?? ''} and ${systems.length - 1} more`,
  };
}
