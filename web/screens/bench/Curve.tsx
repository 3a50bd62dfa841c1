import { mainOutput, runCalculator, type Calculator } from '../../../core/calculators/define.ts';
import { isRefusal } from '../../../core/errors.ts';
import { formatNumber } from '../../../core/quantity/quantities.ts';
import type { Entered } from './address.ts';
import { prettyUnit } from './units.ts';

const WIDTH = 360;
const HEIGHT = 132;
const LEFT = 8;
const BASE = 100;
const TOP = 12;
const POINTS = 41;

/** How the first result goes with one input, around what is entered: where one stands, and how steep it is there. */
export function Curve({ entry, entered, by }: { entry: Calculator; entered: Entered; by: string }) {
  const input = entry.inputs[by];
  const at = entered[by];
  const outputName = mainOutput(entry);
  if (
    !outputName ||
    entry.slow ||
    !input ||
    typeof at !== 'number' ||
    (input.kind !== 'number' && input.kind !== 'optional')
  )
    return null;
  const span = at === 0 ? (input.to - input.from) * 0.01 || 1 : Math.abs(at) * 0.6;
  const from = Math.max(input.from, at - span);
  const to = Math.min(input.to, at + span);
  const value = (x: number): number | null => {
    try {
      const result = runCalculator(entry, { ...entered, [by]: x })[outputName];
      return typeof result === 'number' && Number.isFinite(result) ? result : null;
    } catch (error) {
      // outside its limits there is no curve
      if (isRefusal(error, 'out-of-range')) return null;
      throw error;
    }
  };
  const points = Array.from({ length: POINTS }, (_, k) => {
    const x = from + ((to - from) * k) / (POINTS - 1);
    return { x, y: value(x) };
  }).filter((point): point is { x: number; y: number } => point.y !== null);
  const here = value(at);
  if (points.length < 5 || here === null || to <= from) return null;
  const low = Math.min(...points.map((point) => point.y));
  const high = Math.max(...points.map((point) => point.y));
  if (high - low < 1e-9 * Math.max(1, Math.abs(high))) return null;
  const px = (x: number) => LEFT + ((x - from) / (to - from)) * (WIDTH - 2 * LEFT);
  const py = (y: number) => BASE - ((y - low) / (high - low)) * (BASE - TOP);
  const output = entry.outputs[outputName];
  const shown = (y: number) =>
    `${formatNumber(y, output?.digits ?? 3)} ${prettyUnit(output?.unit ?? '')}`.trim();
  const label = `${output?.label ?? ''} against ${input.label.toLowerCase()}: ${shown(points[0]?.y ?? low)} at ${formatNumber(from, 3)}, ${shown(here)} at ${formatNumber(at, 3)}, ${shown(points.at(-1)?.y ?? high)} at ${formatNumber(to, 3)} ${prettyUnit(input.unit)}`;
  return (
    <figure className="benchcurve">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={label}>
        <line x1={LEFT} y1={BASE} x2={WIDTH - LEFT} y2={BASE} stroke="var(--lineStrong)" />
        <path
          d={points
            .map(({ x, y }, k) => `${k === 0 ? 'M' : 'L'}${px(x).toFixed(1)} ${py(y).toFixed(1)}`)
            .join('')}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.8}
        />
        <line x1={px(at)} y1={TOP - 6} x2={px(at)} y2={BASE + 6} stroke="var(--now)" strokeWidth={2} />
        <circle cx={px(at)} cy={py(here)} r={4} fill="var(--petrol)" />
        <g style={{ font: '500 12.5px/1 var(--head)', fontStretch: '84%' }} fill="var(--ink)">
          <text x={LEFT} y={BASE + 16}>
            {formatNumber(from, 3)}
          </text>
          <text x={WIDTH - LEFT} y={BASE + 16} textAnchor="end">
            {formatNumber(to, 3)}
          </text>
          <text x={WIDTH / 2} y={BASE + 29} textAnchor="middle" fill="var(--inkSoft)">
            {input.label}, {prettyUnit(input.unit) || 'no unit'}
          </text>
        </g>
      </svg>
      <figcaption className="soft">
        {output?.label}: {shown(low)} to {shown(high)}
      </figcaption>
    </figure>
  );
}
