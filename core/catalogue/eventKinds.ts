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
  outage: 'An outage',
  livestock: 'New livestock',
  death: 'A death',
  feed: 'Another feed',
  medication: 'Medication',
  leak: 'A leak',
  curing: 'Sealant curing',
  observation: 'An observation',
  rest: 'A rest',
  'switched-off': 'Switched off',
  replaced: 'A new part',
  'new-charge': 'A new charge',
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
