import type { ApexOptions } from 'apexcharts';
import * as chartModule from 'react-apexcharts';
import { useSuspenseQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { ParameterVerdict } from '../../../core/water/verdict.ts';
import { parameterUnit } from '../../../core/water/parameterUnits.ts';
import type { SeriesPoint } from '../../../model/water/series.ts';
import { api } from '../../api/client.ts';
import type { Mark } from './serviceMarks.ts';
import { unitAfter, bandWords, type Column } from './tests.ts';

// the package is CommonJS: under the bundler its default export is the module object
type ChartComponent = typeof chartModule.default;
const Chart = (chartModule.default as unknown as { default?: ChartComponent }).default ?? chartModule.default;

/** Words stand at the latest marks only, so that they never pile up. */
const WORDS = 3;
const MS_PER_DAY = 86_400_000;
/** How far a trend is drawn ahead. */
const AHEAD_DAYS = 28;
/** As many points as a chart of this width can show. */
const MOST_POINTS = 500;

export interface ChartSystem {
  id: string;
  name: string;
}

/**
 * One parameter in time, of one system or several: the band filled, services and events as dotted verticals with a
 * word, a break where a charge reset it, readings below detection hollow with a stem, the now line, the trend ahead
 * with its uncertainty.
 */
export default function ParameterChart({
  column,
  systems,
  marks,
  verdict,
  days,
  now,
}: {
  column: Column;
  /** The first is the one in hand. */
  systems: readonly ChartSystem[];
  marks: readonly Mark[];
  verdict: ParameterVerdict | undefined;
  days: number;
  now: number;
}) {
  // whole hours, so that the same stretch is asked for again and again
  const from = Math.floor((now - days * MS_PER_DAY) / 3_600_000) * 3_600_000;
  const lines = useSuspenseQueries({
    queries: systems.map((system) => ({
      queryKey: ['snapshot', 'series', system.id, column.id, from],
      queryFn: () =>
        api.get<{ readings: number; points: SeriesPoint[] }>(
          `/water/series?system=${system.id}&parameter=${column.id}&from=${new Date(from).toISOString()}&points=${MOST_POINTS}`,
        ),
    })),
  }).map((query) => query.data);
  const drawn = useMemo(
    () => drawing({ column, systems, lines: lines.map((line) => line.points), marks, verdict, from, now }),
    [column, systems, lines, marks, verdict, from, now],
  );
  const own = lines[0]?.points ?? [];
  const { fromStored } = parameterUnit(column.id, column.unit);
  const said = own
    .slice(-12)
    .map((point) => `${point.below ? 'below ' : ''}${fromStored(point.value).toFixed(column.decimals)}`);
  return (
    <figure
      className="chart"
      aria-label={`${column.name} in time, last readings: ${said.join(', ')} ${column.unitLabel}; band ${bandWords(column)}`}
    >
      <figcaption className="h">
        {column.name}{' '}
        <span className="soft" style={{ fontWeight: 400 }}>
          {unitAfter(column) && `${unitAfter(column)}; `}
          {column.band ? `band ${bandWords(column)}` : bandWords(column)}
          {(lines[0]?.readings ?? 0) > MOST_POINTS &&
            `; ${lines[0]?.readings.toLocaleString('en-GB')} readings, their middle, least and most`}
          {systems.slice(1).map((system, i) => (
            <span key={system.id}>
              ; {['dashed', 'grey', 'grey dashed'][i]}: {system.name}
            </span>
          ))}
        </span>
      </figcaption>
      {own.length === 0 ? (
        <p className="soft">No readings in this time.</p>
      ) : (
        <Chart type="line" height={240} options={drawn.options} series={drawn.series} />
      )}
    </figure>
  );
}

interface Drawn {
  column: Column;
  systems: readonly ChartSystem[];
  lines: readonly (readonly SeriesPoint[])[];
  marks: readonly Mark[];
  verdict: ParameterVerdict | undefined;
  from: number;
  now: number;
}
type Series = NonNullable<ApexOptions['series']> & object;
interface LineStyle {
  series: object;
  color: string;
  width: number;
  dash: number;
}
/** Several systems: ink, ink dashed, grey, grey dashed. */
const strokes = [
  { color: 'var(--ink)', dash: 0 },
  { color: 'var(--ink)', dash: 5 },
  { color: 'var(--inkSoft)', dash: 0 },
  { color: 'var(--inkSoft)', dash: 5 },
];

function drawing({ column, systems, lines, marks, verdict, from, now }: Drawn): {
  options: ApexOptions;
  series: Series;
} {
  const { fromStored } = parameterUnit(column.id, column.unit);
  const shownMarks = marks.filter(
    (mark) => mark.at >= from && (mark.concerns === null || mark.concerns.includes(column.id)),
  );
  const resets = shownMarks.filter((mark) => mark.resets).map((mark) => mark.at);
  const own = (lines[0] ?? []).map((point) => ({ ...point, y: fromStored(point.value) }));
  const dense = own.some((point) => point.readings > 1);
  const ahead = projectionOf(verdict, now, fromStored);
  const styles: LineStyle[] = [
    ...(dense
      ? [
          {
            series: {
              name: 'least to most',
              type: 'rangeArea',
              data: own.map((point) => ({
                x: point.at,
                y: [fromStored(point.least), fromStored(point.most)],
              })),
            },
            color: faint('--inkSoft'),
            width: 0,
            dash: 0,
          },
        ]
      : []),
    ...(ahead
      ? [
          {
            series: { name: 'may lie', type: 'rangeArea', data: ahead.fan },
            color: faint('--ember'),
            width: 0,
            dash: 0,
          },
        ]
      : []),
    ...lines.map((points, i) => ({
      series: {
        name: systems[i]?.name ?? '',
        type: 'line',
        data: broken(
          points.map((point) => ({ x: point.at, y: fromStored(point.value) })),
          i === 0 ? resets : [],
        ),
      },
      color: strokes[i % strokes.length]?.color ?? 'var(--ink)',
      width: 1.8,
      dash: strokes[i % strokes.length]?.dash ?? 0,
    })),
    ...(ahead
      ? [
          {
            series: { name: 'left alone', type: 'line', data: ahead.line },
            color: 'var(--ember)',
            width: 1.8,
            dash: 6,
          },
        ]
      : []),
  ];
  const lo = column.band?.lo == null ? null : fromStored(column.band.lo);
  const hi = column.band?.hi == null ? null : fromStored(column.band.hi);
  const ys = [
    ...lines.flatMap((points) =>
      points.flatMap((point) => [fromStored(point.least), fromStored(point.most)]),
    ),
    ...(ahead?.line.map((point) => point.y) ?? []),
    ...(lo === null ? [] : [lo]),
    ...(hi === null ? [] : [hi]),
  ];
  const [least, most] = [Math.min(...ys), Math.max(...ys)];
  const room = (most - least || Math.abs(most) || 1) * 0.12;
  const min = least >= 0 ? Math.max(0, least - room) : least - room;
  const max = most + room;
  const label = { style: { fontFamily: 'Public Sans Variable', fontSize: '12px', colors: 'var(--inkSoft)' } };
  const plain = {
    borderColor: 'var(--lineStrong)',
    strokeDashArray: 3,
    label: {
      text: '',
      style: { fontSize: '12px', color: 'var(--inkSoft)', background: 'var(--ground)' },
      orientation: 'vertical',
    },
  };
  // changes come so often that their dotted line says it; charges and events have a word
  const worded = new Set(
    shownMarks
      .filter((mark) => mark.resets || mark.worded || (mark.concerns === null && !mark.isChange))
      .slice(0, WORDS)
      .map((mark) => mark.key),
  );
  const below = dense ? [] : own.filter((point) => point.below);
  return {
    series: styles.map((style) => style.series) as unknown as Series,
    options: {
      chart: {
        animations: { enabled: false },
        toolbar: { show: false },
        zoom: { enabled: false },
        background: 'transparent',
        fontFamily: 'Public Sans Variable',
      },
      stroke: {
        width: styles.map((style) => style.width),
        dashArray: styles.map((style) => style.dash),
        curve: 'straight',
      },
      colors: styles.map((style) => style.color),
      fill: { type: 'solid', opacity: 1 },
      markers: {
        size: styles.map((style) => (style.width > 0 && style.color !== 'var(--ember)' && !dense ? 3 : 0)),
        strokeWidth: 0,
        hover: { sizeOffset: 2 },
      },
      grid: { borderColor: 'var(--line)', padding: { left: 6, right: 12 } },
      legend: { show: false },
      dataLabels: { enabled: false },
      xaxis: {
        type: 'datetime',
        min: from,
        max: ahead ? now + AHEAD_DAYS * MS_PER_DAY : now,
        labels: label,
        axisBorder: { color: 'var(--ink)' },
        axisTicks: { color: 'var(--ink)' },
      },
      yaxis: {
        min,
        max,
        forceNiceScale: true,
        tickAmount: 5,
        labels: { ...label, formatter: (value: number) => value.toFixed(column.decimals) },
      },
      tooltip: {
        shared: false,
        x: { format: 'd MMM yyyy' },
        y: { formatter: (value: number) => `${value.toFixed(column.decimals)} ${column.unitLabel}` },
      },
      annotations: {
        yaxis:
          lo === null && hi === null
            ? []
            : [
                {
                  y: lo ?? min,
                  y2: hi ?? max,
                  fillColor: 'var(--sunk)',
                  borderColor: 'var(--lineStrong)',
                  opacity: 1,
                },
              ],
        xaxis: [
          ...shownMarks.map((mark) => ({
            ...plain,
            x: mark.at,
            label: { ...plain.label, text: worded.has(mark.key) ? shortened(mark.word) : '' },
          })),
          { x: now, borderColor: 'var(--now)', strokeDashArray: 0 },
        ],
        // below detection: hollow, on its limit, with a stem down
        points: below.map((point) => ({
          x: point.at,
          y: point.y,
          marker: { size: 4, fillColor: 'var(--ground)', strokeColor: 'var(--ink)', strokeWidth: 1.6 },
          label: {
            text: '|',
            offsetY: 26,
            borderWidth: 0,
            style: { background: 'transparent', color: 'var(--ink)', fontSize: '12px' },
          },
        })),
      },
    },
  };
}

/** A token's colour a fifth as strong: the chart cannot mix colours that are variables. */
const faint = (token: string): string =>
  `${getComputedStyle(document.documentElement).getPropertyValue(token).trim()}33`;
const LONGEST_WORD = 24;
const shortened = (word: string): string =>
  word.length > LONGEST_WORD ? `${word.slice(0, LONGEST_WORD).trimEnd()}…` : word;

/** The trend ahead, and between which lines it may lie. */
function projectionOf(
  verdict: ParameterVerdict | undefined,
  now: number,
  fromStored: (value: number) => number,
): { line: { x: number; y: number }[]; fan: { x: number; y: [number, number] }[] } | null {
  if (!verdict?.latest || (verdict.trend.kind !== 'rising' && verdict.trend.kind !== 'falling')) return null;
  const { latest, trend, error } = verdict;
  const at = now + latest.days * MS_PER_DAY;
  const weeks = [0, 1, 2, 3, 4].map((k) => (k * AHEAD_DAYS) / 28 - (k === 0 ? 0 : latest.days / 7));
  const y = (week: number, slope: number, shift: number): number =>
    fromStored(Math.max(0, trend.level + slope * week + shift));
  return {
    line: weeks.map((week) => ({ x: at + week * 7 * MS_PER_DAY, y: y(week, trend.perWeek, 0) })),
    fan: weeks.map((week) => ({
      x: at + week * 7 * MS_PER_DAY,
      y: [y(week, trend.perWeek - trend.error, -error), y(week, trend.perWeek + trend.error, error)].sort(
        (a, b) => a - b,
      ) as [number, number],
    })),
  };
}

/** A gap in the line at each instant that began it anew. */
function broken(
  points: { x: number; y: number }[],
  at: readonly number[],
): { x: number; y: number | null }[] {
  const gaps = at
    .filter((one) => points.some((point) => point.x < one) && points.some((point) => point.x > one))
    .map((x) => ({ x, y: null }));
  return [...points, ...gaps].sort((a, b) => a.x - b.x);
}
