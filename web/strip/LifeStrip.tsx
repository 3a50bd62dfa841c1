import { useId, useState, useEffect, useRef } from 'react';
import type { State } from '../../core/planning/states.ts';
import type { Scale } from './geometry.ts';

/** A strip in days from now; nulls are not known. */
export interface StripData {
  state: State;
  lastDone: number | null;
  rough: { from: number; to: number } | null;
  window: { earliest: number; quarter: number; threeQuarters: number; latest: number } | null;
  recommended: number | null;
  restSince: number | null;
  ticks: readonly { days: number; kind: 'look' | 'event' | 'test' | 'reading' }[];
}

const OLD_WINDOW_MS = 2000;

/** From last done, the window as a shaded band, the recommended day as a triangle, ticks for what moved it. */
export function LifeStrip({
  data,
  scale,
  height = 30,
  label,
  big = 1,
}: {
  data: StripData;
  scale: Scale;
  height?: number;
  label: string;
  big?: number;
}) {
  const id = useId();
  const y = Math.round(height * 0.58) + 0.5;
  const old = useOldWindow(data.window);
  return (
    <svg
      width={scale.width}
      height={height}
      viewBox={`0 0 ${scale.width} ${height}`}
      role="img"
      aria-label={label}
      style={{ display: 'block', overflow: 'visible' }}
    >
      <defs>
        <pattern
          id={`${id}h`}
          width={5}
          height={5}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1={0} y1={0} x2={0} y2={5} stroke="var(--ember)" strokeWidth={1.8} />
        </pattern>
        <pattern id={`${id}d`} width={5} height={5} patternUnits="userSpaceOnUse">
          <circle cx={1.4} cy={1.4} r={1.15} fill="var(--brass)" />
          <circle cx={3.9} cy={3.9} r={1.15} fill="var(--brass)" />
        </pattern>
      </defs>
      <Thread data={data} scale={scale} y={y} big={big} hatch={`url(#${id}h)`} />
      {old && <path d={bolt(old, scale, y, big)} fill="none" stroke="var(--inkSoft)" strokeDasharray="3 2" />}
      {data.window && data.state !== 'left-off' && data.state !== 'paused' && (
        <Window data={data} scale={scale} y={y} big={big} hatch={`url(#${id}h)`} dots={`url(#${id}d)`} />
      )}
      {data.ticks.map((tick) => (
        <Tick key={`${tick.kind}${tick.days}`} kind={tick.kind} x={scale.x(tick.days)} y={y + 6 * big} />
      ))}
    </svg>
  );
}

/** When a window moves, the old one stays as a dashed outline for a moment. */
function useOldWindow(window: StripData['window']): StripData['window'] {
  // compared by its content: a plan fetched again is another object with the same days
  const key = window && JSON.stringify(window);
  const before = useRef(key);
  const [old, setOld] = useState<StripData['window']>(null);
  useEffect(() => {
    const previous = before.current;
    before.current = key;
    if (!previous || previous === key) return;
    setOld(JSON.parse(previous) as StripData['window']);
    const timer = setTimeout(() => setOld(null), OLD_WINDOW_MS);
    return () => clearTimeout(timer);
  }, [key]);
  return old;
}

type Part = { data: StripData; scale: Scale; y: number; big: number; hatch: string };

