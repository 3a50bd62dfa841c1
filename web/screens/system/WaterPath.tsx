import { useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import type { DateStyle } from '../../../core/explain/words.ts';
import type { Day } from '../../../core/time/day.ts';
import { DateWord } from '../../parts/JobLine.tsx';
import { Axis, Field, useScale } from '../../strip/Axis.tsx';
import { axisRanges, type Scale } from '../../strip/geometry.ts';
import { LifeStrip } from '../../strip/LifeStrip.tsx';
import { StateWord } from '../../strip/marks.tsx';
import { stripOf } from '../../strip/stripData.ts';
import { Outline } from './Outline.tsx';
import type { Stop } from './path.ts';

interface PathProps {
  stops: readonly Stop[];
  today: Day;
  nowText: string;
  style: DateStyle;
  chosen: string | null;
  onChoose: (jobId: string) => void;
  phone: boolean;
  open: (row: PlanRow) => ReactNode;
}

/** One closed channel drawn in the order water passes, each stop with its jobs on the shared axis. */
export function WaterPath({ stops, today, nowText, style, chosen, onChoose, phone, open }: PathProps) {
  const [ref, scale] = useScale(phone ? axisRanges.phone : axisRanges.list);
  return (
    <div className="pathlist">
      <div className="stationrow axisrow" style={{ minHeight: 34 }}>
        <span className="soft hide-phone">in the order water passes</span>
        <span />
        <div ref={ref}>{scale && <Axis scale={scale} today={today} nowText={nowText} />}</div>
      </div>
      <Stops
        stops={stops}
        scale={scale}
        style={style}
        chosen={chosen}
        onChoose={onChoose}
        phone={phone}
        open={open}
      />
    </div>
  );
}

function Stops({
  stops,
  scale,
  style,
  chosen,
  onChoose,
  phone,
  open,
}: Omit<PathProps, 'today' | 'nowText'> & { scale: Scale | null }) {
  const list = useRef<HTMLOListElement>(null);
  const [tops, setTops] = useState<number[]>([]);
  const [height, setHeight] = useState(0);
  useLayoutEffect(() => {
    const element = list.current;
    if (!element) return;
    const measure = () => {
      setHeight(element.clientHeight);
      setTops([...element.querySelectorAll<HTMLElement>(':scope > .station')].map((item) => item.offsetTop));
    };
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    measure();
    return () => observer.disconnect();
  }, [stops]);
  return (
    <ol ref={list} className="plain" style={{ position: 'relative' }}>
      {stops.map((stop) => (
        <li key={stop.key} className="station">
          {stop.rows.length === 0 && <StationRow stop={stop} first />}
          {stop.rows.map((row, i) => (
            <div key={row.jobId} className={chosen === row.jobId ? 'chosenrow' : ''} data-job={row.jobId}>
              <div className="stationrow">
                <StationName stop={stop} first={i === 0} phone={phone} row={row} />
                <button
                  type="button"
                  className="rowlink"
                  aria-expanded={chosen === row.jobId}
                  onClick={() => onChoose(row.jobId)}
                >
                  {row.componentId === null ? `${row.thing}: ${row.action}` : row.action}
                </button>
                <div style={{ position: 'relative', alignSelf: 'stretch' }}>
                  {scale && (
                    <>
                      <Field scale={scale} />
                      <div className="strip">
                        <LifeStrip
                          data={stripOf(row)}
                          scale={scale}
                          height={33}
                          label={`${row.target}, ${row.action}: ${row.sentence}`}
                        />
                      </div>
                    </>
                  )}
                </div>
                <span style={{ display: 'flex', justifyContent: 'space-between', gap: 8 }}>
                  <StateWord state={row.state} />
                  <DateWord row={row} style={style} short />
                </span>
              </div>
              {chosen === row.jobId && <div style={{ padding: '6px 0' }}>{open(row)}</div>}
            </div>
          ))}
        </li>
      ))}
      <Channel stops={stops} tops={tops} height={height} />
    </ol>
  );
}

function StationRow({ stop, first }: { stop: Stop; first: boolean }) {
  return (
    <div className="stationrow">
      <StationName stop={stop} first={first} phone={false} row={null} />
      <span className="soft">no jobs</span>
    </div>
  );
}

function StationName({
  stop,
  first,
  phone,
  row,
}: {
  stop: Stop;
  first: boolean;
  phone: boolean;
  row: PlanRow | null;
}) {
  const part = row && stop.component && row.componentId !== stop.component.id ? row.thing : null;
  if (!first) return <span className="soft">{part}</span>;
  return (
    <span>
      {stop.component ? (
        <Link className="unit" to={`/components/${stop.component.id}`}>
          {stop.name}
        </Link>
      ) : (
        <span className="unit">{stop.name}</span>
      )}
      {stop.status !== 'running' && (
        <span className="soft">
          {' '}
          {stop.status === 'standby' ? 'standing by' : stop.status === 'paused' ? 'resting' : stop.status}
        </span>
      )}
      {part && !phone && <span className="soft"> · {part}</span>}
      {stop.sharedWith.length > 0 && (
        <span className="soft" style={{ display: 'block', fontSize: 12, lineHeight: '16px' }}>
          <svg
            width={22}
            height={12}
            viewBox="0 0 22 12"
            aria-hidden
            style={{ verticalAlign: -2, marginRight: 4 }}
          >
            <circle cx={7} cy={6} r={5} fill="none" stroke="var(--petrol)" strokeWidth={1.6} />
            <circle cx={14} cy={6} r={5} fill="none" stroke="var(--petrol)" strokeWidth={1.6} />
          </svg>
          also {stop.sharedWith.join(' and ')}
        </span>
      )}
    </span>
  );
}

const UP = 10;
const DOWN = 42;
const LOOP = 70;

/** The channel itself: down past every stop, back up at the left; side loops leave and rejoin. */
function Channel({
  stops,
  tops,
  height,
}: {
  stops: readonly Stop[];
  tops: readonly number[];
  height: number;
}) {
  if (tops.length === 0 || height === 0) return null;
  const main = stops.flatMap((stop, i) =>
    stop.place === 'make-up' ? [] : [{ stop, y: (tops[i] ?? 0) + 17 }],
  );
  const make = stops.flatMap((stop, i) =>
    stop.place === 'make-up' ? [{ stop, y: (tops[i] ?? 0) + 17 }] : [],
  );
  const bottom = (main.at(-1)?.y ?? 0) + 18;
  return (
    <div className="channel" style={{ left: -86 }} aria-hidden>
      <svg width={86} height={height} style={{ overflow: 'visible' }}>
        <path
          d={`M${DOWN} ${main[0]?.y ?? 0}V${bottom - 8}a8 8 0 0 1-8 8H${UP + 8}a8 8 0 0 1-8-8V6a8 8 0 0 1 8-8H${DOWN - 8}a8 8 0 0 1 8 8V${main[0]?.y ?? 0}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={7}
        />
        <path
          d={`M${DOWN} ${main[0]?.y ?? 0}V${bottom - 8}a8 8 0 0 1-8 8H${UP + 8}a8 8 0 0 1-8-8V6a8 8 0 0 1 8-8H${DOWN - 8}a8 8 0 0 1 8 8V${main[0]?.y ?? 0}`}
          fill="none"
          stroke="var(--petrolWash)"
          strokeWidth={4}
        />
        {[0.3, 0.7].map((part) => (
          <path
            key={part}
            d={`M${UP - 5} ${bottom * part + 5}l5-6l5 6`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={1.8}
          />
        ))}
        {main
          .filter(({ stop }) => stop.sideLoop)
          .map(({ stop, y }) => (
            <path
              key={stop.key}
              d={`M${DOWN} ${y - 10}H${LOOP}M${DOWN} ${y + 10}H${LOOP}`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={1.6}
            />
          ))}
        {make.map(({ stop, y }) => (
          <path
            key={stop.key}
            d={`M${DOWN} ${bottom}C${DOWN} ${y} ${DOWN} ${y} ${LOOP - 14} ${y}`}
            fill="none"
            stroke="var(--petrol)"
            strokeWidth={1.6}
            strokeDasharray="3 3"
          />
        ))}
        {[...main, ...make].map(({ stop, y }) => (
          <g
            key={stop.key}
            transform={`translate(${stop.sideLoop || stop.place === 'make-up' ? LOOP - 14 : DOWN - 14} ${y - 12})`}
          >
            <Outline place={stop.place} status={stop.status} />
          </g>
        ))}
      </svg>
    </div>
  );
}
