import { days, weeks } from './define.ts';
import type { JobDefinition } from './types.ts';

/** What a side of a disagreement changes on a job. */
export interface ChoiceChange {
  /** kind/job */
  job: string;
  rules?: JobDefinition['rules'];
  procedure?: readonly string[];
}
export interface ChoiceOption {
  id: string;
  /** The practice, in the keeper's words. */
  label: string;
  /** Who would choose it. */
  who: string;
  changes: readonly ChoiceChange[];
}
/** Something practitioners do differently. A person chooses once and can change it; unchosen, the catalogue stands. */
export interface Disagreement {
  id: string;
  question: string;
  options: readonly ChoiceOption[];
}

/** Common practice, no published source. A new disagreement is a new entry. */
export const disagreements = [
  {
    id: 'carbon',
    question: 'Activated carbon: when is it changed?',
    options: [
      {
        id: 'weekly',
        label: 'every week',
        who: 'Keepers who want clear water at any time and smell nothing.',
        changes: [{ job: 'carbon/replace', rules: [{ kind: 'wear', range: days(6, 8) }] }],
      },
      {
        id: 'weeks',
        label: 'every few weeks',
        who: 'Most keepers, with a charge sized to last.',
        changes: [{ job: 'carbon/replace', rules: [{ kind: 'wear', range: weeks(2, 5) }] }],
      },
      {
        id: 'colour',
        label: 'when the colour says so',
        who: 'Those who look at old water beside new in a white bucket.',
        changes: [{ job: 'carbon/replace', rules: [{ kind: 'wear', range: weeks(2, 8) }] }],
      },
    ],
  },
  {
    id: 'iron',
    question: 'Phosphate media: when is it changed?',
    options: [
      {
        id: 'fortnightly',
        label: 'every two weeks',
        who: 'Heavily fed systems.',
        changes: [
          {
            job: 'phosphate-media/replace',
            rules: [
              { kind: 'wear', range: days(12, 16) },
              { kind: 'water-test', parameter: 'phosphate' },
            ],
          },
        ],
      },
      {
        id: 'two-monthly',
        label: 'every two months',
        who: 'Lightly fed systems.',
        changes: [
          {
            job: 'phosphate-media/replace',
            rules: [
              { kind: 'wear', range: days(50, 70) },
              { kind: 'water-test', parameter: 'phosphate' },
            ],
          },
        ],
      },
      {
        id: 'test',
        label: 'by test alone',
        who: 'Keepers who test phosphate every week and trust it.',
        changes: [
          {
            job: 'phosphate-media/replace',
            rules: [
              { kind: 'water-test', parameter: 'phosphate' },
              { kind: 'calendar', range: days(120, 120) },
            ],
          },
        ],
      },
    ],
  },
  {
    id: 'stream-pumps',
    question: 'Stream pumps: scrubbed or soaked?',
    options: [
      {
        id: 'scrubbed',
        label: 'scrubbed every week',
        who: 'Those who clean them while they are at the panes.',
        changes: [{ job: 'stream-pump/scrub', rules: [{ kind: 'wear', range: days(6, 10) }] }],
      },
      {
        id: 'soaked',
        label: 'soaked every three months',
        who: 'Those who own a spare to put in meanwhile.',
        changes: [{ job: 'stream-pump/scrub', rules: [{ kind: 'wear', range: days(75, 100) }] }],
      },
    ],
  },
  {
    id: 'screens',
    question: 'Algae screens: on a date or on growth?',
    options: [
      {
        id: 'date',
        label: 'on a date, every two weeks at the longest',
        who: 'Those whose screen once blocked its drain.',
        changes: [
          {
            job: 'algae-screen/scrape',
            rules: [
              { kind: 'wear', range: days(7, 21) },
              { kind: 'calendar', range: days(14, 14) },
            ],
          },
        ],
      },
      {
        id: 'growth',
        label: 'on growth',
        who: 'Those who pass it every day.',
        changes: [{ job: 'algae-screen/scrape', rules: [{ kind: 'wear', range: days(7, 21) }] }],
      },
    ],
  },
  {
    id: 'rinse-iron',
    question: 'Iron granules: rinse before they go in line?',
    options: [
      { id: 'rinse', label: 'rinse to waste until clear', who: 'Cautious keepers, always.', changes: [] },
      {
        id: 'skip',
        label: 'no rinse, where its maker says so',
        who: 'Those whose maker says in writing that it can be skipped.',
        changes: [
          {
            job: 'phosphate-media/replace',
            procedure: [
              'Stop the feed pump.',
              'Empty the vessel, rinse it.',
              'Fill with the new charge; its maker says that it need not be rinsed.',
              'Back in line; look at the outlet for dust.',
            ],
          },
        ],
      },
    ],
  },
  {
    id: 'sock',
    question: 'Filter socks: always, or only while cleaning?',
    options: [
      {
        id: 'always',
        label: 'always',
        who: 'Beginners, and anyone who feeds much.',
        changes: [],
      },
      {
        id: 'cleaning',
        label: 'only while dirt is stirred up',
        who: 'Those who want the small life of the water kept, or whose refugium does the work.',
        changes: ['sock-felt/swap', 'sock-mesh/jet'].map((job) => ({
          job,
          rules: [{ kind: 'after-event' as const, event: 'stirred-up' as const, days: 0 }],
        })),
      },
    ],
  },
  {
    id: 'reactor-settings',
    question: 'Calcium reactor: how are its two settings changed?',
    options: [
      {
        id: 'together',
        label: 'both by equal steps, together',
        who: 'Those who hold the pH inside where it is.',
        changes: [],
      },
      {
        id: 'one',
        label: 'one at a time',
        who: 'Those who want to see what each step did.',
        changes: [],
      },
    ],
  },
] as const satisfies readonly Disagreement[];

export type DisagreementId = (typeof disagreements)[number]['id'];
export const disagreementIds = disagreements.map((one) => one.id) as [DisagreementId, ...DisagreementId[]];
/** What a person chose, by disagreement. */
export type Choices = Partial<Record<DisagreementId, string>>;

/** What the choices change on a job; null where they leave it alone. Unknown options change nothing. */
export function changeByChoice(choices: Choices, job: string): ChoiceChange | null {
  for (const disagreement of disagreements as readonly Disagreement[]) {
    const option = disagreement.options.find((one) => one.id === choices[disagreement.id as DisagreementId]);
    const change = option?.changes.find((one) => one.job === job);
    if (change) return change;
  }
  return null;
}