function Thread({ data, scale, y, big, hatch }: Part) {
  const { lastDone, rough, window } = data;
  const opens = window ? scale.x(window.earliest) : scale.now;
  const ink = { stroke: 'var(--ink)', strokeWidth: 1.5 * big } as const;
  if (data.state === 'left-off') {
    const off = scale.x(data.restSince ?? 0);
    const end = Math.max(scale.now, off + 16);
    return (
      <>
        <line x1={scale.pad} y1={y} x2={off} y2={y} {...ink} />
        <circle cx={off} cy={y} r={2.8} fill="var(--ember)" />
        <circle cx={end} cy={y} r={2.8} fill="var(--ground)" stroke="var(--ember)" strokeWidth={2} />
        <line
          x1={off}
          y1={y}
          x2={off + (end - off) * 0.86}
          y2={y - 9}
          stroke="var(--ember)"
          strokeWidth={2}
          strokeLinecap="round"
        />
        <rect x={scale.now + 10} y={y - 6} width={50} height={12} fill={hatch} />
      </>
    );
  }
  if (rough) {
    const [from, to] = [scale.x(rough.from), scale.x(rough.to)];
    return (
      <>
        <line x1={to} y1={y} x2={Math.max(to, opens)} y2={y} {...ink} />
        <rect
          x={from}
          y={y - 3.5}
          width={Math.max(8, to - from)}
          height={7}
          rx={3.5}
          fill="var(--ground)"
          stroke="var(--ink)"
          strokeWidth={1.4}
          strokeDasharray="2.5 2"
        />
      </>
    );
  }
  if (lastDone === null)
    return (
      <line
        x1={scale.pad}
        y1={y}
        x2={Math.min(opens, scale.now)}
        y2={y}
        stroke="var(--inkSoft)"
        strokeWidth={1.4}
        strokeDasharray="2 4"
      />
    );
  const done = scale.x(lastDone);
  const clipped = -lastDone > scale.range.pastDays;
  const stop =
    data.state === 'paused' || data.state === 'held'
      ? Math.max(done + 8, scale.x(data.restSince ?? 0))
      : Math.max(done, opens);
  return (
    <>
      <line x1={done} y1={y} x2={stop} y2={y} {...ink} />
      {data.state === 'held' && <line x1={stop} y1={y - 5} x2={stop} y2={y + 5} {...ink} />}
      {data.state === 'paused' && (
        <path
          d={`M${stop} ${y - 6}V${y + 6}M${stop + 5} ${y - 6}V${y + 6}`}
          stroke="var(--ink)"
          strokeWidth={2}
        />
      )}
      {clipped ? (
        <path
          d={`M${scale.pad + 6} ${y - 4}L${scale.pad} ${y}L${scale.pad + 6} ${y + 4}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
      ) : (
        <circle cx={done} cy={y} r={3.5 * big} fill="var(--ink)" />
      )}
    </>
  );
}

function bolt(
  window: NonNullable<StripData['window']>,
  scale: Scale,
  y: number,
  big: number,
  grow = 0,
): string {
  const [a, b, c, e] = [
    scale.x(window.earliest) - grow,
    scale.x(window.quarter) - grow,
    scale.x(window.threeQuarters) + grow,
    Math.max(scale.x(window.latest), scale.x(window.earliest) + 2) + grow,
  ];
  const outer = 3 * big + grow;
  const inner = 6 * big + grow;
  return `M${a} ${y - outer}H${b}V${y - inner}H${c}V${y - outer}H${e}V${y + outer}H${c}V${y + inner}H${b}V${y + outer}H${a}Z`;
}

function Window({ data, scale, y, big, hatch, dots }: Part & { dots: string }) {
  const { window, state, recommended } = data;
  if (!window) return null;
  const shape = bolt(window, scale, y, big);
  const inner = {
    x: scale.x(window.quarter),
    width: Math.max(1, scale.x(window.threeQuarters) - scale.x(window.quarter)),
  };
  const end = scale.x(window.latest);
  const half = 6 * big;
  const hollow = state === 'far-off' || state === 'held';
  return (
    <g className="window">
      {hollow && (
        <path
          d={shape}
          fill="var(--ground)"
          stroke={state === 'held' ? 'var(--ink)' : 'var(--brass)'}
          strokeWidth={1.3}
          strokeDasharray={state === 'held' ? '3 2' : undefined}
        />
      )}
      {state === 'look-first' && (
        <>
          <path d={shape} fill="var(--ground)" />
          <path d={shape} fill={dots} stroke="var(--brass)" strokeWidth={1.3} />
        </>
      )}
      {!hollow && state !== 'look-first' && (
        <>
          <path d={shape} fill="var(--brassPale)" stroke="var(--brass)" />
          <rect x={inner.x} y={y - half} width={inner.width} height={2 * half} fill="var(--brass)" />
        </>
      )}
      {state === 'in-window' && (
        <path d={bolt(window, scale, y, big, 3)} fill="none" stroke="var(--ink)" strokeWidth={1.5} />
      )}
      {state === 'held' && (
        <path
          d={`M${scale.x(window.earliest) - 2} ${y - half - 3}h-4v${2 * half + 6}h4M${end + 2} ${y - half - 3}h4v${2 * half + 6}h-4`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.8}
        />
      )}
      {state === 'past-window' && scale.now > end && (
        <>
          <rect x={end} y={y - half} width={Math.max(0, scale.now - end)} height={2 * half} fill={hatch} />
          <line x1={end} y1={y - half} x2={end} y2={y + half} stroke="var(--ember)" strokeWidth={2} />
        </>
      )}
      {recommended !== null && (
        <Recommended
          x={scale.x(recommended)}
          opens={scale.x(window.earliest)}
          y={y}
          half={half}
          big={big}
          state={state}
        />
      )}
    </g>
  );
}

/** A triangle pointing at the recommended day; before the window it gets a stem. */
function Recommended({
  x,
  opens,
  y,
  half,
  big,
  state,
}: {
  x: number;
  opens: number;
  y: number;
  half: number;
  big: number;
  state: State;
}) {
  const size = 4.2 * big;
  const tip = y - half - (state === 'in-window' ? 4.5 : 1.5);
  const colour = state === 'far-off' ? 'var(--inkSoft)' : 'var(--ink)';
  return (
    <>
      {x < opens - 3 && <line x1={x} y1={tip} x2={x} y2={y} stroke={colour} strokeWidth={1.2} />}
      <path d={`M${x - size} ${tip - size * 1.55}H${x + size}L${x} ${tip}Z`} fill={colour} />
    </>
  );
}

function Tick({ kind, x, y }: { kind: StripData['ticks'][number]['kind']; x: number; y: number }) {
  if (kind === 'event')
    return (
      <path
        d={`M${x} ${y}l3.5 3.5l-3.5 3.5l-3.5-3.5z`}
        fill="var(--ground)"
        stroke="var(--ink)"
        strokeWidth={1.3}
      />
    );
  if (kind === 'look')
    return <circle cx={x} cy={y + 3} r={2.4} fill="var(--ground)" stroke="var(--ink)" strokeWidth={1.3} />;
  return (
    <line
      x1={x}
      y1={y}
      x2={x}
      y2={y + 6}
      stroke={kind === 'test' ? 'var(--petrol)' : 'var(--inkSoft)'}
      strokeWidth={1.6}
    />
  );
}
