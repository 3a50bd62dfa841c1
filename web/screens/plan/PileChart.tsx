import {
  DndContext,
  MouseSensor,
  TouchSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragOverEvent,
  type DragStartEvent,
} from '@dnd-kit/core';
import { DateTime } from 'luxon';
import type { KeyboardEvent, ReactNode } from 'react';
import { addDays, daysBetween, weekdayOf, type Day } from '../../../core/time/day.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import { useSetting } from '../../api/data.ts';
import { writeDay } from '../../parts/dates.ts';
import { LongList } from '../../parts/LongList.tsx';
import type { RowPlace } from '../../parts/rowPlace.ts';
import { blockHeights, isCritical, type Pile, type PileRow } from './piles.ts';

/** The turn of a job that is in hand. */
export interface Turn {
  siteId: string;
  jobId: string;
  look: boolean;
  turn: number;
}
export const sameTurn = (a: Turn | null, b: Turn | null): boolean =>
  a !== null &&
  b !== null &&
  a.siteId === b.siteId &&
  a.jobId === b.jobId &&
  a.look === b.look &&
  a.turn === b.turn;

export interface InHand {
  turn: Turn;
  /** Where it would go. */
  target: number;
  /** Its window, drawn above the piles. */
  window: Pick<PlanRow, 'earliest' | 'quarter' | 'threeQuarters' | 'latest'> | null;
}
interface Props {
  rows: readonly PileRow[];
  today: Day;
  weeks: number;
  rowOf: ReadonlyMap<string, PlanRow>;
  inHand: InHand | null;
  onTake: (turn: Turn | null) => void;
  onVisit: (siteId: string, visit: number) => void;
  /** While it is dragged over a visit, and when it is let go there. */
  onOver: (visit: number) => void;
  onDrop: (visit: number) => void;
}

/** Pixels that the minutes there are are tall. */
const TALL = 72;
/** Height of a row before it was seen. */
const ROW_PX = TALL + 40;
/** A job of a minute is still seen. */
const LEAST = 1.5;
/** A visit that would have been far too full is drawn so far over the others. */
const BEFORE_OVER = 1.3;

/** Weeks ahead as piles: a job as tall as its minutes, on one line of the minutes there are. */
export function PileChart(props: Props) {
  const { rows, today, weeks, onTake, onOver, onDrop } = props;
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    // a finger that holds still takes the job, one that moves on scrolls the page
    useSensor(TouchSensor, { activationConstraint: { delay: 220, tolerance: 8 } }),
  );
  const visitOf = (id: unknown): number => Number(String(id).split(' ').at(-1));
  const onDragStart = ({ active }: DragStartEvent): void => onTake(active.data.current as Turn);
  const onDragOver = ({ over }: DragOverEvent): void => {
    if (over) onOver(visitOf(over.id));
  };
  const onDragEnd = ({ over }: DragEndEvent): void => {
    if (over) onDrop(visitOf(over.id));
  };
  const horizon = 7 * weeks;
  return (
    <DndContext sensors={sensors} onDragStart={onDragStart} onDragOver={onDragOver} onDragEnd={onDragEnd}>
      <div className="piles" role="group" aria-label={`The next ${weeks} weeks`}>
        <Axis today={today} horizon={horizon} />
        <ul className="plain">
          <LongList items={rows} keyOf={({ key }) => key} rowPx={ROW_PX}>
            {(row, place) => <Row key={row.key} {...{ row, place, horizon }} {...props} />}
          </LongList>
        </ul>
      </div>
    </DndContext>
  );
}

const share = (days: number, horizon: number): string => `${((days + 0.5) / (horizon + 1)) * 100}%`;

function Axis({ today, horizon }: { today: Day; horizon: number }) {
  const mondays = Array.from({ length: horizon + 1 }, (_, i) => addDays(today, i)).filter(
    (day) => weekdayOf(day) === 1,
  );
  const at = (day: Day): DateTime => DateTime.fromISO(day, { zone: 'utc', locale: 'en-GB' });
  return (
    <div className="pilerow pileaxis" aria-hidden>
      <span />
      <span className="pilefield">
        {mondays.map((day, i) => {
          const isFirst = i === 0 || at(day).month !== at(mondays[i - 1] ?? day).month;
          return (
            <span key={day} className="pileweek" style={{ left: share(daysBetween(today, day), horizon) }}>
              {isFirst && <b>{at(day).toFormat('LLL')}</b>}
              <span>{at(day).day}</span>
            </span>
          );
        })}
      </span>
    </div>
  );
}

function Row({ row, place, horizon, ...props }: Props & { row: PileRow; place: RowPlace; horizon: number }) {
  const { today, inHand } = props;
  const { piles } = row;
  const there = Math.max(0, ...piles.map((pile) => pile.minutes ?? 0));
  const most = Math.max(there, ...piles.map((pile) => pile.load), 60);
  const scale = TALL / (there || most);
  const tallest = Math.max(most, ...piles.map((pile) => Math.min(pile.before ?? 0, most * BEFORE_OVER)));
  const isHere = inHand !== null && piles.some((pile) => pile.siteId === inHand.turn.siteId);
  return (
    <li {...place} className="pilerow">
      <div className="pilehead">
        <h3>{row.title}</h3>
        <span className="soft">{row.sub}</span>
      </div>
      <div className="pilefield" style={{ height: tallest * scale + 34 }}>
        {there > 0 && <span className="pilethere" style={{ bottom: there * scale + 24 }} aria-hidden />}
        {row.closed.map(({ day, why }) => (
          <span
            key={day}
            className="pileclosed"
            title={why}
            style={{ left: share(daysBetween(today, day), horizon) }}
          >
            <span>{why}</span>
          </span>
        ))}
        {isHere && <WindowBand {...{ inHand, today, horizon }} />}
        {piles.map((pile) => (
          <PileOf key={`${pile.siteId} ${pile.visit}`} {...{ pile, scale, horizon, tallest }} {...props} />
        ))}
      </div>
    </li>
  );
}

