import { calculator } from './define.ts';
import {
  calciumReactorDelivery,
  calciumReactorFlow,
  calciumReactorMedia,
  drops,
  co2ByBubbles,
  co2ByMedia,
  freundlichFit,
  langmuirFit,
  phosphateCharge,
  phosphateLife,
  adsorbentBed,
  contactTime,
  gas,
} from '../formulas/reactors.ts';

export const reactorCalculators = [
  calculator(calciumReactorDelivery, {
    main: 'rise',
    subject: 'reactors',
    title: 'What a calcium reactor delivers',
    topic: 'calcium reactor delivery',
    cautions: [gas, 'What leaves with the effluent comes on top of the carbon dioxide.'],
  }),
  calculator(calciumReactorFlow, {
    subject: 'reactors',
    title: 'Effluent that a calcium reactor needs',
    topic: 'calcium reactor sizing',
  }),
  calculator(calciumReactorMedia, {
    main: 'days_to_refill',
    subject: 'reactors',
    title: 'How long reactor media lasts',
    topic: 'calcium reactor media life',
  }),
  calculator(drops, { subject: 'reactors', title: 'Drops to millilitres', topic: 'drops' }),
  calculator(co2ByBubbles, {
    main: 'life',
    subject: 'reactors',
    title: 'Carbon dioxide cylinder, by bubbles',
    topic: 'CO2 cylinder life',
    cautions: [gas, 'The bubble’s volume decides: count a bubble into a syringe once.'],
  }),
  calculator(co2ByMedia, {
    main: 'life',
    subject: 'reactors',
    title: 'Carbon dioxide cylinder, by media dissolved',
    topic: 'CO2 cylinder life',
    cautions: [gas],
  }),
  calculator(freundlichFit, {
    subject: 'reactors',
    title: 'Isotherm from tests: Freundlich',
    topic: 'adsorption isotherm fit',
    hint: 'freundlich',
    cautions: ['The two fits differ: say which you use.'],
  }),
  calculator(langmuirFit, {
    subject: 'reactors',
    title: 'Isotherm from tests: Langmuir',
    topic: 'adsorption isotherm fit',
    hint: 'langmuir',
  }),
  calculator(phosphateCharge, {
    subject: 'reactors',
    title: 'What a charge of phosphate media takes from a tank',
    topic: 'adsorbent charge against a tank',
    cautions: [
      'Lower phosphate slowly: a fall of more than a half at once harms corals (common practice). Rock gives back what it holds.',
    ],
  }),
  calculator(phosphateLife, {
    main: 'days',
    subject: 'reactors',
    title: 'How long a charge of phosphate media lasts',
    topic: 'adsorbent life',
  }),
  calculator(adsorbentBed, {
    main: 'days',
    subject: 'reactors',
    title: 'A bed of media, passed once',
    topic: 'adsorbent bed, single pass',
  }),
  calculator(contactTime, {
    subject: 'reactors',
    title: 'Empty-bed contact time',
    topic: 'empty-bed contact time',
  }),
];
