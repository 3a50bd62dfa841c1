import { calculator } from './define.ts';
import {
  roRejection,
  roTemperature,
  roNormalised,
  osmoticPressure,
  resinCapacity,
  diLife,
  diLifeCo2,
  makeUpHours,
  carbonBlockLife,
  resinLeft,
  makeUpCost,
  phosphateByTopping,
  storageAutonomy,
  lineFlush,
} from '../formulas/makeUp.ts';

export const makeUpCalculators = [
  calculator(roRejection, {
    subject: 'make-up',
    title: 'Rejection and recovery of a membrane',
    topic: 'reverse osmosis rejection and recovery',
    cautions: [
      'Replace the membrane when rejection falls below about 95 % (common practice); flush before you measure.',
    ],
    words: ['RO', 'TDS'],
  }),
  calculator(roTemperature, {
    subject: 'make-up',
    title: 'Membrane output at a temperature',
    topic: 'RO temperature correction',
  }),
  calculator(roNormalised, {
    main: 'share_of_rated',
    subject: 'make-up',
    title: 'Membrane output against its rating',
    topic: 'RO temperature correction',
  }),
  calculator(osmoticPressure, {
    subject: 'make-up',
    title: 'Osmotic pressure of a salt water',
    topic: 'osmotic pressure',
  }),
  calculator(resinCapacity, {
    subject: 'make-up',
    title: 'Resin capacity from kilograins',
    topic: 'DI resin capacity',
  }),
  calculator(diLife, {
    main: 'days',
    subject: 'make-up',
    title: 'How long DI resin lasts',
    topic: 'DI resin life',
    cautions: ['An upper bound: a meter misses carbon dioxide and silica, which use resin too.'],
    words: ['deionisation'],
  }),
  calculator(diLifeCo2, {
    main: 'litres',
    subject: 'make-up',
    title: 'DI resin with carbon dioxide in the water',
    topic: 'DI resin life',
  }),
  calculator(makeUpHours, {
    subject: 'make-up',
    title: 'Hours and waste of a batch',
    topic: 'make-up water',
  }),
  calculator(carbonBlockLife, {
    main: 'days',
    subject: 'make-up',
    title: 'How long a carbon block lasts',
    topic: 'carbon block life',
    cautions: [
      'Chlorine behind the carbon destroys the membrane: test there now and then. Sediment may block it sooner.',
    ],
  }),
  calculator(resinLeft, {
    main: 'days',
    subject: 'make-up',
    title: 'Resin left by what has passed',
    topic: 'resin mass balance',
    cautions: ['An upper bound: carbon dioxide and silica pass a meter unseen and use resin too.'],
    words: ['deionisation', 'DI'],
  }),
  calculator(makeUpCost, {
    main: 'cost',
    subject: 'make-up',
    title: 'What made water costs',
    topic: 'cost of make-up water',
    words: ['price', 'money'],
  }),
  calculator(phosphateByTopping, {
    subject: 'make-up',
    title: 'What top-up water brings in',
    topic: 'source finding',
  }),
  calculator(storageAutonomy, {
    subject: 'make-up',
    title: 'How long stored water lasts',
    topic: 'storage autonomy',
    words: ['storm', 'day tank', 'reservoir'],
  }),
  calculator(lineFlush, {
    main: 'minutes',
    subject: 'make-up',
    title: 'How long to flush a line',
    topic: 'line flush',
  }),
];
