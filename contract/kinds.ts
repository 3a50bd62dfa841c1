// Which kinds of records there are, and what is known of them without knowing what they hold: no schema is needed for it.

export const recordKinds = [
  'site',
  'person',
  'system',
  'vessel',
  'station',
  'component',
  'job',
  'service',
  'look',
  'skip',
  'event',
  'channel',
  'reading',
  'picture',
  'method',
  'solution',
  'import',
  'import-mapping',
  'change-plan',
  'check',
  'lead',
  'round',
  'round-action',
  'route',
  'readings-round',
  'readings-walk',
  'shift-note',
  'sent-tests',
  'sitter-sheet',
  'sheet-tick',
  'plan-pin',
  'visit-change',
  'own-kind',
  'setting',
] as const;
export type RecordKind = (typeof recordKinds)[number];

/** What one record is known by among those of all kinds. */
export const recordKey = ({ kind, id }: { kind: RecordKind; id: string }): string => `${kind} ${id}`;

/** There is one record of settings; its id is the same everywhere. */
export const SETTING_ID = '00000000-0000-7000-8000-000000000001';

/** Kinds that tell what happened: written once, neither changed nor deleted. */
export const appendOnly: ReadonlySet<RecordKind> = new Set(['round-action', 'sheet-tick']);

/** How a kind is called in sentences. */
export const kindWords: Record<RecordKind, string> = {
  site: 'place',
  person: 'person',
  system: 'system',
  vessel: 'vessel',
  station: 'station',
  component: 'piece of equipment',
  job: 'job',
  service: 'service',
  look: 'look',
  skip: 'postponement',
  event: 'event',
  channel: 'channel',
  reading: 'reading',
  picture: 'picture',
  method: 'kit or instrument',
  solution: 'solution',
  import: 'import',
  'import-mapping': 'import mapping',
  'change-plan': 'plan of changes',
  check: 'check',
  lead: 'step ahead of a visit',
  round: 'round',
  'round-action': 'action in a round',
  route: 'route',
  'readings-round': 'round of readings',
  'readings-walk': 'walk of a round of readings',
  'shift-note': 'shift note',
  'sent-tests': 'tests sent in',
  'sitter-sheet': 'sitter’s sheet',
  'sheet-tick': 'tick on a sitter’s sheet',
  'plan-pin': 'wish for a visit',
  'visit-change': 'change of a visit',
  'own-kind': 'kind of equipment',
  setting: 'settings',
};
