import type { Mean } from '../../../core/planning/round/plant.ts';
import type { Still } from '../../../core/planning/round/simulate.ts';

/** One thing a water needs, on the clock of the visit: when it stands. */
export interface Thread {
  key: string;
  system: string;
  what: Mean;
  spans: readonly Still[];
}

const HEIGHT = 100;
const WIDTH = 20;
const MIDDLE = WIDTH / 2;
const SLOT = 10;

/** A thread beside one step: a hollow slot while it stands, a tick where it may no longer, hatched beyond. */
export function ThreadCell({
  thread: { spans },
  fromMin,
  toMin,
}: {
  thread: Thread;
  /** What the step covers of the clock. */
  fromMin: number;
  toMin: number;
}) {
  const length = Math.max(1e-6, toMin - fromMin);
  const y = (minute: number): number => Math.min(HEIGHT, Math.max(0, ((minute - fromMin) / length) * HEIGHT));
  const isIn = (minute: number): boolean => minute >= fromMin && minute < toMin;
  return (
    <span className="threadcell">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" role="presentation">
        <line x1={MIDDLE} x2={MIDDLE} y1="0" y2={HEIGHT} className="stillline" />
        {spans.map((one) => {
          const ends = one.fromMin + one.minutes;
          const mayUntil = one.limitMin === null ? ends : one.fromMin + one.limitMin;
          const shows = (from: number, to: number): boolean =>
            to > fromMin && from < toMin && y(to) > y(from);
          const until = Math.min(ends, mayUntil);
          return (
            <g key={one.fromMin}>
              {shows(one.fromMin, until) && (
                <>
                  <rect
                    x={MIDDLE - SLOT / 2}
                    width={SLOT}
                    y={y(one.fromMin)}
                    height={y(until) - y(one.fromMin)}
                    className="threadslot"
                  />
                  {/* its sides alone: a step's end is none of it */}
                  {[-SLOT / 2, SLOT / 2].map((side) => (
                    <line
                      key={side}
                      x1={MIDDLE + side}
                      x2={MIDDLE + side}
                      y1={y(one.fromMin)}
                      y2={y(until)}
                      className="threadedge"
                    />
                  ))}
                </>
              )}
              {shows(mayUntil, ends) && (
                <rect
                  x={MIDDLE - SLOT / 2}
                  width={SLOT}
                  y={y(mayUntil)}
                  height={y(ends) - y(mayUntil)}
                  className="stilllate"
                />
              )}
              {isIn(one.fromMin) && (
                <line
                  x1={MIDDLE - SLOT / 2}
                  x2={MIDDLE + SLOT / 2}
                  y1={y(one.fromMin)}
                  y2={y(one.fromMin)}
                  className="threadedge"
                />
              )}
              {isIn(ends) && (
                <line
                  x1={MIDDLE - SLOT / 2}
                  x2={MIDDLE + SLOT / 2}
                  y1={y(ends)}
                  y2={y(ends)}
                  className="threadedge"
                />
              )}
              {one.limitMin !== null && isIn(mayUntil) && (
                <line x1="0" x2={WIDTH} y1={y(mayUntil)} y2={y(mayUntil)} className="stilltick" />
              )}
            </g>
          );
        })}
      </svg>
    </span>
  );
}
