import { calculator } from './define.ts';
import {
  oxygenSaturation,
  oxygenAtPressure,
  standardAtmosphere,
  oxygenPercent,
  co2Solubility,
  co2Fresh,
  vapourOverSeawater,
  reaeration,
  ozoneDose,
} from '../formulas/gases.ts';

export const gasCalculators = [
  calculator(oxygenSaturation, {
    subject: 'gases',
    title: 'Oxygen at saturation',
    topic: 'dissolved oxygen at saturation',
    words: ['DO', 'O2', 'aeration'],
  }),
  calculator(oxygenAtPressure, {
    main: 'DO',
    subject: 'gases',
    title: 'Oxygen at saturation under another air pressure',
    topic: 'dissolved oxygen at other pressures',
  }),
  calculator(standardAtmosphere, {
    subject: 'gases',
    title: 'Air pressure at a height',
    topic: 'standard atmosphere',
  }),
  calculator(oxygenPercent, {
    subject: 'gases',
    title: 'Percent of saturation',
    topic: 'percent saturation',
  }),
  calculator(co2Solubility, {
    main: 'CO2_equilibrium',
    subject: 'gases',
    title: 'Carbon dioxide in balance with air',
    topic: 'CO2 solubility',
  }),
  calculator(co2Fresh, {
    main: 'CO2',
    subject: 'gases',
    title: 'Carbon dioxide from alkalinity and pH, fresh water',
    topic: 'CO2 from alkalinity and pH, fresh water',
    cautions: [
      'All alkalinity is taken as carbonate: peat, phosphate buffers and acids make the answer wrong.',
    ],
  }),
  calculator(vapourOverSeawater, {
    subject: 'gases',
    title: 'Water vapour over sea water',
    topic: 'saturation vapour pressure over seawater',
  }),
  calculator(reaeration, { subject: 'gases', title: 'Oxygen coming back by aeration', topic: 'aeration' }),
  calculator(ozoneDose, {
    subject: 'gases',
    title: 'Ozone dose of a side stream',
    topic: 'ozone',
    cautions: [
      'Ozone harms lungs: monitor the air, vent the off-gas, keep to local limits and the maker’s manual.',
    ],
  }),
];
