import { calculator } from './define.ts';
import {
  frictionFactorFormula,
  frictionFactorQuick,
  pipeFriction,
  hazenWilliams,
  pumpOnSystem,
  pumpAtSpeed,
  pumpsParallel,
  pumpsSeries,
  pumpAffinity,
  pumpCurve,
  pumpEfficiency,
  suctionHead,
  weirFlow,
  weirBlocked,
  drainTime,
  closed,
} from '../formulas/hydraulics.ts';

export const hydraulicCalculators = [
  calculator(frictionFactorFormula, {
    subject: 'hydraulics',
    title: 'Friction factor of a pipe',
    topic: 'friction factor',
    cautions: ['Between Re 2,300 and 4,000 the flow is neither one nor the other.'],
  }),
  calculator(frictionFactorQuick, {
    subject: 'hydraulics',
    title: 'Friction factor, quick form',
    topic: 'friction factor',
    hint: 'swamee',
  }),
  calculator(pipeFriction, {
    main: 'h_total',
    subject: 'hydraulics',
    title: 'Head lost in a pipe',
    topic: 'friction loss',
  }),
  calculator(hazenWilliams, {
    subject: 'hydraulics',
    title: 'Head lost in a pipe, Hazen and Williams',
    topic: 'friction loss',
  }),
  calculator(pumpOnSystem, {
    subject: 'hydraulics',
    title: 'Where a pump runs on its pipes',
    topic: 'pump operating point',
    cautions: [closed],
  }),
  calculator(pumpAtSpeed, {
    subject: 'hydraulics',
    title: 'A pump at another speed, on its pipes',
    topic: 'pump operating point at another speed',
    cautions: ['With static head the flow falls faster than the speed: the plain law is wrong here.'],
  }),
  calculator(pumpsParallel, {
    subject: 'hydraulics',
    title: 'Two pumps side by side',
    topic: 'pumps in parallel',
    cautions: ['Two pumps never give twice the flow.'],
  }),
  calculator(pumpsSeries, {
    subject: 'hydraulics',
    title: 'Two pumps one after the other',
    topic: 'pumps in series',
  }),
  calculator(pumpAffinity, {
    subject: 'hydraulics',
    title: 'Affinity laws',
    topic: 'pump affinity laws',
    cautions: ['Only without static head.'],
  }),
  calculator(pumpCurve, {
    subject: 'hydraulics',
    title: 'Pump curve from three points',
    topic: 'pump curve from points',
  }),
  calculator(pumpEfficiency, {
    main: 'efficiency',
    subject: 'hydraulics',
    title: 'Efficiency of a pump',
    topic: 'pump efficiency',
  }),
  calculator(suctionHead, { subject: 'hydraulics', title: 'Suction head that is there', topic: 'suction' }),
  calculator(weirFlow, { subject: 'hydraulics', title: 'Flow over a weir', topic: 'overflow weir' }),
  calculator(weirBlocked, {
    subject: 'hydraulics',
    title: 'How a blocked weir lifts the water',
    topic: 'overflow weir',
    words: ['teeth', 'overflow'],
  }),
  calculator(drainTime, {
    subject: 'hydraulics',
    title: 'Time to drain or siphon',
    topic: 'drain by gravity',
  }),
];
