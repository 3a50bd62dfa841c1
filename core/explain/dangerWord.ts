import { formatNumber } from '../quantity/quantities.ts';
import type { Assumption, Danger, FirstAct } from '../water/dangers.ts';
import { assumed } from '../water/dangers.ts';
import { parameterWord } from '../water/parameters.ts';

/** How a screen writes a value of a parameter with its unit. */
export type ShowValue = (parameter: Danger['parameter'], value: number) => string;

const harmfulName = {
  'free-ammonia-n': 'free ammonia',
  'nitrite-n': 'nitrite as N',
  'nitrate-n': 'nitrate as N',
} as const;
const assumption: Record<Assumption, string> = {
  ph: 'pH not tested, taken as high',
  temperature: `temperature not tested, taken as ${assumed.temperatureC} °C`,
  chloride: `chloride not tested, taken as ${assumed.chlorideMgL} mg/L`,
  livestock: 'what lives here is not said, the sensitive side taken',
};

/** What was tested: "ammonia 1.2 mg/L". */
export const dangerTitle = ({ parameter }: Danger, value: number, show: ShowValue): string =>
  `${parameterWord(parameter)} ${show(parameter, value)}`;

/** Against what it is dangerous, and what was taken for it where nobody tested: one sentence. */
export function dangerWord(
  { parameter, side, limit, harmful, assumed: taken }: Danger,
  show: ShowValue,
): string {
  const against = harmful
    ? `About ${mg(harmful.mgL)} of ${harmfulName[harmful.kind]}; it harms from ${mg(limit)}`
    : side === 'jump'
      ? `More than ${formatNumber(limit, 1)} in a day`
      : `Dangerous ${side === 'above' ? 'over' : 'under'} ${show(parameter, limit)}`;
  return `${against}${taken.length > 0 ? `; ${taken.map((one) => assumption[one]).join('; ')}` : ''}.`;
}
const mg = (value: number): string => `${formatNumber(value, value < 1 ? 3 : 1)} mg/L`;

/** Orders, in the order in which they are done. Amounts stand on the Water screen; labels of products decide. */
export const firstActWord: Record<FirstAct, string> = {
  fast: 'Stop feeding.',
  air: 'Aerate: air stone in, surface broken.',
  change: 'Change up to half, matched in temperature and salinity.',
  'change-own-ph':
    'Change up to half, with water of the tank’s pH or lower; never raise the pH, it makes ammonia poisonous.',
  binder: 'Give an ammonia binder by its label.',
  salt: 'Add plain salt: chloride keeps nitrite out of the gills. Not with zeolite, nor where salt harms.',
  thiosulfate: 'Neutralise with thiosulfate by its label; chloramine leaves ammonia behind, so test for it.',
  carbon: 'Fresh carbon in the flow.',
  'find-source': 'Stop what was added last; look for brass, medicine, a corroded part.',
  'slow-warm': 'Look at heater and plug; warm it by a degree an hour, not faster.',
  'slow-cool': 'Heater off, lid open, lamps off, fan on; cool it by a degree an hour, not faster.',
  'check-ph-slowly': 'Find out why: gas, lime, alkalinity. Never correct pH fast.',
  'gas-off': 'Turn the gas off; look at valve and bubbles before it goes on again.',
  'shut-source':
    'Shut off what it comes from: a filter that stood, a denitrator, a bed nobody stirs any more.',
  'air-leak': 'Look for air drawn in at the suction side of a pump; let the water splash and strip.',
  'second-kit': 'Test with a second kit.',
};
