import type { Column } from './tests.ts';

const WIDTH = 80;
const HEIGHT = 26;
const WEEKS = 12;
const MS_PER_WEEK = 7 * 86_400_000;

/** Twelve weeks of one parameter over its band, without a scale: a shape to be seen at a glance. */
export function RecentLine({
  column,
  points,
  now,
}: {
  column: Column;
  points: readonly { at: number; value: number }[];
  now: number;
}) {
  const values = points.map((point) => point.value);
  const { band } = column;
  const ends = [...values, ...(band?.lo == null ? [] : [band.lo]), ...(band?.hi == null ? [] : [band.hi])];
  const [least, most] = [Math.min(...ends), Math.max(...ends)];
  const room = (most - least || Math.abs(most) || 1) * 0.18;
  const y = (value: number): number => HEIGHT - ((value - least + room) / (most - least + 2 * room)) * HEIGHT;
  const x = (at: number): number =>
    Math.max(0, WIDTH - 4 - ((now - at) / (WEEKS * MS_PER_WEEK)) * (WIDTH - 8));
  const last = points.at(-1);
  return (
    <svg width={WIDTH} height={HEIGHT} className="recent" aria-hidden="true">
      {band && ends.length > 0 && (
        <rect
          x={0}
          width={WIDTH}
          y={band.hi === null ? 0 : y(band.hi)}
          height={Math.max(1, (band.lo === null ? HEIGHT : y(band.lo)) - (band.hi === null ? 0 : y(band.hi)))}
          fill="var(--sunk)"
        />
      )}
      {band?.hi != null && <path d={`M0 ${y(band.hi)}H${WIDTH}`} stroke="var(--lineStrong)" />}
      {band?.lo != null && <path d={`M0 ${y(band.lo)}H${WIDTH}`} stroke="var(--lineStrong)" />}
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
