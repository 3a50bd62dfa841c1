import { days, job } from './define.ts';
import type { IntervalRule } from './rule.ts';
import { parameterWord, parameterIds, type ParameterId } from '../water/parameters.ts';
import type { EquipmentKind } from './types.ts';

const insurance: readonly IntervalRule[] = [
  { kind: 'after-event', event: 'death', days: 0 },
  { kind: 'after-event', event: 'livestock', days: 1 },
  { kind: 'after-event', event: 'outage', days: 0 },
  { kind: 'after-event', event: 'biological-work', days: 1 },
  { kind: 'after-event', event: 'medication', days: 1 },
];
// as phosphate falls corals calcify faster: what they use rises within weeks
const afterCharge: readonly IntervalRule[] = [{ kind: 'after-event', event: 'new-charge', days: 7 }];
// new corals use more within days
const afterCorals: readonly IntervalRule[] = [{ kind: 'after-event', event: 'livestock', days: 3 }];
const afterFeed: readonly IntervalRule[] = [{ kind: 'after-event', event: 'feed', days: 7 }];
/** Tests that an event asks for, beside the programme's frequency. */
const testsAfter: Partial<Record<ParameterId, readonly IntervalRule[]>> = {
  ammonia: insurance,
  nitrite: insurance,
  alkalinity: [...afterCharge, ...afterCorals],
  calcium: [...afterCharge, ...afterCorals],
  nitrate: [{ kind: 'after-event', event: 'death', days: 1 }, ...afterFeed],
  phosphate: [...afterCharge, ...afterFeed],
};

/** What is made ahead of a change; where a unit is known to make it, by what it makes an hour. */
export const MAKE_AND_MIX = 'make and mix the water';

/** Jobs of the water and the vessel themselves. */
export const systemJobs: readonly EquipmentKind[] = [
  {
    id: 'water-change',
    name: 'Water change',
    alsoCalled: ['change water', 'WC'],
    place: 'vessel',
    target: 'system',
    about: 'Thins what collects and brings back what is used up. Test before it, never after.',
    jobs: [
      job({
        id: 'change',
        action: 'drain a part, refill',
        work: 'change water',
        announces: ['stirred-up'],
        rules: [
          { kind: 'calendar', range: days(7, 14) },
          { kind: 'water-test', parameter: 'nitrate' },
          { kind: 'water-test', parameter: 'ammonia' },
        ],
        driver: 'what feeding leaves behind',
        foundScale: 'none',
        foundWords: [],
        dueSigns: 'nitrate; the calendar',
        procedure: [
          'Test first. Match the make-up in temperature and salinity.',
          'Top-off off; heater and pumps off before the level passes them.',
          'Siphon debris while draining to the mark.',
          'Refill to the mark, everything back on, look again in ten minutes.',
        ],
        minutes: 40,
        supplies: [{ name: 'make-up water', amount: '10 to 25 % of the system' }],
        leadSteps: [
          { what: MAKE_AND_MIX, hoursBefore: 30 },
          // cooling or warming a drum takes up to a day: common practice, no published source
          { what: 'cool or warm the water to the tank', hoursBefore: 20 },
        ],
        needs: ['make-up water, ready', 'buckets or a pump'],
        shuts: [
          { what: 'top-off', provedBy: 'set to automatic, level steady' },
          { what: 'heater', provedBy: 'its indicator or current' },
          { what: 'return pump', provedBy: 'flow at the outlet' },
        ],
        consequence: 'B',
        cautions: ['match-water', 'unplug', 'wet-floor'],
      }),
    ],
  },
  {
    id: 'deep-clean',
    name: 'Deep clean',
    alsoCalled: ['big clean', 'lengthened change', 'quarterly clean'],
    place: 'vessel',
    target: 'system',
    about: 'Every few water changes one is lengthened: what the weekly visit passes by gets its turn.',
    jobs: [
      job({
        id: 'deep',
        action: 'the places a weekly visit passes by',
        work: 'clean',
        // every three to six changes: common practice, no published source
        rules: [{ kind: 'every-nth', ofJob: 'change', n: 4 }],
        driver: 'dirt where nobody looks',
        foundScale: 'none',
        foundWords: [],
        dueSigns: 'dirt behind, below and between',
        procedure: [
          'With the change, before the drain: behind rock, below equipment, overflow box, corners of the sump.',
          'Pipes and unions that are easy to reach; hoses squeezed through.',
          'Outside too: back panes, salt creep, drip loops, cable entries.',
        ],
        minutes: 45,
        needs: ['long brush', 'hose for dirt'],
        largeMechanical: true,
        announces: ['stirred-up'],
        consequence: 'A',
        cautions: ['unplug', 'wet-floor'],
      }),
    ],
  },
  {
    id: 'panes',
    name: 'Panes',
    alsoCalled: ['glass', 'algae on glass', 'magnet cleaner', 'windows'],
    place: 'vessel',
    target: 'system',
    about: 'Days between pane cleanings are a free sign of nutrients.',
    jobs: [
      job({
        id: 'clean',
        action: 'clean',
        work: 'clean',
        rules: [{ kind: 'wear', range: days(2, 7) }],
        driver: 'film',
        foundScale: 'wear',
        foundWords: ['clear', 'a haze', 'film to see', 'hard spots', 'overgrown'],
        dueSigns: 'film on the glass',
        procedure: [
          'Circulation running, so that the filters catch the film.',
          'Look for grit in the cleaner.',
          'Soft tool, then stiff plastic; metal only on glass, never on acrylic.',
        ],
        minutes: 10,
        consequence: 'A',
        cautions: [],
      }),
    ],
  },
  {
    id: 'water-test',
    name: 'Water tests',
    alsoCalled: ['test', 'kit', 'measure'],
    place: 'vessel',
    target: 'system',
    about: 'Before anything is touched, at the same hour each time. Its service is the test itself.',
    jobs: parameterIds.map((parameter) =>
      job({
        id: `test-${parameter}`,
        action: `test ${parameterWord(parameter)}`,
        work: 'test',
        tests: parameter,
        rules: [{ kind: 'calendar', range: days(7, 14) }, ...(testsAfter[parameter] ?? [])],
        driver: 'what is not tested is not known',
        foundScale: 'none',
        foundWords: [],
        dueSigns: 'the programme; after deaths, new animals, power cuts',
        procedure: [
          'Test before the change and before the dose is altered.',
          'Enter it on the Water screen.',
        ],
        minutes: 4,
        consequence: 'B',
      }),
    ),
  },
];
