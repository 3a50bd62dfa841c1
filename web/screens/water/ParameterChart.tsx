import type { ApexOptions } from 'apexcharts';
import * as chartModule from 'react-apexcharts';
import { useMemo } from 'react';
import { eventWords } from '../../../core/rules/eventKinds.ts';
import { fromStored } from '../../../core/quantity/quantities.ts';
import { parameters } from '../../../core/water/parameters.ts';
import { definitionsOf } from '../../../contract/facts/definition.ts';
import { placeOfJob } from '../../../contract/facts/places.ts';
import { instantOfWhen } from '../../../contract/facts/when.ts';
import type { Stored } from '../../../contract/records.ts';
import type { Snapshot } from '../../../contract/snapshot.ts';
import { useSnapshot } from '../../api/data.ts';
import { bandWords, type Column, type TestRow } from './tests.ts';

// the package is CommonJS: under the bundler its default export is the module object
type ChartComponent = typeof chartModule.default;
const Chart = (chartModule.default as unknown as { default?: ChartComponent }).default ?? chartModule.default;

/** The chart shows the last half year; words stand at the latest marks only, so that they never pile up. */
const SHOWN_DAYS = 182;
const WORDS = 4;
const MS_PER_DAY = 86_400_000;

/** One parameter in time: the band filled, services and events as dotted verticals with a word, the now line. */
export default function ParameterChart({
  column,
  system,
  rows,
  zone,
  now,
}: {
  column: Column;
  system: Stored<'system'>;
  rows: readonly TestRow[];
  zone: string;
  now: number;
}) {
  const snapshot = useSnapshot();
  const points = useMemo(
    () =>
      [...rows]
        .reverse()
        .filter((row) => row.at >= now - SHOWN_DAYS * MS_PER_DAY)
        .flatMap((row) => {
          const reading = row.values.get(column.id);
          return reading
            ? [
                {
                  x: row.at,
                  y: fromStored(parameters[column.id].quantity, reading.content.value, column.unit),
                  below: reading.content.below,
                },
              ]
            : [];
        }),
    [rows, column, now],
  );
  const from = points[0]?.x ?? now;
  const options = useMemo(
    () => optionsOf(column, points, marksOf(snapshot, system, column, zone, from), now),
    [column, points, snapshot, system, zone, from, now],
  );
  return (
    <figure
      style={{ margin: 0 }}
      aria-label={`${column.name} in time: ${points.map((point) => `${point.below ? 'below ' : ''}${point.y.toFixed(column.decimals)}`).join(', ')} ${column.unitLabel}; band ${bandWords(column)}`}
    >
      <figcaption className="h">
        {column.name}, {column.unitLabel}{' '}
        <span className="soft" style={{ fontWeight: 400 }}>
          band {bandWords(column)}
        </span>
      </figcaption>
      <Chart
        type="line"
        height={250}
        options={options}
        series={[{ name: column.name, data: points.map(({ x, y }) => ({ x, y })) }]}
      />
    </figure>
  );
}

interface Mark {
  at: number;
  word: string;
}
/** Services of jobs that this parameter calls, and events of the system. */
function marksOf(
  snapshot: Snapshot,
  system: Stored<'system'>,
  column: Column,
  zone: string,
  from: number,
): Mark[] {
  const definitionOf = definitionsOf(snapshot);
  const called = new Map(
    snapshot.all('job').flatMap((job) => {
      const place = placeOfJob(job.content, snapshot);
      const calls =
        place?.systemIds.includes(system.id) &&
        definitionOf(job.content).rules.some(
          (rule) => rule.kind === 'water-test' && rule.parameter === column.id,
        );
      return calls && place ? [[job.id, place.thing]] : [];
    }),
  );
  const services = snapshot.all('service').flatMap(({ content }) => {
    const word = called.get(content.jobId);
    const at = instantOfWhen(content.when, zone);
    return word && at !== null && at >= from ? [{ at, word }] : [];
  });
  const events = snapshot.all('event').flatMap(({ content }) => {
    const at = instantOfWhen(content.when, zone);
    return content.systemId === system.id && at !== null && at >= from
      ? [{ at, word: eventWords[content.kind] }]
      : [];
  });
  return [...services, ...events].sort((a, b) => b.at - a.at);
}

function optionsOf(
  column: Column,
  points: readonly { x: number; y: number; below: boolean }[],
  marks: readonly Mark[],
  now: number,
): ApexOptions {
  const label = { style: { fontFamily: 'Public Sans Variable', fontSize: '12px', colors: 'var(--inkSoft)' } };
  const shown = (stored: number) => fromStored(parameters[column.id].quantity, stored, column.unit);
  const ys = points.map((point) => point.y);
  const lo = column.band?.lo ?? null;
  const hi = column.band?.hi ?? null;
  const ends = [...ys, ...(lo === null ? [] : [shown(lo)]), ...(hi === null ? [] : [shown(hi)])];
  const [least, most] = [Math.min(...ends), Math.max(...ends)];
  const room = (most - least || Math.abs(most) || 1) * 0.12;
  const min = Math.max(0, least - room);
  const max = most + room;
  const plain = {
    borderColor: 'var(--lineStrong)',
    strokeDashArray: 3,
    label: {
      text: '',
      style: { fontSize: '12px', color: 'var(--inkSoft)', background: 'var(--ground)' },
      orientation: 'vertical',
    },
  };
  return {
    chart: {
      animations: { enabled: false },
      toolbar: { show: false },
      zoom: { enabled: false },
      background: 'transparent',
      fontFamily: 'Public Sans Variable',
    },
    stroke: { width: 1.8, curve: 'straight' },
    colors: ['var(--ink)'],
    markers: {
      size: 3,
      colors: ['var(--ink)'],
      strokeWidth: 0,
      discrete: points.flatMap((point, i) =>
        point.below
          ? [
              {
                seriesIndex: 0,
                dataPointIndex: i,
                fillColor: 'var(--ground)',
                strokeColor: 'var(--ink)',
                size: 4,
              },
            ]
          : [],
      ),
    },
    grid: { borderColor: 'var(--line)', padding: { left: 6, right: 12 } },
    legend: { show: false },
    dataLabels: { enabled: false },
    xaxis: {
      type: 'datetime',
      max: now,
      labels: label,
      axisBorder: { color: 'var(--ink)' },
      axisTicks: { color: 'var(--ink)' },
    },
    yaxis: { min, max, labels: { ...label, formatter: (value: number) => value.toFixed(column.decimals) } },
    tooltip: {
      x: { format: 'd MMM yyyy' },
      y: { formatter: (value: number) => `${value.toFixed(column.decimals)} ${column.unitLabel}` },
    },
    annotations: {
      yaxis:
        lo === null && hi === null
          ? []
          : [
              {
                y: lo === null ? min : shown(lo),
                y2: hi === null ? max : shown(hi),
                fillColor: 'var(--sunk)',
                borderColor: 'var(--lineStrong)',
                opacity: 1,
              },
            ],
      xaxis: [
        ...marks.map((mark, i) => ({
          ...plain,
          x: mark.at,
          label: { ...plain.label, text: i < WORDS ? mark.word : '' },
        })),
        { x: now, borderColor: 'var(--now)', strokeDashArray: 0 },
      ],
    },
  };
}
