import { calculator } from './define.ts';
import {
  volumeBox,
  volumeCylinder,
  volumeLyingCylinder,
  volumeBowFront,
  volumeHexagon,
  turnover,
  levelLitres,
  changeMarks,
  sumpHeadroom,
} from '../formulas/vessels.ts';

export const vesselCalculators = [
  calculator(volumeBox, {
    subject: 'vessels',
    title: 'True volume of a box',
    topic: 'vessel volume',
    words: ['litres', 'tank'],
  }),
  calculator(volumeCylinder, {
    subject: 'vessels',
    title: 'True volume of an upright cylinder',
    topic: 'vessel volume',
  }),
  calculator(volumeLyingCylinder, {
    subject: 'vessels',
    title: 'True volume of a lying cylinder',
    topic: 'vessel volume',
  }),
  calculator(volumeBowFront, {
    subject: 'vessels',
    title: 'True volume with a bow front',
    topic: 'vessel volume',
  }),
  calculator(volumeHexagon, {
    subject: 'vessels',
    title: 'True volume of a regular hexagon',
    topic: 'vessel volume',
  }),
  calculator(turnover, {
    subject: 'vessels',
    title: 'Turnover and residence',
    topic: 'turnover and residence',
  }),
  calculator(levelLitres, {
    main: 'fall',
    subject: 'vessels',
    title: 'Litres of a centimetre, and marks on the glass',
    topic: 'level and litres',
    cautions: ['Rock under the surface holds less: the mark falls further.'],
  }),
  calculator(changeMarks, {
    subject: 'vessels',
    title: 'Marks for 5, 10 and 20 %',
    topic: 'marks on the glass',
    cautions: ['Heater, pumps and intakes above a mark must be off before the level passes them.'],
    words: ['level', 'water change'],
  }),
  calculator(sumpHeadroom, {
    main: 'spare',
    subject: 'vessels',
    title: 'Drain-back and room in the sump',
    topic: 'drain-back and sump headroom',
    cautions: [
      'Prove it once: switch the pump off and watch. A valve that should hold water back will fail one day.',
    ],
    words: ['flood', 'power cut'],
  }),
];
