import { v7 as uuid } from 'uuid';
import { findKind } from '../../../core/catalogue/index.ts';
import { pathPlaces, type EquipmentKind } from '../../../core/catalogue/types.ts';
import type { When } from '../../../contract/fields.ts';
import type { RecordContent } from '../../../contract/records.ts';
import type { Write } from '../../../contract/work.ts';
import { creating, newIds, type NewIds } from '../../api/writing.tsx';

/** One thing somebody adds: a kind, how many, its parts, and when each of its jobs was last done. */
export interface EquipmentDraft {
  key: string;
  kindId: string;
  name: string;
  count: number;
  parts: EquipmentDraft[];
  /** By job id of the catalogue. */
  last: Record<string, When>;
  /** Ids of everything it may become, made once, so that sending twice adds nothing. */
  ids: Record<string, NewIds>;
}

export const unknown: When = { kind: 'unknown' };

export function draftOf(kind: EquipmentKind, kinds: readonly EquipmentKind[]): EquipmentDraft {
  return {
    key: uuid(),
    kindId: kind.id,
    name: kind.name,
    count: 1,
    ids: {},
    parts: (kind.parts ?? []).flatMap((id) => {
      const part = kinds.find((one) => one.id === id);
      return part ? [draftOf(part, kinds)] : [];
    }),
    last: Object.fromEntries(kind.jobs.map((job) => [job.id, unknown])),
  };
}

interface Where {
  siteId: string;
  systemId: string;
  parentId: string | null;
}

/** The records a draft stands for: stations on the path, components, their jobs, and last services where known. */
export function equipmentWrites(
  draft: EquipmentDraft,
  where: Where,
  ownKinds: readonly EquipmentKind[],
  copy = '',
): Write[] {
  const kind = findKind(draft.kindId, ownKinds);
  if (!kind) return [];
  // each copy of a unit has parts of its own, with ids of their own
  const idsOf = (what: string): NewIds => (draft.ids[copy + what] ??= newIds());
  return Array.from({ length: draft.count }, (_, i) => i).flatMap((i) => {
    const component = idsOf(`component${i}`);
    const name = draft.count > 1 ? `${draft.name} ${i + 1}` : draft.name;
    const writes: Write[] = [];
    let stationId: string | null = null;
    if (where.parentId === null) {
      const station = idsOf(`station${i}`);
      stationId = station.id;
      writes.push(
        creating(
          'station',
          {
            systemId: where.systemId,
            name,
            place: kind.place,
            order: pathPlaces.indexOf(kind.place) * 100 + i,
          },
          station,
        ),
      );
    }
    writes.push(creating('component', componentContent(draft, name, where, stationId), component));
    writes.push(
      ...jobWrites(kind, { componentId: component.id, systemId: null }, draft.last, (what) =>
        idsOf(`${what}${i}`),
      ),
    );
    for (const part of draft.parts)
      writes.push(...equipmentWrites(part, { ...where, parentId: component.id }, ownKinds, `${copy}${i}/`));
    return writes;
  });
}

function componentContent(
  draft: EquipmentDraft,
  name: string,
  where: Where,
  stationId: string | null,
): RecordContent<'component'> {
  return {
    siteId: where.siteId,
    systemIds: [where.systemId],
    parentId: where.parentId,
    stationId,
    kindId: draft.kindId,
    name,
    status: 'running',
    statusSince: null,
    statusReason: '',
    dutyHoursPerDay: 24,
    facts: { maker: '', model: '', serial: '', warrantyUntil: null, manual: '', note: '' },
  };
}

/** Jobs of a kind on a component or a system, each with its last service where somebody knows it. */
export function jobWrites(
  kind: EquipmentKind,
  target: { componentId: string | null; systemId: string | null },
  last: Record<string, When>,
  idsOf: (what: string) => NewIds,
): Write[] {
  return kind.jobs.flatMap((job) => {
    const ids = idsOf(`job-${job.id}`);
    const when = last[job.id] ?? unknown;
    const writes = [
      creating(
        'job',
        { ...target, vesselId: null, kindId: kind.id, jobId: job.id, overrides: {}, own: null },
        ids,
      ),
    ];
    if (when.kind !== 'unknown') {
      writes.push(
        creating(
          'service',
          {
            jobId: ids.id,
            when,
            whoId: null,
            found: null,
            shareDone: 1,
            minutes: null,
            supplies: [],
            note: '',
            pictureIds: [],
          },
          idsOf(`last-${job.id}`),
        ),
      );
    }
    return writes;
  });
}
