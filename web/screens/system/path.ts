import { findKind } from '../../../core/catalogue/index.ts';
import { pathPlaces, type EquipmentKind, type PathPlace } from '../../../core/catalogue/types.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import type { Stored } from '../../../contract/records.ts';
import type { Snapshot } from '../../../model/snapshot.ts';
import { ownKindsOf } from '../../../model/facts/definition.ts';

/** One stop on the water's way: the vessel itself, or a unit with its parts and their jobs. */
export interface Stop {
  key: string;
  name: string;
  place: PathPlace;
  sideLoop: boolean;
  component: Stored<'component'> | null;
  status: Stored<'component'>['content']['status'];
  /** Names of the other systems it serves. */
  sharedWith: string[];
  rows: PlanRow[];
}

/** Stations in the order water passes them; the water's own jobs stand at the vessel, first. */
export function stopsOf(snapshot: Snapshot, systemId: string, plan: readonly PlanRow[]): Stop[] {
  const ownKinds: readonly EquipmentKind[] = ownKindsOf(snapshot);
  const units = snapshot
    .all('component')
    .filter(
      (one) =>
        one.content.systemIds.includes(systemId) &&
        one.content.parentId === null &&
        one.content.status !== 'removed',
    );
  const vessel: Stop = {
    key: 'vessel',
    name: 'The water and its vessel',
    place: 'vessel',
    sideLoop: false,
    component: null,
    status: 'running',
    sharedWith: [],
    rows: plan.filter((row) => row.componentId === null && row.systemIds.includes(systemId)),
  };
  const stops = units.map((unit): Stop & { order: number } => {
    const kind = findKind(unit.content.kindId, ownKinds);
    const station = snapshot.content('station', unit.content.stationId);
    const ids = new Set([unit.id, ...partsOf(snapshot, unit.id)]);
    const place = station?.place ?? kind?.place ?? 'vessel';
    return {
      key: unit.id,
      name: unit.content.name,
      place,
      sideLoop: kind?.sideLoop === true,
      component: unit,
      status: unit.content.status,
      sharedWith: unit.content.systemIds
        .filter((id) => id !== systemId)
        .flatMap((id) => snapshot.content('system', id)?.name ?? []),
      rows: plan.filter((row) => row.componentId !== null && ids.has(row.componentId)),
      order: station?.order ?? pathPlaces.indexOf(place) * 100 + 50,
    };
  });
  return [vessel, ...stops.sort((a, b) => a.order - b.order || a.name.localeCompare(b.name))];
}

/** Ids of all parts below a unit. */
export function partsOf(snapshot: Snapshot, unitId: string): string[] {
  const direct = snapshot
    .all('component')
    .filter((one) => one.content.parentId === unitId && one.content.status !== 'removed');
  return direct.flatMap((part) => [part.id, ...partsOf(snapshot, part.id)]);
}
