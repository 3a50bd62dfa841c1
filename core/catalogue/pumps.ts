import { days, FROM_MEMORY, job, months, weeks } from './define.ts';
import type { Bath, EquipmentKind, JobDefinition } from './types.ts';

const pumpWords = ['clean', 'a little scale', 'scale and slime, flow down', 'noisy, flow half', 'stopped'];
/** White vinegar and water, equal parts: common practice, no published source. */
export const equalVinegar: Bath = { product: 'white vinegar', share: 0.5 };
const soak = [
  'Unplug it.',
  'Take the rotor out; soak 30 minutes in white vinegar and water, equal parts; write down the minute.',
  'Brush impeller and chamber. What will not come off is cleaned in place, not forced.',
  'Put together, plug in, see and hear it run.',
];
const stripAndSoak = (
  entry: Pick<JobDefinition, 'rules' | 'consequence' | 'minutes' | 'dueSigns'> & { pump: string },
): JobDefinition => {
  const { pump, ...rest } = entry;
  return job({
    ...rest,
    id: 'strip-soak',
    action: 'strip and soak',
    work: 'clean',
    driver: 'scale and film',
    foundScale: 'wear',
    foundWords: pumpWords,
    procedure: soak,
    waits: { what: 'in the vinegar bath', minutes: 30 },
    bath: equalVinegar,
    supplies: [{ name: 'white vinegar', amount: '1 L' }],
    shuts: [{ what: pump, provedBy: 'flow at the outlet, quiet' }],
    handles: ['acid'],
    cautions: ['unplug', 'bleach-acid'],
  });
};

export const pumps: readonly EquipmentKind[] = [
  {
    id: 'return-pump',
    name: 'Return pump',
    alsoCalled: ['main pump', 'lift pump', 'circulation pump'],
    place: 'return',
    target: 'component',
    about: 'Moves the water back to the display. Two small ones are safer than one.',
    jobs: [
      stripAndSoak({
        pump: 'return pump',
        rules: [
          { kind: 'wear', range: months(3, 6) },
          { kind: 'condition', measure: 'flow', limit: 80, against: 'share-of-clean' },
        ],
        consequence: 'C',
        minutes: 45,
        dueSigns: 'flow at the outlet, noise, torch inspection',
      }),
    ],
  },
  {
    id: 'stream-pump',
    name: 'Stream pump',
    alsoCalled: ['wavemaker', 'powerhead', 'flow pump'],
    place: 'vessel',
    target: 'component',
    about: 'Moves water inside the display. Some scrub it weekly, some soak it quarterly.',
    jobs: [
      job({
        id: 'scrub',
        action: 'scrub the wet side',
        work: 'clean',
        rules: [{ kind: 'wear', range: days(7, 91) }],
        driver: 'calcareous growth',
        foundScale: 'wear',
        foundWords: pumpWords,
        dueSigns: 'calcareous growth, noise',
        procedure: [
          'Unplug it.',
          'Scrub the grille and rotor, or soak in vinegar and water, equal parts.',
          'Plug in, see the stream.',
        ],
        minutes: 15,
        shuts: [{ what: 'stream pump', provedBy: 'the stream moves the corals or leaves' }],
        consequence: 'B',
        handles: ['acid'],
        cautions: ['unplug', 'bleach-acid'],
      }),
    ],
  },
  {
    id: 'reactor-pump',
    name: 'Skimmer or reactor pump',
    alsoCalled: ['feed pump', 'reactor pump', 'skimmer pump', 'chiller pump'],
    place: 'reactor',
    target: 'component',
    about: 'A small pump that feeds a vessel. It fails quietly.',
    jobs: [
      stripAndSoak({
        pump: 'the pump and what it feeds',
        rules: [
          { kind: 'wear', range: months(2.5, 3.5) },
          { kind: 'condition', measure: 'flow', limit: 80, against: 'share-of-clean' },
        ],
        consequence: 'B',
        minutes: 30,
        dueSigns: 'flow, noise',
      }),
    ],
  },
  {
    id: 'air-pump',
    name: 'Air pump and stone',
    alsoCalled: ['air stone', 'diaphragm', 'check valve', 'bubbler'],
    place: 'vessel',
    target: 'component',
    about: 'Air for the surface and for oxygen. The check valve keeps water out of the mains side.',
    jobs: [
      job({
        id: 'stone',
        action: 'replace the stone',
        work: 'replace',
        rules: [{ kind: 'wear', range: months(1, 3) }],
        driver: 'clogging',
        foundScale: 'wear',
        foundWords: ['fine bubbles', 'a little coarser', 'coarse, weak', 'hardly any air', 'no air'],
        dueSigns: 'surface film, weak bubbles',
        procedure: ['Swap the stone.', 'See fine bubbles over its whole length.'],
        minutes: 5,
        supplies: [{ name: 'air stone', amount: '1' }],
        consequence: 'C',
        basis: FROM_MEMORY,
      }),
      job({
        id: 'diaphragm',
        action: 'replace the diaphragm',
        work: 'replace',
        rules: [{ kind: 'wear', range: months(12, 24) }],
        driver: 'running time',
        countedBy: 'hours',
        foundScale: 'wear',
        foundWords: ['supple', 'slightly stiff', 'stiff, air down', 'cracked', 'torn'],
        dueSigns: 'weak bubbles',
        procedure: ['Unplug it.', 'Open the housing, swap the diaphragm.', 'Plug in, feel the air.'],
        minutes: 15,
        supplies: [{ name: 'diaphragm set', amount: '1' }],
        shuts: [{ what: 'air pump', provedBy: 'bubbles at the stone' }],
        consequence: 'C',
        lateness: 'sudden',
        cautions: ['unplug'],
        basis: FROM_MEMORY,
      }),
      job({
        id: 'check-valve',
        action: 'replace the check valve',
        work: 'replace',
        rules: [{ kind: 'calendar', range: months(11, 13) }],
        driver: 'age',
        foundScale: 'none',
        foundWords: [],
        dueSigns: 'it lets water back when blown through',
        procedure: ['Swap it, arrow towards the tank.'],
        minutes: 5,
        supplies: [{ name: 'check valve', amount: '1' }],
        consequence: 'C',
        cautions: ['unplug'],
        basis: FROM_MEMORY,
      }),
    ],
  },
  {
    id: 'duty-standby',
    name: 'Duty and standby pair',
    alsoCalled: ['redundant pumps', 'standby pump', 'twin pumps'],
    place: 'return',
    target: 'component',
    about: 'Two pumps of which one runs. Changing over keeps both alive and proves the standby.',
    jobs: [
      job({
        id: 'change-over',
        action: 'change over',
        work: 'change over',
        rules: [{ kind: 'calendar', range: weeks(1, 13) }],
        driver: 'equal hours',
        foundScale: 'none',
        foundWords: [],
        dueSigns: 'unequal hours',
        procedure: [
          'Open the standby’s valves, start it.',
          'See its flow before the other is stopped.',
          'Stop and close the other; write down both hour meters.',
        ],
        minutes: 10,
        shuts: [{ what: 'the duty pump', provedBy: 'flow from the pump that took over' }],
        consequence: 'C',
      }),
    ],
  },
];
