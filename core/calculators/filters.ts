import { calculator } from './define.ts';
import {
  bedHeadloss,
  filterRate,
  backwashExpansion,
  minimumFluidisation,
  fluidisationFlow,
  fluidisedDrop,
  pressure,
} from '../formulas/filters.ts';

export const filterCalculators = [
  calculator(bedHeadloss, {
    subject: 'filters',
    title: 'Clean headloss of a bed',
    topic: 'pressure drop of a granular bed',
  }),
  calculator(filterRate, {
    subject: 'filters',
    title: 'Rate of a sand filter',
    topic: 'filtration rate',
    cautions: ['With one of two filters out, the other takes the whole flow.'],
  }),
  calculator(backwashExpansion, {
    main: 'expansion',
    subject: 'filters',
    title: 'Expansion of a bed in backwash',
    topic: 'backwash bed expansion',
    cautions: [pressure, 'Spheres: real sand expands a little differently.'],
  }),
  calculator(minimumFluidisation, {
    main: 'u_mf',
    subject: 'filters',
    title: 'Flow at which media begins to tumble',
    topic: 'minimum fluidisation',
    cautions: ['The two forms differ by tens of per cent: start between them and watch the media.'],
  }),
  calculator(fluidisationFlow, {
    subject: 'filters',
    title: 'Flow through a reactor that tumbles',
    topic: 'minimum fluidisation',
  }),
  calculator(fluidisedDrop, {
    subject: 'filters',
    title: 'Pressure drop of a fluidised bed',
    topic: 'fluidised bed pressure drop',
  }),
];
