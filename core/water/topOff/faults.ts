import { rank, type Check, type CheckMade, type NextCheck, type Ranked } from '../../diagnosis/rank.ts';
import type { UseVerdict } from './dailyLoss.ts';

export const topOffFaultIds = [
  'more-evaporation',
  'less-evaporation',
  'leak',
  'reservoir-leak',
  'float-stuck-open',
  'float-stuck-shut',
  'siphon',
  'misread',
] as const;
export type TopOffFaultId = (typeof topOffFaultIds)[number];

/** What a top-off that takes more or less than usual can mean. */
export interface TopOffFault {
  name: string;
  /** What to do about it. */
  todo: string;
  /** How likely each verdict on its use is under it; house defaults. */
  use: Readonly<Record<Exclude<UseVerdict, 'not-known'>, number>>;
  /** How salinity goes under it, where it is tested. */
  salinity: Readonly<Record<SalinityGoes, number>>;
  prior: number;
  /** It harms within hours: the order comes first. */
  urgent: boolean;
}
export type SalinityGoes = 'rises' | 'falls' | 'steady';

const use = (more: number, less: number): TopOffFault['use'] => ({ more, less, 'as-usual': 1 - more - less });
const goes = (rises: number, falls: number): TopOffFault['salinity'] => ({
  rises,
  falls,
  steady: 1 - rises - falls,
});

/** A new one is an entry. Chances are house defaults. */
export const topOffFaults: Readonly<Record<TopOffFaultId, TopOffFault>> = {
  'more-evaporation': {
    name: 'More evaporates: heat, dry air, a fan, a lid left off',
    todo: 'Put the lid back, look at heating and fans; refill sooner. Use only readings since.',
    use: use(0.6, 0),
    salinity: goes(0.05, 0.05),
    prior: 0.3,
    urgent: false,
  },
  'less-evaporation': {
    name: 'Less evaporates: cool, damp air, a new lid',
    todo: 'Nothing to mend. Use only readings since.',
    use: use(0, 0.6),
    salinity: goes(0.05, 0.05),
    prior: 0.25,
    urgent: false,
  },
  leak: {
    name: 'The system leaks, or the skimmer throws water out',
    todo: 'Find the damp place: seals, unions, the skimmer’s cup and waste. Stop what leaks.',
    use: use(0.9, 0),
    salinity: goes(0.02, 0.7),
    prior: 0.12,
    urgent: true,
  },
  'reservoir-leak': {
    name: 'The reservoir leaks',
    todo: 'Empty and dry it, look at its seams; out of use until it is sealed and cured.',
    use: use(0.9, 0),
    salinity: goes(0.2, 0.02),
    prior: 0.04,
    urgent: true,
  },
  'float-stuck-open': {
    name: 'The float sticks open: too much goes in',
    todo: 'Unplug the top-off now. Clean the float, prove it, take the surplus out slowly.',
    use: use(0.92, 0),
    salinity: goes(0.01, 0.85),
    prior: 0.1,
    urgent: true,
  },
  'float-stuck-shut': {
    name: 'The float sticks shut, or the pump does not run',
    todo: 'Prove float and pump; top up by hand, slowly, until they do.',
    use: use(0.01, 0.95),
    salinity: goes(0.85, 0.01),
    prior: 0.1,
    urgent: true,
  },
  siphon: {
    name: 'The reservoir siphons over while the pump is off',
    todo: 'End the hose above the water, or break the siphon with a hole.',
    use: use(0.9, 0),
    salinity: goes(0.01, 0.8),
    prior: 0.05,
    urgent: true,
  },
  misread: {
    name: 'A level misread, or a refill not logged',
    todo: 'Read the level again at the same mark.',
    use: use(0.35, 0.35),
    salinity: goes(0.05, 0.05),
    prior: 0.15,
    urgent: false,
  },
};

const answer = (
  id: string,
  label: string,
  otherwise: number,
  chance: Partial<Record<TopOffFaultId, number>>,
) => ({ id, label, otherwise, chance });

