import type { PlanRow } from '../../../usecases/plan/plan.ts';
import type { DateStyle } from '../../../core/explain/words.ts';
import type { Day } from '../../../core/time/day.ts';
import { DateWord } from '../../parts/JobLine.tsx';
import { Axis, Field, useScale } from '../../strip/Axis.tsx';
import { axisRanges } from '../../strip/geometry.ts';
import { LifeStrip } from '../../strip/LifeStrip.tsx';
import { StateWord } from '../../strip/marks.tsx';
import { stripOf } from '../../strip/stripData.ts';

const SHOWN = 6;

/** The plan as it grows while a system is described. */
export function PlanSoFar({
  rows,
  today,
  style,
}: {
  rows: readonly PlanRow[];
  today: Day;
  style: DateStyle;
}) {
  const [ref, scale] = useScale(axisRanges.list);
  const soonest = [...rows]
    .sort((a, b) => (a.recommended ?? '9').localeCompare(b.recommended ?? '9'))
    .slice(0, SHOWN);
  return (
    <aside className="sofar datum" aria-label="Your plan so far">
      <div style={{ display: 'flex', justifyContent: 'space-between', padding: '8px 0 2px' }}>
        <h2>Your plan so far</h2>
        <span className="soft">
          {rows.length > SHOWN
            ? `${SHOWN} of ${rows.length} jobs, soonest first`
            : `${rows.length} ${rows.length === 1 ? 'job' : 'jobs'}, soonest first`}
        </span>
      </div>
      <div ref={ref}>{scale && <Axis scale={scale} today={today} nowText="now" />}</div>
      <ol className="plain">
        {soonest.map((row) => (
          <li key={row.jobId}>
            <div style={{ display: 'flex', justifyContent: 'space-between', gap: 12 }}>
              <h3>
                {row.thing}, {row.action}
              </h3>
              <DateWord row={row} style={style} />
            </div>
            {scale && (
              <div style={{ position: 'relative' }}>
                <Field scale={scale} />
                <div style={{ position: 'relative', zIndex: 1 }}>
                  <LifeStrip data={stripOf(row)} scale={scale} label={row.sentence} />
                </div>
              </div>
            )}
            <StateWord state={row.state} />
            <p className="soft" style={{ fontSize: 13.5, lineHeight: '18px' }}>
              {row.sentence}
            </p>
          </li>
        ))}
      </ol>
    </aside>
  );
}
