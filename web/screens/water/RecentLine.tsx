import { BandLine } from '../../parts/BandLine.tsx';
import type { Column } from './tests.ts';

const WEEKS = 12;
const MS_PER_WEEK = 7 * 86_400_000;

/** Twelve weeks of one parameter over its band. */
export function RecentLine({
  column,
  points,
  now,
}: {
  column: Column;
  points: readonly { at: number; value: number }[];
  now: number;
}) {
  return (
    <span className="recent">
      <BandLine
        {...{ band: column.band, points, width: 80, height: 26 }}
        from={now - WEEKS * MS_PER_WEEK}
        to={now}
      />
    </span>
  );
}
