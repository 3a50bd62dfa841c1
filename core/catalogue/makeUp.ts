import { FROM_MEMORY, HOUSE, job, months } from './define.ts';
import type { EquipmentKind } from './types.ts';

const unitOff = [{ what: 'make-up unit', provedBy: 'product runs, no drip at the housings' }];
const housing = ['Close the feed, relieve the pressure.', 'Open the housing, swap the cartridge, wipe the seal.', 'Open the feed, look for drips.', 'Flush to waste 10 to 15 minutes.'];
const stageWords = ['as new', 'a little discoloured', 'pressure or test at the limit', 'well past the limit', 'failed'];

export const makeUp: readonly EquipmentKind[] = [
  {
    id: 'sediment-stage', name: 'Sediment stage', alsoCalled: ['sediment filter', 'prefilter', 'RO prefilter'],
    place: 'make-up', target: 'component', about: 'The first stage of a make-up unit: keeps silt off the rest.',
    jobs: [job({
      id: 'replace', action: 'replace the cartridge', work: 'replace', rules: [{ kind: 'wear', range: months(4, 12) }],
      driver: 'litres × turbidity', foundScale: 'wear', foundWords: stageWords, dueSigns: 'pressure after it falls',
      procedure: housing, minutes: 20, supplies: [{ name: 'sediment cartridge', amount: '1' }], shuts: unitOff, consequence: 'B', cautions: ['pressure'],
    })],
  },
  {
    id: 'carbon-block', name: 'Carbon block', alsoCalled: ['carbon stage', 'RO carbon', 'chlorine filter'],
    place: 'make-up', target: 'component', about: 'Takes out the chlorine that would kill the membrane behind it.',
    jobs: [job({
      id: 'replace', action: 'replace the cartridge', work: 'replace', rules: [{ kind: 'wear', range: months(6, 12) }],
      driver: 'litres × chlorine', foundScale: 'wear', foundWords: stageWords, dueSigns: 'chlorine after it',
      procedure: housing, minutes: 20, supplies: [{ name: 'carbon block', amount: '1' }], shuts: unitOff, consequence: 'B', cautions: ['pressure'],
    })],
  },
  {
    id: 'ro-membrane', name: 'RO membrane', alsoCalled: ['reverse osmosis', 'membrane', 'RO'],
    place: 'make-up', target: 'component', about: 'Its look is no test: the rejection and the product’s own tests tell.',
    jobs: [job({
      id: 'replace', action: 'replace the membrane', work: 'replace', rules: [{ kind: 'wear', range: months(24, 36) }],
      driver: 'rejection', foundScale: 'wear',
      foundWords: ['rejection as new', 'slightly lower', 'about 95 %', 'well under 95 %', 'passes nearly everything'],
      dueSigns: 'rejection below about 95 %, then falling',
      procedure: ['Close the feed, relieve the pressure.', 'Swap the membrane, seals first.', 'Flush to waste for an hour or as its maker says; test the product.'],
      minutes: 40, supplies: [{ name: 'RO membrane', amount: '1' }], shuts: unitOff, consequence: 'C', cautions: ['pressure'],
    })],
  },
  {
    id: 'di-resin', name: 'DI resin', alsoCalled: ['deionisation', 'mixed bed', 'resin', 'RO/DI'],
    place: 'make-up', target: 'component', about: 'The last stage. Zero on its meter does not prove purity.',
    jobs: [job({
      id: 'replace', action: 'replace the resin', work: 'replace', rules: [{ kind: 'wear', range: months(2, 6) }],
      driver: 'litres × TDS after the membrane', foundScale: 'wear',
      foundWords: ['colour as new', 'a third changed', 'nearly all changed', 'TDS above 0', 'TDS near the membrane’s'],
      dueSigns: 'product TDS above 0, colour',
      procedure: ['Close the feed, relieve the pressure.', 'Refill the cartridge without gaps.', 'Flush to waste, read the TDS.'],
      minutes: 20, supplies: [{ name: 'mixed-bed resin', amount: 'one charge' }], shuts: unitOff, consequence: 'C', cautions: ['pressure'],
    })],
  },
  {
    id: 'mixing-drum', name: 'Mixing drum', alsoCalled: ['product container', 'barrel', 'salt mixing', 'reservoir'],
    place: 'make-up', target: 'component', about: 'Where make-up waits and salt dissolves. Check salinity, temperature and magnesium before each use.',
    jobs: [job({
      id: 'clean', action: 'empty and clean', work: 'clean', rules: [{ kind: 'wear', range: months(3, 6) }],
      driver: 'film', foundScale: 'wear', foundWords: ['clean', 'a film', 'slimy', 'slime and deposits', 'smells'],
      dueSigns: 'film', procedure: ['Empty it.', 'Wipe with vinegar and water, rinse twice.', 'Let it dry.'], minutes: 40,
      supplies: [{ name: 'white vinegar', amount: '1 L' }], consequence: 'B', cautions: ['bleach-acid', 'wet-floor'],
    })],
  },
  {
    id: 'top-off', name: 'Automatic top-off', alsoCalled: ['ATO', 'auto top-up', 'float switch', 'level sensor'],
    place: 'make-up', target: 'component', about: 'Replaces what evaporates. A stuck float floods the room or empties the reservoir.',
    jobs: [job({
      id: 'sensor', action: 'clean the sensor, prove the pump', work: 'clean', rules: [{ kind: 'wear', range: months(0.8, 1.3) }],
      driver: 'film, snails', foundScale: 'wear', foundWords: ['clean', 'a film', 'film and growth', 'sticks now and then', 'stuck'],
      dueSigns: 'level out of place', procedure: ['Wipe the sensor.', 'Lift it: the pump stops. Lower it: the pump starts.', 'Stay until the level stands.'],
      minutes: 10, shuts: [{ what: 'top-off', provedBy: 'the pump starts when the sensor is lowered' }], consequence: 'D', cautions: ['flood'], basis: `${FROM_MEMORY}; ${HOUSE}`,
    })],
  },
];
