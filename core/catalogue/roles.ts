// What a kind of equipment does for its water, and what of it can hurt: rules ask for these, never for a kind by its id.
// All common practice, no published source. A job adds its own hazards (its bath, its product).

export const roles = [
  'mechanical',
  'biological',
  'export',
  'gas',
  'circulation',
  'heat',
  'cool',
  'sterilise',
  'dosing',
  'top-off',
  'make-up',
  'store',
  'safety',
  'instrument',
  'light',
] as const;
export type Role = (typeof roles)[number];

export const hazards = [
  'mains',
  'hot',
  'glass',
  'pressure',
  'acid',
  'bleach',
  'caustic',
  'gas in the room',
  'ultraviolet',
  'height',
  'heavy',
  'starts by itself',
  'hydrogen sulfide',
  'confined',
  'flood',
  'germs',
] as const;
export type Hazard = (typeof hazards)[number];

/** What of work a house may allow at certain hours only. */
export const disturbances = ['water', 'noise', 'obstruction'] as const;
export type Disturbance = (typeof disturbances)[number];

export interface RolesOfKind {
  roles: readonly Role[];
  hazards: readonly Hazard[];
  /** Minutes its wet media may stand without flow; absent: nothing in it dies of that. House figures. */
  mediaStandMin?: number;
  /** Several are one store or one line: one at a time is out of service, whatever the day. */
  oneOut?: true;
  /** What work on it brings with it in the house, beside what every job of its work does. */
  disturbs?: readonly Disturbance[];
}
const of = (
  given: readonly Role[],
  hazardous: readonly Hazard[] = [],
  mediaStandMin?: number,
): RolesOfKind => ({
  roles: given,
  hazards: hazardous,
  ...(mediaStandMin === undefined ? {} : { mediaStandMin }),
});

export const rolesOfKind: Readonly<Record<string, RolesOfKind>> = {
  'sock-felt': of(['mechanical'], ['germs']),
  'sock-mesh': of(['mechanical'], ['germs']),
  'sock-cleaning': of(['mechanical'], ['germs']),
  floss: of(['mechanical'], ['germs']),
  'fibre-prefilter': of(['mechanical'], ['germs']),
  'intake-strainer': of(['mechanical'], ['germs']),
  'fleece-roll': of(['mechanical'], ['mains', 'starts by itself']),
  sponge: of(['mechanical', 'biological'], ['germs']),
  cartridge: of(['mechanical', 'biological'], ['germs']),
  canister: of(['mechanical', 'biological', 'circulation'], ['mains'], 60),
  'sand-filter': {
    ...of(['mechanical', 'biological'], ['pressure', 'heavy'], 60),
    disturbs: ['water', 'noise'],
  },
  'trickle-tower': of(['biological', 'gas'], ['height'], 30),
  'drip-plate': of(['biological'], ['height']),
  'porous-media': of(['biological'], ['heavy']),
  substrate: of(['biological'], ['heavy', 'hydrogen sulfide']),
  refugium: of(['export'], ['mains']),
  'algae-screen': of(['export'], ['mains']),
  'algae-reactor': of(['export'], ['mains']),
  'pellet-reactor': of(['export', 'biological'], ['hydrogen sulfide'], 60),
  skimmer: of(['export', 'gas'], ['mains']),
  'skimmer-cup': of([], ['germs']),
  'phosphate-media': of(['export']),
  carbon: of(['export']),
  'organic-resin': of(['export'], ['bleach', 'caustic']),
  'calcium-reactor': of(['dosing'], ['gas in the room', 'acid']),
  limewater: of(['dosing'], ['caustic']),
  'dosing-head': of(['dosing'], ['acid', 'caustic']),
  'dosing-container': of(['dosing'], ['acid', 'caustic']),
  'co2-cylinder': of(['dosing'], ['gas in the room', 'pressure']),
  heater: of(['heat'], ['mains', 'hot', 'glass']),
  chiller: of(['cool'], ['mains', 'starts by itself']),
  uv: of(['sterilise'], ['mains', 'ultraviolet', 'glass']),
  ozone: of(['sterilise', 'export'], ['gas in the room', 'mains']),
  'return-pump': of(['circulation'], ['mains']),
  'stream-pump': of(['circulation'], ['mains']),
  'duty-standby': of([], ['mains']),
  'large-pump': of(['circulation'], ['mains', 'starts by itself', 'pressure', 'heavy']),
  'reactor-pump': of([], ['mains']),
  'air-pump': of(['gas'], ['mains']),
  weir: of(['safety']),
  'top-off': of(['top-off'], ['flood', 'mains']),
  'make-up-unit': of(['make-up'], ['pressure']),
  'sediment-stage': of(['make-up'], ['pressure']),
  'carbon-block': of(['make-up'], ['pressure']),
  'ro-membrane': of(['make-up'], ['pressure']),
  'di-resin': of(['make-up'], ['pressure']),
  'mixing-drum': of(['store'], ['heavy']),
  'product-container': of(['store'], ['heavy']),
  'storage-basin': { ...of(['store'], ['confined', 'hydrogen sulfide']), oneOut: true },
  'intake-line': of(['make-up'], ['hydrogen sulfide', 'confined']),
  'quality-gate': of(['safety', 'make-up']),
  effluent: of([], ['hydrogen sulfide']),
  'standby-power': of(['safety'], ['mains', 'gas in the room']),
  'emergency-stop': of(['safety'], ['starts by itself']),
  'ph-probe': of(['instrument'], ['glass']),
  'conductivity-probe': of(['instrument']),
  'temperature-probe': of(['instrument']),
  'alkalinity-monitor': of(['instrument'], ['acid']),
  refractometer: of(['instrument'], ['glass']),
  reagents: of(['instrument'], ['acid']),
  light: of(['light'], ['mains', 'height', 'glass']),
  lids: of([], ['glass']),
  floor: of(['mechanical']),
  tools: of([], ['bleach']),
  fasteners: of([], ['height']),
  'auto-feeder': of([]),
};

const none: RolesOfKind = { roles: [], hazards: [] };
/** @returns nothing for a kind that is not known here: a person's own one says its roles itself */
export const rolesOf = (kindId: string | null): RolesOfKind => rolesOfKind[kindId ?? ''] ?? none;
export const hasRole = (kindId: string | null, ...some: readonly Role[]): boolean =>
  rolesOf(kindId).roles.some((role) => some.includes(role));
/** It only airs the water: a skimmer and a tower do other work besides. */
export const onlyAirs = (kindId: string | null): boolean =>
  hasRole(kindId, 'gas') && !hasRole(kindId, 'export', 'biological');
