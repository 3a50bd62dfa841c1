import { calculator } from './define.ts';
import {
  heatingEnergy,
  heaterSize,
  warmingTime,
  chillerLoad,
  saturationPressure,
  evaporation,
  reservoirDays,
  coolingOutage,
  generatorHours,
  oxygenOutage,
  batteryHours,
  sockSets,
  bucketCounts,
  packLife,
  mains,
} from '../formulas/heat.ts';

export const heatCalculators = [
  calculator(heatingEnergy, {
    main: 'energy',
    subject: 'heat',
    title: 'Energy to warm water',
    topic: 'heating energy',
  }),
  calculator(heaterSize, {
    subject: 'heat',
    title: 'Heater for a warming time',
    topic: 'heater sizing',
    cautions: ['Losses come on top. Two smaller heaters fail more kindly than a large one.', mains],
  }),
  calculator(warmingTime, {
    subject: 'heat',
    title: 'How long a heater takes',
    topic: 'warming time',
    cautions: [mains],
  }),
  calculator(chillerLoad, { subject: 'heat', title: 'Chiller for a stream', topic: 'chiller load' }),
  calculator(saturationPressure, {
    subject: 'heat',
    title: 'Water vapour at saturation',
    topic: 'saturation vapour pressure',
  }),
  calculator(evaporation, {
    main: 'full_times_Fa',
    subject: 'heat',
    title: 'Evaporation from a surface',
    topic: 'evaporation',
    cautions: [
      'Salt lowers it by about 2 %. Where the air is damper than the water, it condenses: shown as nought.',
    ],
  }),
  calculator(reservoirDays, {
    subject: 'heat',
    title: 'How long a top-off reservoir lasts',
    topic: 'reservoir days',
    words: ['holiday', 'ATO'],
  }),
  calculator(coolingOutage, { subject: 'heat', title: 'Cooling in an outage', topic: 'outage' }),
  calculator(generatorHours, {
    subject: 'heat',
    title: 'How long a generator runs',
    topic: 'outage',
    cautions: ['Exhaust kills: never indoors. Back-feeding needs a licensed changeover switch.'],
  }),
  calculator(oxygenOutage, { subject: 'heat', title: 'Oxygen left in an outage', topic: 'outage' }),
  calculator(batteryHours, {
    subject: 'heat',
    title: 'How long a battery runs a pump',
    topic: 'battery hours',
    cautions: ['Charging gives off hydrogen: ventilate. ' + mains],
  }),
  calculator(sockSets, { subject: 'filters', title: 'How many socks to own', topic: 'sock sets' }),
  calculator(bucketCounts, {
    subject: 'mixing',
    title: 'Buckets of a change',
    topic: 'bucket counts',
    cautions: ['Lift with the knees; over 15 kg take two people (common practice).'],
  }),
  calculator(packLife, {
    subject: 'dosing',
    title: 'How long a pack lasts, and what it costs',
    topic: 'pack life and cost',
  }),
];
