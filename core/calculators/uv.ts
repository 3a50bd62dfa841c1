import { calculator } from './define.ts';
import { fraction, num, out, formula } from '../formulas/define.ts';
import {
  uvPathAverage,
  uvDose,
  uvFlow,
  uvPointSources,
  uvLineSource,
  lampDate,
  uvLog,
  uvLoop,
  calculated,
  eyes,
} from '../formulas/uv.ts';

export const uvCalculators = [
  calculator(uvPathAverage, {
    main: 'water_factor',
    subject: 'uv',
    title: 'Average of ultraviolet over a path',
    topic: 'UV average over a path',
  }),
  calculator(uvDose, {
    main: 'dose',
    subject: 'uv',
    title: 'Dose of a sterilizer',
    topic: 'UV dose in an annulus',
    cautions: [calculated, eyes],
    words: ['bulb', 'lamp', 'sterilizer', 'UVC'],
  }),
  calculator(uvFlow, {
    subject: 'uv',
    title: 'Highest flow for a dose',
    topic: 'UV sizing',
    cautions: [calculated],
  }),
  calculator(uvPointSources, {
    slow: true,
    subject: 'uv',
    title: 'Intensity at a place, lamp as points',
    topic: 'UV intensity by point source summation',
    cautions: [calculated],
  }),
  calculator(uvLineSource, {
    subject: 'uv',
    title: 'Intensity in clear water, lamp as a line',
    topic: 'UV intensity, line source',
  }),
  ...(
    [
      [
        'linear',
        'uv-ageing',
        'What an ageing lamp still gives',
        'a straight line to its rated end, held at the line after',
      ],
      [
        'exponential',
        'uv-ageing-exponential',
        'What an ageing lamp still gives, by halves',
        'exponential to its rated end',
      ],
    ] as const
  ).map(([shape, id, title, how]) =>
    calculator(
      formula({
        id,
        inputs: {
          hours: num('Hours burnt', 'h', 0, 1e6, 6000),
          end_hours: num('Rated hours', 'h', 1, 1e6, 9000),
          end_output: fraction('It gives then', 0.8, 0.8),
        },
        outputs: {
          factor: out('It gives now', '1', 3),
          ...(shape === 'exponential' ? { hours_to_60pct: out('Hours to 60 %', 'h', 0) } : {}),
        },
        formula: how,
        source: 'common practice, no published source: 80 % at 9,000 h',
        run: (v): { factor: number; hours_to_60pct?: number | null } =>
          shape === 'linear'
            ? { factor: Math.max(0, 1 - ((1 - v.end_output) * v.hours) / v.end_hours) }
            : {
                factor: v.end_output ** (v.hours / v.end_hours),
                hours_to_60pct:
                  v.end_output < 1 ? (v.end_hours * Math.log(0.6)) / Math.log(v.end_output) : null,
              },
      }),
      { subject: 'uv', title, topic: 'lamp ageing', hint: shape, cautions: [eyes], words: ['bulb'] },
    ),
  ),
  calculator(lampDate, {
    subject: 'uv',
    title: 'Days until a lamp is due',
    topic: 'lamp date',
    cautions: [eyes],
    words: ['bulb', 'replace'],
  }),
  calculator(uvLog, {
    subject: 'uv',
    title: 'What a dose leaves alive',
    topic: 'log inactivation',
    cautions: [calculated],
  }),
  calculator(uvLoop, {
    subject: 'uv',
    title: 'Hours to treat a whole system',
    topic: 'sterilizer on a recirculating system',
  }),
];
