import { job, months } from './define.ts';
import type { EquipmentKind } from './types.ts';

const uvOff = [{ what: 'UV sterilizer', provedBy: 'its indicator lights, with water flowing' }];

export const sterilization: readonly EquipmentKind[] = [
  {
    id: 'uv',
    name: 'UV sterilizer',
    alsoCalled: ['ultraviolet', 'UV lamp', 'bulb', 'sterilizer', 'clarifier'],
    place: 'sterilizer',
    sideLoop: true,
    target: 'component',
    about:
      'The lamp still glows long after it stops killing: only hours, flow and the water’s clearness tell.',
    jobs: [
      job({
        id: 'lamp',
        action: 'replace the lamp',
        work: 'replace',
        rules: [{ kind: 'usage', ratedHours: { lo: 8000, hi: 9000 } }],
        driver: 'lamp hours',
        foundScale: 'none',
        foundWords: [],
        dueSigns: 'hours; output falls to 60 to 80 % of new while the glow stays',
        procedure: [
          'Lamp off and isolated, water shut.',
          'Draw the old lamp, wipe the sleeve, slide the new one in without touching the glass.',
          'New seals, open the water, look for damp, lamp on; set the hours to zero.',
        ],
        minutes: 30,
        supplies: [
          { name: 'UV lamp', amount: '1' },
          { name: 'cotton gloves', amount: '1 pair' },
        ],
        shuts: uvOff,
        consequence: 'C',
        cautions: ['uv-lamp', 'unplug', 'mains-leak'],
      }),
      job({
        id: 'sleeve',
        action: 'wipe the sleeve',
        work: 'clean',
        rules: [{ kind: 'wear', range: months(1, 3) }],
        driver: 'scale, film',
        foundScale: 'wear',
        foundWords: ['clear glass', 'a haze', 'film or scale', 'opaque', 'opaque and pitted'],
        dueSigns: 'scale or film on the glass',
        procedure: [
          'Lamp off and isolated, water shut, drain.',
          'Wipe with a cloth and vinegar, rinse.',
          'Close, look for damp, lamp on.',
        ],
        minutes: 25,
        supplies: [{ name: 'white vinegar', amount: '50 mL' }],
        shuts: uvOff,
        consequence: 'B',
        cautions: ['uv-lamp', 'unplug', 'mains-leak'],
      }),
      job({
        id: 'seals',
        action: 'replace the seals',
        work: 'replace',
        rules: [
          { kind: 'every-nth', ofJob: 'lamp', n: 1 },
          { kind: 'calendar', range: months(12, 12), by: 'maker' },
        ],
        driver: 'heat and age',
        foundScale: 'none',
        foundWords: [],
        dueSigns: 'with the lamp; damp at the ends',
        procedure: [
          'Done while the lamp is out: new seals, greased.',
          'Look for damp before the power goes back on.',
        ],
        minutes: 5,
        supplies: [{ name: 'UV seal set', amount: '1' }],
        shuts: uvOff,
        consequence: 'D',
        cautions: ['mains-leak', 'uv-lamp'],
      }),
    ],
  },
];
