import type { RecordKind } from '../../contract/records.ts';

/** Kinds that tell of the work and nothing of the water: no test, no judgement and no reading is otherwise for them. */
export const besideWater: ReadonlySet<RecordKind> = new Set<RecordKind>([
  ...(['round', 'round-action', 'route', 'readings-round', 'readings-walk', 'shift-note'] as const),
  ...([
    'sitter-sheet',
    'sheet-tick',
    'plan-pin',
    'visit-change',
    'lead',
    'picture',
    'import-mapping',
  ] as const),
]);
