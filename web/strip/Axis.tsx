import { useLayoutEffect, useRef, useState, type RefObject } from 'react';
import { addDays, type Day } from '../../core/time/day.ts';
import { dayOnAxis } from '../parts/dates.ts';
import { axisLabels, minorTicks, scaleOf, type AxisRange, type Scale } from './geometry.ts';

/** The width of an element, measured again when it changes. */
export function useScale(range: AxisRange): [RefObject<HTMLDivElement | null>, Scale | null] {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setWidth(element.clientWidth));
    observer.observe(element);
    setWidth(element.clientWidth);
    return () => observer.disconnect();
  }, []);
  return [ref, width > 40 ? scaleOf(width, range) : null];
}

const LABEL_GAP = 44;
const PLATE = 50;

/** Labels that fit: distance above, calendar date below; the far ones win where two would touch. */
function fitting(scale: Scale) {
  const kept: { days: number; label: string; x: number }[] = [];
  for (const one of [...axisLabels].reverse()) {
    if (one.days < -scale.range.pastDays || one.days > scale.range.aheadDays) continue;
    const x = scale.x(one.days);
    const free = kept.every(
      (other) => Math.abs(other.x - x) >= (one.days > 0 && other.days > 0 ? LABEL_GAP : 30),
    );
    if (free && Math.abs(x - scale.now) > PLATE / 2 + (one.days > 0 ? 22 : 14)) kept.push({ ...one, x });
  }
  return kept;
}

export function Axis({
  scale,
  today,
  nowText,
  height = 34,
}: {
  scale: Scale;
  today: Day;
  nowText: string;
  height?: number;
}) {
  const base = height - 0.5;
  const inRange = (days: number) => days >= -scale.range.pastDays && days <= scale.range.aheadDays;
  return (
    <svg
      width={scale.width}
      height={height}
      viewBox={`0 0 ${scale.width} ${height}`}
      aria-hidden
      style={{ display: 'block', overflow: 'visible' }}
    >
      <line x1={0} y1={base} x2={scale.width} y2={base} stroke="var(--ink)" />
      {axisLabels
        .filter((one) => inRange(one.days))
        .map((one) => (
          <line
            key={one.days}
            x1={scale.x(one.days)}
            y1={base - 6}
            x2={scale.x(one.days)}
            y2={base}
            stroke="var(--ink)"
          />
        ))}
      {minorTicks.filter(inRange).map((days) => (
        <line key={days} x1={scale.x(days)} y1={base - 3} x2={scale.x(days)} y2={base} stroke="var(--ink)" />
      ))}
      {fitting(scale).map((one) => (
        <g key={one.days} textAnchor="middle">
          <text
            x={one.x}
            y={height - 21}
            fill="var(--ink)"
            style={{ font: '600 12.5px/1 var(--head)', fontStretch: '84%' }}
          >
            {one.label}
          </text>
          {one.days > 0 && (
            <text
              x={one.x}
              y={height - 9}
              fill="var(--inkSoft)"
              style={{ font: '400 12px/1 var(--head)', fontStretch: '76%' }}
            >
              {dayOnAxis(addDays(today, one.days), one.days > 300)}
            </text>
          )}
        </g>
      ))}
      <path
        d={`M${scale.now - PLATE / 2} ${height - 29}h${PLATE}v19l${-PLATE / 2} 8l${-PLATE / 2}-8z`}
        fill="var(--now)"
      />
      <text
        x={scale.now}
        y={height - 15}
        textAnchor="middle"
        fill="var(--ground)"
        style={{ font: '680 13px/1 var(--head)', fontStretch: '84%' }}
      >
        {nowText}
      </text>
    </svg>
  );
}

/** Hairlines and the one now line behind all strips of a list. Stands in a cell as wide as the strips. */
export function Field({ scale }: { scale: Scale }) {
  return (
    <div className="field" style={{ left: 0, top: 0, bottom: 0, width: scale.width }} aria-hidden>
      <svg
        width={scale.width}
        height="100%"
        preserveAspectRatio="none"
        style={{ position: 'absolute', inset: 0 }}
      >
        {axisLabels
          .filter((one) => one.days >= -scale.range.pastDays && one.days <= scale.range.aheadDays)
          .map((one) => (
            <line
              key={one.days}
              x1={scale.x(one.days)}
              y1={0}
              x2={scale.x(one.days)}
              y2="100%"
              stroke="var(--line)"
            />
          ))}
      </svg>
      <div className="now" style={{ left: scale.now - 1, top: 0, bottom: 0 }} />
    </div>
  );
}
