import { calculator } from './define.ts';
import {
  nernstSlope,
  probeSlope,
  phTemperature,
  conductivity25,
  tds,
  doserCatch,
} from '../formulas/instruments.ts';

export const instrumentCalculators = [
  calculator(nernstSlope, {
    subject: 'instruments',
    title: 'Ideal slope of a pH probe',
    topic: 'glass electrode slope',
  }),
  calculator(probeSlope, {
    main: 'efficiency',
    subject: 'instruments',
    title: 'Slope of a pH probe from two buffers',
    topic: 'probe slope efficiency',
    cautions: [
      'Clean and recalibrate under 95 %, replace under 85 % (common practice, no published source).',
    ],
    words: ['calibration', 'efficiency'],
  }),
  calculator(phTemperature, {
    main: 'pH',
    subject: 'instruments',
    title: 'pH from millivolts at a temperature',
    topic: 'temperature compensation',
  }),
  calculator(conductivity25, {
    subject: 'instruments',
    title: 'Conductivity of fresh water at 25 °C',
    topic: 'conductivity compensation',
    cautions: ['Fresh water only: sea water goes through practical salinity.'],
  }),
  calculator(tds, { subject: 'instruments', title: 'TDS from conductivity', topic: 'TDS meter' }),
  calculator(doserCatch, {
    subject: 'instruments',
    title: 'Catch test of a dosing pump',
    topic: 'doser catch test',
  }),
];
