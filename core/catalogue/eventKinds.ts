/** What can happen to a place, a system or a component, apart from jobs. */
export const eventKinds = [
  'outage',
  'livestock',
  'death',
  'feed',
  'medication',
  'leak',
  'curing',
  'observation',
  'rest',
  'switched-off',
  'replaced',
  'new-charge',
  'biological-work',
  'stirred-up',
  'cleaned',
] as const;
export type EventKind = (typeof eventKinds)[number];

/** What an event is called in a sentence. */
export const eventWords: Record<EventKind, string> = {
  outage: 'Outage',
  livestock: 'New livestock',
  death: 'Death',
  feed: 'Feed changed',
  medication: 'Medication',
  leak: 'Leak',
  curing: 'Sealant curing',
  observation: 'Observation',
  rest: 'Rest',
  'switched-off': 'Switched off',
  replaced: 'New part',
  'new-charge': 'New media',
  'biological-work': 'Biological work',
  'stirred-up': 'Dirt stirred up',
  cleaned: 'Cleaned',
};

/** Events that jobs announce by being done, and how far they reach: the same unit, or the whole system. */
export const announcedScope: Partial<Record<EventKind, 'unit' | 'system'>> = {
  replaced: 'unit',
  cleaned: 'unit',
  'new-charge': 'system',
  'biological-work': 'system',
  'stirred-up': 'system',
};
