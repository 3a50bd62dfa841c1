/** What is off while the water is low, and how it is proved running again. In the order of shutting down. */
export interface OffDuringChange {
  kindId: string;
  /** Why, in words that follow the thing's name. */
  why: string;
  provedBy: string;
  /** Only where the level falls far: at a usual change it stays under water, and what moves the water goes on moving it. */
  onlyLow?: true;
}

/** A change of more than this share lowers the level far. House default. */
const FAR_SHARE = 0.3;

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
  {
    kindId: 'phosphate-media',
    why: 'its feed runs dry',
    provedBy: 'clear flow at its outlet',
    onlyLow: true,
  },
  { kindId: 'carbon', why: 'its feed runs dry', provedBy: 'clear flow at its outlet', onlyLow: true },
  { kindId: 'pellet-reactor', why: 'its feed runs dry', provedBy: 'pellets tumble as before', onlyLow: true },
  {
    kindId: 'algae-screen',
    why: 'its pump runs dry',
    provedBy: 'water over the whole screen',
    onlyLow: true,
  },
  { kindId: 'return-pump', why: 'it runs dry below its intake', provedBy: 'flow at the outlet' },
  {
    kindId: 'stream-pump',
    why: 'it throws water where the level has passed it',
    provedBy: 'movement to see',
    onlyLow: true,
  },
  { kindId: 'canister', why: 'its intake draws air', provedBy: 'flow at the outlet, no air in it' },
  {
    kindId: 'reactor-pump',
    why: 'it runs dry below its intake',
    provedBy: 'flow at the outlet',
    onlyLow: true,
  },
];

/** The place of a kind in the order of shutting down; null: it stays on. */
export function shutOrder(kindId: string): number | null {
  const found = offDuringChange.findIndex((one) => one.kindId === kindId);
  return found < 0 ? null : found;
}

/** @param share of the water that is changed; null: not said, a usual one */
export const isOffDuringChange = (
  { onlyLow }: Pick<OffDuringChange, 'onlyLow'>,
  share: number | null,
): boolean => onlyLow === undefined || (share !== null && share > FAR_SHARE);
