import { findKind } from '../../../core/catalogue/index.ts';
import type { EquipmentKind } from '../../../core/catalogue/types.ts';
import type { Day } from '../../../core/time/day.ts';
import { vesselShapes, vesselVolumeL, type ShapeId } from '../../../core/water/vesselVolume.ts';
import type { When } from '../../../contract/fields.ts';
import type { RecordContent } from '../../../contract/records.ts';
import type { Write } from '../../../contract/work.ts';
import { creating, newIds, type NewIds } from '../../api/writing.tsx';
import { equipmentWrites, jobWrites, unknown, type EquipmentDraft } from '../../parts/equipment/draft.ts';

export type Step = 'water' | 'vessel' | 'equipment' | 'visits';
export const steps: readonly { id: Step; name: string }[] = [
  { id: 'water', name: 'Water' },
  { id: 'vessel', name: 'Vessel' },
  { id: 'equipment', name: 'Equipment' },
  { id: 'visits', name: 'Visit day' },
];

/** All that was typed so far. Kept on the device at every keystroke, so that nothing is lost. */
export interface SystemDraft {
  step: Step;
  water: RecordContent<'system'>['water'] | null;
  name: string;
  /** An existing place, or null for a new one. */
  siteId: string | null;
  siteName: string;
  shape: ShapeId;
  /** cm, by field of the shape. */
  dimensions: Record<string, number | null>;
  waterDepthCm: number | null;
  displacementPercent: number | null;
  believedVolumeL: number | null;
  equipment: EquipmentDraft[];
  lastChange: When;
  lastPanes: When;
  weekdays: number[];
  everyWeeks: number;
  ids: Record<string, NewIds>;
}

export function emptyDraft(): SystemDraft {
  return {
    step: 'water',
    water: null,
    name: '',
    siteId: null,
    siteName: '',
    shape: 'box',
    dimensions: {},
    waterDepthCm: null,
    displacementPercent: 5,
    believedVolumeL: null,
    equipment: [],
    lastChange: unknown,
    lastPanes: unknown,
    weekdays: [6],
    everyWeeks: 1,
    ids: {},
  };
}

/** True litres, or null while dimensions are missing or impossible. */
export function trueLitres(draft: SystemDraft): number | null {
  const dimensions = numbersOf(draft);
  if (!dimensions || draft.waterDepthCm === null) return null;
  try {
    return vesselVolumeL({
      shape: draft.shape,
      dimensions,
      waterDepthCm: draft.waterDepthCm,
      displacementShare: (draft.displacementPercent ?? 0) / 100,
    });
  } catch {
    // out of range while it is being typed: there is no figure yet
    return null;
  }
}

function numbersOf(draft: SystemDraft): Record<string, number> | null {
  const found: Record<string, number> = {};
  for (const { key } of vesselShapes[draft.shape].fields) {
    const value = draft.dimensions[key];
    if (value === null || value === undefined) return null;
    found[key] = value;
  }
  return found;
}

/** The records a draft stands for, as one unit of work; the same ids at every call. */
export function draftWrites(
  draft: SystemDraft,
  context: { zone: string; today: Day; ownKinds: readonly EquipmentKind[] },
): Write[] {
  const idsOf = (what: string): NewIds => (draft.ids[what] ??= newIds());
  const siteId = draft.siteId ?? idsOf('site').id;
  const system = idsOf('system');
  const writes: Write[] = [];
  if (draft.siteId === null) {
    writes.push(
      creating(
        'site',
        {
          name: draft.siteName.trim() || 'Home',
          timeZone: context.zone,
          visits:
            draft.weekdays.length > 0
              ? {
                  weekdays: [...draft.weekdays].sort(),
                  everyWeeks: draft.everyWeeks,
                  from: context.today,
                  minutes: null,
                }
              : null,
        },
        idsOf('site'),
      ),
    );
  }
  writes.push(
    creating(
      'system',
      {
        siteId,
        name: draft.name.trim() || 'My tank',
        water: draft.water ?? 'fresh',
        believedVolumeL: draft.believedVolumeL,
        note: '',
      },
      system,
    ),
  );
  const dimensions = numbersOf(draft);
  if (dimensions && draft.waterDepthCm !== null && trueLitres(draft) !== null) {
    writes.push(
      creating(
        'vessel',
        {
          systemId: system.id,
          name: 'Display',
          shape: draft.shape,
          dimensions,
          waterDepthCm: draft.waterDepthCm,
          displacementShare: (draft.displacementPercent ?? 0) / 100,
        },
        idsOf('vessel'),
      ),
    );
  }
  for (const [kindId, last] of [
    ['water-change', draft.lastChange],
    ['panes', draft.lastPanes],
  ] as const) {
    const kind = findKind(kindId);
    if (kind)
      writes.push(
        ...jobWrites(
          kind,
          { componentId: null, systemId: system.id },
          Object.fromEntries(kind.jobs.map((job) => [job.id, last])),
          (what) => idsOf(`${kindId}-${what}`),
        ),
      );
  }
  for (const one of draft.equipment)
    writes.push(...equipmentWrites(one, { siteId, systemId: system.id, parentId: null }, context.ownKinds));
  return writes;
}
