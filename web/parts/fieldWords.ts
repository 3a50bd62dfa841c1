/** What a stored field is called on a screen. */
const words: Record<string, string> = {
  name: 'Name',
  note: 'Note',
  status: 'State',
  statusReason: 'Reason',
  statusSince: 'Since',
  dutyHoursPerDay: 'Hours a day',
  'facts.maker': 'Maker',
  'facts.model': 'Model',
  'facts.serial': 'Serial number',
  'facts.warrantyUntil': 'Warranty until',
  'facts.manual': 'Manual',
  'facts.note': 'Note',
  timeZone: 'Time zone',
  visits: 'Visit days',
  water: 'Water',
  believedVolumeL: 'Litres you believed',
  waterDepthCm: 'Water depth, cm',
  displacementShare: 'Share of rock and sand',
  when: 'When',
  found: 'How it was found',
  minutes: 'Minutes',
  shareDone: 'Share done',
  whoId: 'Who',
  overrides: 'Own figures',
  systemIds: 'Systems served',
  kindId: 'Kind',
  reason: 'Reason',
  until: 'Until',
};
export function wordOfField(path: string): string {
  return words[path] ?? words[path.split('.').at(-1) ?? ''] ?? path;
}
