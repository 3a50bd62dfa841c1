import { whenWord } from '../../core/explain/whenWord.ts';
import { useEffect, useRef, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { PlanRow } from '../../usecases/plan/plan.ts';
import type { DateStyle } from '../../core/explain/words.ts';
import { Field } from '../strip/Axis.tsx';
import type { Scale } from '../strip/geometry.ts';
import { LifeStrip } from '../strip/LifeStrip.tsx';
import { StateWord, stateWords } from '../strip/marks.tsx';
import { stripOf } from '../strip/stripData.ts';
import { relativeWord, writeDay } from './dates.ts';
import type { RowPlace } from './rowPlace.ts';

export interface JobLineProps {
  row: PlanRow;
  scale: Scale | null;
  style: DateStyle;
  phone: boolean;
  /** The place line under the job; left out where the screen already says it. */
  place: string | null;
  chosen: boolean;
  onChoose: () => void;
  children?: ReactNode;
  /** One line a job, the sentence only when it is chosen. */
  dense?: boolean;
  /** What it needs and cannot have now. */
  blocked?: string | undefined;
  /** What else is known of it, under the reason. */
  extra?: ReactNode;
  /** Where it stands in a long list. */
  at?: RowPlace;
}

/** One job: what, its strip, its date and the reason beside it. Chosen, it opens to its actions. */
export function JobLine(props: JobLineProps) {
  const { row, chosen, onChoose, children, phone, at } = props;
  const line = useRef<HTMLLIElement | null>(null);
  useEffect(() => {
    if (chosen) line.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  return (
    <li
      {...at}
      ref={(element) => {
        line.current = element;
        at?.ref?.(element);
      }}
      className={`job cells${chosen ? ' chosen' : ''}${props.dense ? ' dense' : ''}${row.state === 'left-off' ? ' leftoff' : ''}`}
      data-job={row.jobId}
      data-state={row.state}
    >
      {phone ? <PhoneLine {...props} /> : <DeskLine {...props} />}
      {chosen && (
        <div className="open" onKeyDown={(event) => event.key === 'Escape' && onChoose()}>
          {children}
        </div>
      )}
    </li>
  );
}

function Name({ row, chosen, onChoose, place, phone, style, dense }: JobLineProps) {
  return (
    <button
      type="button"
      className="rowlink"
      aria-expanded={chosen}
      aria-label={`${row.target}: ${row.action}`}
      onClick={onChoose}
    >
      {!(dense && row.thing === '') && (
        <span className="name" style={{ display: 'block' }}>
          {row.thing}
        </span>
      )}
      <span
        className="soft"
        style={{ display: phone ? 'flex' : 'block', justifyContent: 'space-between', gap: 12 }}
      >
        <span>
          {row.action}
          {phone && place ? `, ${place}` : ''}
        </span>
        {phone && <DateWord row={row} style={style} />}
      </span>
      {!phone && place && (
        <span className="soft" style={{ display: 'block' }}>
          {place}
        </span>
      )}
    </button>
  );
}

/** The date and how far it is; short leaves the distance out except for today and tomorrow. */
export function DateWord({ row, style, short }: { row: PlanRow; style: DateStyle; short?: boolean }) {
  const { state, today } = row;
  if (state === 'left-off' || state === 'paused') return null;
  if (row.heldUntil)
    return (
      <span className="nb">
        until {writeDay(row.heldUntil, today, style)}
        {!short && (
          <>
            , <b>{relativeWord(row.heldUntil, today)}</b>
          </>
        )}
      </span>
    );
  const when = whenWord(row, style);
  if (!when) return <span className="nb">no date yet</span>;
  const isNear = when.far === 'today' || when.far === 'tomorrow';
  return (
    <span className={`nb${state === 'past-window' ? ' late' : ''}`}>
      {short ? (
        isNear ? (
          when.far
        ) : (
          when.day
        )
      ) : (
        <>
          {state === 'past-window' || when.day === 'now'
            ? ''
            : state === 'look-first'
              ? 'look by '
              : 'do by '}
          {when.day}, <b>{when.far}</b>
        </>
      )}
    </span>
  );
}

function DeskLine(props: JobLineProps) {
  const { row, scale, style } = props;
  return (
    <>
      <div className="what">
        <Name {...props} />
      </div>
      <div style={{ position: 'relative', minWidth: 0 }}>
        {scale && (
          <>
            <div style={{ position: 'absolute', inset: '-7px 0 -7px 0' }}>
              <Field scale={scale} />
            </div>
            <div className="strip">
              <LifeStrip data={stripOf(row)} scale={scale} label={stripLabel(row, style)} />
            </div>
          </>
        )}
      </div>
      <div className="why">
        <div className="when">
          <StateWord state={row.state} />
          <DateWord row={row} style={style} />
        </div>
        {!(props.dense && !props.chosen) && <p className="reason">{row.sentence}</p>}
        <Waits blocked={props.blocked} />
        {props.extra}
      </div>
    </>
  );
}

function PhoneLine(props: JobLineProps) {
  const { row, scale, style } = props;
  return (
    <>
      <div style={{ position: 'relative' }}>
        <span style={{ position: 'absolute', right: 0, top: 0 }}>
          <StateWord state={row.state} />
        </span>
        <Name {...props} />
      </div>
      {scale && (
        <div style={{ position: 'relative', padding: '2px 0' }}>
          <Field scale={scale} />
          <div className="strip">
            <LifeStrip data={stripOf(row)} scale={scale} label={stripLabel(row, style)} />
          </div>
        </div>
      )}
      <p className="reason">{row.sentence}</p>
      <Waits blocked={props.blocked} />
      {props.extra}
    </>
  );
}

/** The strip in words, for readers of screens. */
function stripLabel(row: PlanRow, style: DateStyle): string {
  const day = (at: string | null) => (at ? writeDay(at, row.today, style) : 'not known');
  return `${row.target}, ${row.action}: ${stateWords[row.state]}. Last done ${day(row.lastDone)}; likely ${day(row.earliest)} to ${day(row.latest)}, even chance by ${day(row.likely)}; do by ${day(row.recommended)}.`;
}

export function OpenLink({ row }: { row: PlanRow }) {
  if (!row.componentId)
    return (
      <Link className="btn2" to={`/systems/${row.systemIds[0] ?? ''}`}>
        Open the system
      </Link>
    );
  return (
    <Link className="btn2" to={`/components/${row.componentId}?job=${row.jobId}`}>
      Open
    </Link>
  );
}

/** A date stands, yet it cannot be done: what it waits for. */
const Waits = ({ blocked }: { blocked: string | undefined }) =>
  blocked === undefined ? null : <p className="reason late">Blocked: {blocked}.</p>;
