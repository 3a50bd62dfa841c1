interface Caution {
  order: string;
  reason: string;
  /** Somebody can be hurt. */
  harm?: true;
}
/** One order first, the reason after. Shown where the job needs it; never the last word. */
export const cautions = {
  unplug: {
    harm: true,
    order: 'Unplug it before hands go in.',
    reason:
      'Electricity and salt water kill. Drip loops, residual-current protection; fixed wiring is a licensed electrician’s work.',
  },
  'uv-lamp': {
    harm: true,
    order: 'Lamp off and isolated before the housing is opened.',
    reason:
      'UV-C burns eyes and skin within seconds; never look at a lit lamp. Old lamps hold mercury: hazardous-waste route.',
  },
  'bleach-acid': {
    harm: true,
    order: 'Never let bleach meet vinegar, descaler or ammonia.',
    reason:
      'Bleach with acid gives off chlorine, with ammonia chloramine. Gloves, eye protection, an open window; acid into water, not water into acid.',
  },
  'dry-completely': {
    order: 'Rinse, then dry completely before it goes back.',
    reason: 'Rinsing and drying take away the bleach; a damp sock carries it into the tank.',
  },
  pressure: {
    harm: true,
    order: 'Relieve the pressure before opening.',
    reason:
      'A filter vessel or housing under pressure throws its lid. Close the feed, open the drain, watch the gauge fall to zero.',
  },
  'mains-leak': {
    order: 'Look for damp at the seals before the power goes back on.',
    reason: 'A leaking seal puts water on mains parts.',
  },
  'wet-floor': {
    order: 'Mind the wet floor and the weight.',
    reason: 'A full bucket is 10 kg and more; site rules for lifting apply.',
  },
  'gloves-cuts': { order: 'Gloves over cuts.', reason: 'Aquarium water infects skin.' },
  'match-water': {
    order: 'Match temperature and salinity, go slowly.',
    reason:
      'A change of more than 1 °C or 1 ppt at once stresses livestock (common practice, value from memory).',
  },
  'rinse-to-waste': {
    order: 'Run the new charge to waste until it is clear.',
    reason: 'The dust of fresh media clouds the water and irritates gills.',
  },
  'keep-bacteria-wet': {
    order: 'Rinse in water drained from the tank, never from the tap, and never all at once.',
    reason: 'Tap water and drying kill the bacteria that the livestock depends on.',
  },
  flood: {
    order: 'Stay until the level stands.',
    reason: 'A blocked weir or a top-off left open floods the building.',
  },
  'pellets-slowly': {
    order: 'Add a little at a time, only while nitrate can be measured.',
    reason: 'Rushed starts starve the water of oxygen. Cloudy water or gasping fish: stop adding, aerate.',
  },
  co2: {
    harm: true,
    order: 'Secure the cylinder upright and ventilate.',
    reason: 'CO2 suffocates in small rooms; a falling cylinder is a missile.',
  },
  ozone: {
    harm: true,
    order: 'Ozone off and the room ventilated before it is opened.',
    reason: 'Ozone harms at 0.1 ppm in air. If you smell it: leave and ventilate.',
  },
  'confined-space': {
    harm: true,
    order: 'No entry without permit, gas test and attendant.',
    reason:
      'Basins, sumps and filter vessels are confined spaces: trained staff only, oxygen and hydrogen sulfide measured.',
  },
  'hydrogen-sulfide': {
    harm: true,
    order: 'Stay upwind while it is flushed.',
    reason: 'Hydrogen sulfide kills, and it deadens the sense of smell first.',
  },
  'lock-out': {
    harm: true,
    order: 'Lock out and tag before the guard comes off.',
    reason: 'Large equipment starts by itself; fixed wiring is a licensed electrician’s work.',
  },
  'site-rules': {
    order: 'Follow the site’s rules for lifting, diving and wet floors.',
    reason: 'They know the building; this program does not.',
  },
  discharge: {
    order: 'Discharge only what the permit allows.',
    reason: 'Permit and local codes decide what may go where.',
  },
  caustic: {
    harm: true,
    order: 'Gloves and eye protection.',
    reason: 'Concentrated cleaners burn skin and eyes.',
  },
} as const satisfies Record<string, Caution>;
export type CautionId = keyof typeof cautions;
/** Whether it can hurt somebody: a round then asks whether it was heeded. */
export const canHurt = (id: CautionId): boolean => (cautions as Record<CautionId, Caution>)[id].harm ?? false;
export const cautionIds = Object.keys(cautions) as CautionId[];

/** Said always, beside any caution. */
export const deference = 'Local codes, the maker’s manual and licensed practice come before this program.';
