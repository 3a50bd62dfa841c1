import { HOUSE, job, months, weeks } from './define.ts';
import type { EquipmentKind, WorkKind } from './types.ts';

const levels = ['nearly full', 'half full', 'low', 'empty', 'empty, missed'];

/** What is used up unseen: an absence asks of each whether it outlasts it. */
export const stores: readonly EquipmentKind[] = [
  {
    id: 'auto-feeder',
    name: 'Automatic feeder',
    alsoCalled: ['feeder', 'feeding drum'],
    place: 'vessel',
    target: 'component',
    about: 'Drops dry feed by the clock. Damp feed cakes, and the drum turns empty.',
    jobs: [
      job({
        id: 'refill',
        action: 'refill the drum, see it drop',
        work: 'refill',
        rules: [{ kind: 'wear', range: weeks(1, 4) }],
        driver: 'feedings',
        foundScale: 'level',
        foundWords: levels,
        dueSigns: 'level, caked feed',
        procedure: ['Empty it, wipe it dry.', 'Fill with dry feed.', 'See one feeding drop.'],
        minutes: 5,
        consequence: 'B',
        basis: HOUSE,
      }),
    ],
  },
  {
    id: 'dosing-container',
    name: 'Dosing container',
    alsoCalled: ['dosing bottle', 'solution bottle'],
    place: 'reactor',
    target: 'component',
    about: 'Holds a solution that a dosing head draws. Empty, the head draws air and nobody sees it.',
    jobs: [
      job({
        id: 'refill',
        action: 'refill the solution',
        work: 'refill',
        rules: [{ kind: 'wear', range: weeks(2, 6) }],
        driver: 'dose',
        countedBy: 'dose',
        foundScale: 'level',
        foundWords: levels,
        dueSigns: 'level',
        procedure: [
          'Rinse it.',
          'Fill with fresh solution, write the day on it.',
          'Bleed the hose: no air in it.',
        ],
        minutes: 10,
        consequence: 'B',
        basis: HOUSE,
      }),
    ],
  },
  {
    id: 'co2-cylinder',
    name: 'CO2 cylinder',
    alsoCalled: ['gas bottle', 'gas cylinder', 'CO2 bottle'],
    place: 'reactor',
    target: 'component',
    about:
      'Feeds a calcium reactor or plants. Its pressure stands until little is left, then falls within days.',
    jobs: [
      job({
        id: 'change',
        action: 'change the cylinder',
        work: 'change over',
        rules: [{ kind: 'wear', range: months(2, 8) }],
        driver: 'gas used',
        foundScale: 'level',
        foundWords: levels,
        dueSigns: 'weight, pressure falling',
        procedure: [
          'Ventilate. Close the cylinder, let the pressure off the regulator.',
          'Secure the full one upright before its cap comes off.',
          'New washer; open slowly; soapy water on every joint.',
          'Count the bubbles as before.',
        ],
        minutes: 20,
        shuts: [{ what: 'gas', provedBy: 'bubbles count as before, no leak in soapy water' }],
        consequence: 'B',
        cautions: ['co2', 'pressure'],
        basis: HOUSE,
      }),
    ],
  },
];

const filling: ReadonlySet<string> = new Set<WorkKind>(['refill', 'replace', 'change over']);
/** Filled again, and found by what is left of it: a store, whatever else rules it. */
export const isStoreJob = ({
  foundScale,
  work,
  rules,
}: {
  foundScale: string;
  work: string;
  rules: readonly { kind: string }[];
}): boolean =>
  (foundScale === 'level' && filling.has(work)) || rules.some((rule) => rule.kind === 'depletion');
