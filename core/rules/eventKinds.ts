/** What can happen to a place, a system or a component, apart from jobs. */
export const eventKinds = [
  'outage',
  'livestock',
  'feed',
  'medication',
  'leak',
  'observation',
  'rest',
  'switched-off',
  'replaced',
] as const;
export type EventKind = (typeof eventKinds)[number];

/** What an event is called in a sentence. */
export const eventWords: Record<EventKind, string> = {
  outage: 'An outage',
  livestock: 'New livestock',
  feed: 'Another feed',
  medication: 'Medication',
  leak: 'A leak',
  observation: 'An observation',
  rest: 'A rest',
  'switched-off': 'Switched off',
  replaced: 'A new part',
};
