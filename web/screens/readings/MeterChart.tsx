import { beyondLimitOf } from '../../../usecases/round/meterQuestion.ts';
import type { Meter } from '../../../usecases/round/meters.ts';
import { MS_PER_DAY, type Instant } from '../../../core/time/day.ts';
import type { MeterUnit } from './meterUnit.ts';

const WIDTH = 358;
const HEIGHT = 150;
/** Where now stands: what follows is where it drifts. */
const NOW_AT = 244;
const ENDS_AT = 300;
const TOP = 14;
const FOOT = 130;

/** Earlier readings between their limits; what is typed stands in it before it is kept. */
export function MeterChart({
  meter: { points, lo, hi, driftPerWeek },
  unit,
  typed,
  now,
  from,
}: {
  meter: Meter;
  unit: MeterUnit;
  /** Stored unit. */
  typed: number | null;
  now: Instant;
  /** The first day, in words. */
  from: string;
}) {
  const first = points[0];
  const last = points.at(-1);
  if (!first || !last) return null;
  const values = [...points.map((one) => one.value), ...[lo, hi, typed].filter((one) => one !== null)];
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const span = most - least || Math.abs(most) || 1;
  const x = (at: Instant): number => 4 + ((at - first.at) / Math.max(1, now - first.at)) * (NOW_AT - 4);
  const y = (value: number): number => FOOT - 10 - ((value - least) / span) * (FOOT - 10 - TOP);
  const beyond = typed !== null && beyondLimitOf({ lo, hi }, typed) !== null;
  const ahead =
    driftPerWeek === null ? last.value : last.value + (driftPerWeek * (now - last.at)) / (7 * MS_PER_DAY);
  const path = points.map((one) => `${x(one.at)},${y(one.value)}`).join(' ');
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="meterchart" role="img" aria-label="Earlier readings">
      {[hi, lo].map(
        (limit, i) =>
          limit !== null && (
            <g key={i}>
              <line x1="0" x2={ENDS_AT} y1={y(limit)} y2={y(limit)} className="meterlimit" />
              <text x={ENDS_AT + 6} y={y(limit) + 4} className="metersay">
                {unit.show(limit)}
              </text>
            </g>
          ),
      )}
      <polyline points={path} className="meterline" />
      {points.map((one) => (
        <circle key={one.at} cx={x(one.at)} cy={y(one.value)} r="3" className="meterdot" />
      ))}
      <line x1={x(last.at)} y1={y(last.value)} x2={NOW_AT} y2={y(ahead)} className="meterahead" />
      <line x1={NOW_AT} x2={NOW_AT} y1={TOP - 8} y2={FOOT} className="meternow" />
      {typed !== null && (
        <g data-beyond={beyond || undefined} className="metertyped">
          <path
            d={`M ${NOW_AT - 7} ${y(typed) - 9} L ${NOW_AT + 7} ${y(typed) - 9} L ${NOW_AT} ${y(typed)} Z`}
          />
          <text x={NOW_AT + 14} y={y(typed) - 1}>
            {unit.figure(typed)}
          </text>
        </g>
      )}
      <line x1="0" x2={ENDS_AT} y1={FOOT} y2={FOOT} className="meternow" />
      <text x="0" y={HEIGHT - 4} className="metersay">
        {from}
      </text>
      <text x={NOW_AT} y={HEIGHT - 4} textAnchor="middle" className="metersay">
        now
      </text>
    </svg>
  );
}
