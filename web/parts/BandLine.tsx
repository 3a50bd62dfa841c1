import type { Band } from '../../core/water/parameters.ts';

const EDGE = 4;

/** Values in time over their band, without a scale: a shape to be seen at a glance. */
export function BandLine({
  band,
  points,
  from,
  to,
  width,
  height,
  label,
}: {
  band: Band | null;
  points: readonly { at: number; value: number }[];
  /** What is left and right, ms; what lies before stands at the left edge. */
  from: number;
  to: number;
  width: number;
  height: number;
  /** What it shows, where the words beside it do not say it. */
  label?: string;
}) {
  const edges = [band?.lo, band?.hi].flatMap((edge) => edge ?? []);
  const values = [...points.map((point) => point.value), ...edges];
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const room = (most - least || Math.abs(most) || 1) * 0.18;
  const y = (value: number): number => height - ((value - least + room) / (most - least + 2 * room)) * height;
  const x = (at: number): number =>
    Math.max(0, EDGE + ((at - from) / Math.max(1, to - from)) * (width - 2 * EDGE));
  const [top, foot] = [band?.hi == null ? 0 : y(band.hi), band?.lo == null ? height : y(band.lo)];
  const last = points.at(-1);
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      // in a narrow column it is drawn smaller, and whole
      style={{ display: 'block', maxWidth: '100%' }}
      {...(label ? { role: 'img', 'aria-label': label } : { 'aria-hidden': true })}
    >
      {edges.length > 0 && (
        <rect x={0} width={width} y={top} height={Math.max(1, foot - top)} fill="var(--sunk)" />
      )}
      {edges.map((edge) => (
        <path key={edge} d={`M0 ${y(edge)}H${width}`} stroke="var(--lineStrong)" />
      ))}
      {points.length > 1 && (
        <polyline
          points={points.map((point) => `${x(point.at).toFixed(1)},${y(point.value).toFixed(1)}`).join(' ')}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
      )}
      {last && <circle cx={x(last.at)} cy={y(last.value)} r={2.6} fill="var(--ink)" />}
    </svg>
  );
}