/** The window of the job in hand, above the piles. */
function WindowBand({ inHand, today, horizon }: { inHand: InHand; today: Day; horizon: number }) {
  const { window } = inHand;
  if (!window?.earliest) return null;
  const x = (day: Day | null): number => {
    const days = day === null ? horizon : Math.min(horizon, Math.max(0, daysBetween(today, day)));
    return ((days + 0.5) / (horizon + 1)) * 100;
  };
  const [from, to] = [x(window.earliest), x(window.latest)];
  const [a, b] = [x(window.quarter), x(window.threeQuarters)];
  return (
    <span className="pilewindow" aria-hidden>
      <span style={{ left: `${from}%`, width: `${to - from}%` }} />
      <b style={{ left: `${a}%`, width: `${b - a}%` }} />
    </span>
  );
}

function PileOf({
  pile,
  scale,
  horizon,
  tallest,
  ...props
}: Omit<Props, 'rows'> & { pile: Pile; scale: number; horizon: number; tallest: number }) {
  const { today, inHand, onVisit } = props;
  const { dateFormat } = useSetting();
  const { setNodeRef } = useDroppable({ id: `${pile.siteId} ${pile.visit}` });
  const isTarget = inHand?.turn.siteId === pile.siteId && inHand.target === pile.visit;
  const over = pile.minutes !== null && pile.load > pile.minutes;
  // once a visit, whatever jobs need it
  const around = pile.load - pile.entries.reduce((sum, entry) => sum + entry.minutes, 0);
  const heights = blockHeights(
    pile.entries.map((entry) => entry.minutes),
    scale,
    LEAST,
  );
  const day = writeDay(pile.day, today, dateFormat);
  const labelOf = ({ jobId, look }: Pile['entries'][number]): string => {
    const row = props.rowOf.get(jobId);
    return `${row?.thing ?? ''}, ${look ? 'a look' : (row?.action ?? '')}, ${row?.systemName ?? ''}`;
  };
  const turnOf = (entry: Pile['entries'][number]): Turn => ({
    ...{ siteId: pile.siteId, jobId: entry.jobId, look: entry.look, turn: entry.turn },
  });
  const upAndDown = (event: KeyboardEvent): void => {
    const step = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    if (step === 0 || pile.entries.length === 0) return;
    event.preventDefault();
    const at = pile.entries.findIndex((entry) => sameTurn(inHand?.turn ?? null, turnOf(entry)));
    // from below upwards: the first step takes the lowest or the highest
    const start = at < 0 ? (step < 0 ? pile.entries.length : -1) : at;
    const next = pile.entries[(start + step + pile.entries.length) % pile.entries.length];
    if (next) props.onTake(turnOf(next));
  };
  return (
    <div
      ref={setNodeRef}
      className="pile"
      data-target={isTarget || undefined}
      style={{ left: share(daysBetween(today, pile.day), horizon) }}
    >
      {pile.before !== null && pile.before > pile.load && (
        <span className="pilebefore" style={{ height: Math.min(pile.before, tallest) * scale }} aria-hidden />
      )}
      {pile.entries.map((entry, i) => (
        <Block
          key={`${entry.jobId} ${entry.look}`}
          turn={turnOf(entry)}
          height={heights[i] ?? LEAST}
          pinned={entry.pinned}
          label={`${labelOf(entry)}, ${entry.minutes} min, ${day}`}
          {...props}
        />
      ))}
      {around > 0 && <span className="pilearound" style={{ height: around * scale }} aria-hidden />}
      <button
        type="button"
        className="pileload"
        data-over={over || undefined}
        onClick={() => onVisit(pile.siteId, pile.visit)}
        onKeyDown={upAndDown}
      >
        <span className="visually-hidden">{day}: </span>
        {Math.round(pile.load)}
        <span className="visually-hidden"> min, {pile.entries.length} jobs; up and down choose one</span>
      </button>
    </div>
  );
}

function Block({
  turn,
  height,
  label,
  pinned,
  rowOf,
  inHand,
  onTake,
}: Pick<Props, 'rowOf' | 'inHand' | 'onTake'> & {
  turn: Turn;
  height: number;
  label: string;
  pinned: boolean;
}): ReactNode {
  const row = rowOf.get(turn.jobId);
  const { setNodeRef, listeners, transform } = useDraggable({
    id: `${turn.siteId} ${turn.jobId} ${turn.look} ${turn.turn}`,
    data: turn,
    disabled: turn.look,
  });
  const chosen = sameTurn(inHand?.turn ?? null, turn);
  return (
    // a minute is thinner than a finger: keys and readers go by the pile’s button, a list says the same in words
    <div
      ref={setNodeRef}
      className="block"
      title={label}
      aria-hidden
      data-chosen={chosen || undefined}
      data-critical={(row && isCritical(row)) || undefined}
      data-pinned={pinned || undefined}
      style={{
        height,
        ...(transform ? { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 5 } : {}),
      }}
      {...listeners}
      onClick={() => onTake(turn)}
    />
  );
}
