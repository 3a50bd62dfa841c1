/** What is off while the water is low, and how it is proved running again. In the order of shutting down. */
export interface OffDuringChange {
  kindId: string;
  /** Why, in words that follow the thing's name. */
  why: string;
  provedBy: string;
}

/** A kind that must be off meanwhile is a line here. Common practice, no published source; the maker's manual comes first. */
export const offDuringChange: readonly OffDuringChange[] = [
  { kindId: 'top-off', why: 'it would refill what is drained', provedBy: 'set to automatic, level steady' },
  { kindId: 'limewater', why: 'it doses into still water', provedBy: 'drips at its tip as before' },
  {
    kindId: 'dosing-head',
    why: 'it doses into still water',
    provedBy: 'its next dose arrives at the outlet',
  },
  { kindId: 'heater', why: 'dry and hot it cracks', provedBy: 'its indicator or current, water over it' },
  { kindId: 'uv', why: 'a lamp without flow overheats', provedBy: 'flow first, then its indicator' },
  {
    kindId: 'ozone',
    why: 'gas without flow goes into the room',
    provedBy: 'flow first, then the room monitor reads nought',
  },
  { kindId: 'chiller', why: 'without flow it freezes or trips', provedBy: 'flow first, then it cools' },
  {
    kindId: 'calcium-reactor',
    why: 'its outlet runs dry, gas collects',
    provedBy: 'drips and bubbles count as before',
  },
  {
    kindId: 'skimmer',
    why: 'it overflows when the level comes back',
    provedBy: 'foam in the neck once the level stands',
  },
  { kindId: 'phosphate-media', why: 'its feed runs dry', provedBy: 'clear flow at its outlet' },
  { kindId: 'carbon', why: 'its feed runs dry', provedBy: 'clear flow at its outlet' },
  { kindId: 'pellet-reactor', why: 'its feed runs dry', provedBy: 'pellets tumble as before' },
  { kindId: 'algae-screen', why: 'its pump runs dry', provedBy: 'water over the whole screen' },
  { kindId: 'return-pump', why: 'it runs dry below its intake', provedBy: 'flow at the outlet' },
  {
    kindId: 'stream-pump',
    why: 'it throws water where the level has passed it',
    provedBy: 'movement to see',
  },
  { kindId: 'canister', why: 'its intake draws air', provedBy: 'flow at the outlet, no air in it' },
  { kindId: 'reactor-pump', why: 'it runs dry below its intake', provedBy: 'flow at the outlet' },
];

/** The place of a kind in the order of shutting down; null: it stays on. */
export function shutOrder(kindId: string): number | null {
  const found = offDuringChange.findIndex((one) => one.kindId === kindId);
  return found < 0 ? null : found;
}