/** What to go and look at. Under each fault the answers' chances add up to one. */
export const topOffChecks: readonly Check<TopOffFaultId>[] = [
  {
    id: 'last-chamber',
    ask: 'Where does the level stand in the last chamber?',
    minutes: 1,
    answers: [
      answer('high', 'Above its mark', 0.04, {
        'float-stuck-open': 0.93,
        siphon: 0.85,
        leak: 0.02,
        'float-stuck-shut': 0.01,
      }),
      answer('mark', 'At its mark', 0.92, {
        'float-stuck-open': 0.06,
        siphon: 0.14,
        leak: 0.78,
        'float-stuck-shut': 0.09,
      }),
      answer('low', 'Below it', 0.04, {
        'float-stuck-open': 0.01,
        siphon: 0.01,
        leak: 0.2,
        'float-stuck-shut': 0.9,
      }),
    ],
  },
  {
    id: 'damp',
    ask: 'Is anything damp under the tank, at the unions, under the reservoir?',
    minutes: 3,
    answers: [
      answer('tank', 'Damp under the tank', 0.03, { leak: 0.75, 'float-stuck-open': 0.12 }),
      answer('reservoir', 'Damp under the reservoir', 0.02, { leak: 0.03, 'reservoir-leak': 0.85 }),
      answer('dry', 'All dry', 0.95, { leak: 0.22, 'reservoir-leak': 0.12, 'float-stuck-open': 0.86 }),
    ],
  },
  {
    id: 'lift-float',
    ask: 'Lift the float: does the pump stop? Lower it: does it start?',
    minutes: 2,
    answers: [
      answer('both', 'It does both', 0.95, { 'float-stuck-open': 0.15, 'float-stuck-shut': 0.12 }),
      answer('runs-on', 'It runs on', 0.03, { 'float-stuck-open': 0.83, 'float-stuck-shut': 0.02 }),
      answer('stays-off', 'It stays off', 0.02, { 'float-stuck-open': 0.02, 'float-stuck-shut': 0.86 }),
    ],
  },
  {
    id: 'hour-off',
    ask: 'Top-off unplugged for an hour: what do the two levels do?',
    minutes: 10,
    answers: [
      answer('steady', 'Both hardly move', 0.9, { leak: 0.12, 'reservoir-leak': 0.15, siphon: 0.08 }),
      answer('tank-falls', 'The tank falls', 0.05, { leak: 0.85, 'reservoir-leak': 0.03, siphon: 0.02 }),
      answer('reservoir-falls', 'The reservoir falls', 0.05, {
        leak: 0.03,
        'reservoir-leak': 0.82,
        siphon: 0.9,
      }),
    ],
  },
  {
    id: 'room',
    ask: 'Has the room, the lid, a fan or the heating changed in these days?',
    minutes: 1,
    answers: [
      answer('drier', 'Warmer, drier, more air', 0.15, { 'more-evaporation': 0.8, 'less-evaporation': 0.02 }),
      answer('damper', 'Cooler, damper, a lid', 0.15, { 'more-evaporation': 0.02, 'less-evaporation': 0.8 }),
      answer('same', 'As before', 0.7, { 'more-evaporation': 0.18, 'less-evaporation': 0.18 }),
    ],
  },
];

export interface TopOffFinding {
  ranked: Ranked<TopOffFaultId>[];
  next: NextCheck[];
}

/**
 * Which fault it is, from what the top-off takes, how salinity goes and the checks made.
 * @returns null where use is as usual, or not known, and nothing was checked: there is nothing to find
 */
export function findTopOffFault(
  verdict: UseVerdict,
  salinity: SalinityGoes | null,
  made: readonly CheckMade[],
): TopOffFinding | null {
  if ((verdict === 'as-usual' || verdict === 'not-known') && made.length === 0) return null;
  return rank(
    topOffFaultIds.map((id) => {
      const fault = topOffFaults[id];
      const byUse = verdict === 'not-known' ? 1 : fault.use[verdict];
      return { id, weight: fault.prior * byUse * (salinity === null ? 1 : fault.salinity[salinity]) };
    }),
    topOffChecks,
    made,
  );
}
