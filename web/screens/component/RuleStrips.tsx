import { chanceWord, type DateStyle } from '../../../core/explain/words.ts';
import { ruleName } from '../../../core/explain/ruleName.ts';
import { daysBetween } from '../../../core/time/day.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import { writeDay } from '../../parts/dates.ts';
import { Axis, Field, useScale } from '../../strip/Axis.tsx';
import { componentRange, axisRanges } from '../../strip/geometry.ts';
import { LifeStrip } from '../../strip/LifeStrip.tsx';
import { stripOf } from '../../strip/stripData.ts';

/** The strip large, then what each rule says by itself. */
export function RuleStrips({
  row,
  nowText,
  style,
  phone,
}: {
  row: PlanRow;
  nowText: string;
  style: DateStyle;
  phone: boolean;
}) {
  const whole = stripOf(row);
  const past = Math.max(7, -(whole.lastDone ?? whole.rough?.from ?? -30));
  const ahead = Math.max(7, whole.window?.latest ?? 30, whole.recommended ?? 0);
  const [ref, scale] = useScale(phone ? axisRanges.phone : componentRange(past, ahead));
  return (
    <ol className="lines plain" style={{ gridTemplateColumns: '206px minmax(0,1fr) minmax(200px,260px)' }}>
      <li className="cells">
        <span />
        <div ref={ref}>{scale && <Axis scale={scale} today={row.today} nowText={nowText} />}</div>
        <span />
      </li>
      <li className="cells" style={{ minHeight: 74 }}>
        <div style={{ alignSelf: 'center' }}>
          <h3>All rules together</h3>
          <span className="soft">
            {row.rules.length > 1
              ? 'whichever comes first'
              : `one rule: ${row.rules[0] ? ruleName[row.rules[0].kind].toLowerCase() : 'none'}`}
          </span>
        </div>
        <div style={{ position: 'relative' }}>
          {scale && (
            <>
              <Field scale={scale} />
              <div style={{ position: 'relative', zIndex: 1, paddingTop: 8 }}>
                <LifeStrip data={whole} scale={scale} height={58} big={1.4} label={row.sentence} />
              </div>
            </>
          )}
        </div>
        <p className="soft" style={{ alignSelf: 'center' }}>
          {row.earliest && row.latest && row.likely && (
            <>
              {writeDay(row.earliest, row.today, style)} to {writeDay(row.latest, row.today, style)}, even
              chance by {writeDay(row.likely, row.today, style)}
            </>
          )}
        </p>
      </li>
      {(row.rules.length > 1 ? row.rules : []).map((rule, i) => (
        <li key={`${rule.kind} ${i}`} className="cells rule" style={{ padding: '4px 0' }}>
          <div>
            <h3>{ruleName[rule.kind]}</h3>
            <span className="soft" style={{ fontSize: 13, lineHeight: '17px', display: 'block' }}>
              {rule.sentence}
            </span>
          </div>
          <div style={{ position: 'relative' }}>
            {scale && rule.earliest && rule.latest && (
              <>
                <div style={{ position: 'absolute', inset: '-5px 0' }}>
                  <Field scale={scale} />
                </div>
                <div style={{ position: 'relative', zIndex: 1 }}>
                  <LifeStrip
                    data={{
                      ...whole,
                      state: 'coming-up',
                      recommended: null,
                      ticks: [],
                      window: {
                        earliest: daysBetween(row.today, rule.earliest),
                        quarter: daysBetween(row.today, rule.quarter ?? rule.earliest),
                        threeQuarters: daysBetween(row.today, rule.threeQuarters ?? rule.latest),
                        latest: daysBetween(row.today, rule.latest),
                      },
                    }}
                    scale={scale}
                    label={rule.sentence}
                  />
                </div>
              </>
            )}
          </div>
          <span>
            {row.rules.length > 1 && <b>comes first: {chanceWord(rule.chance)}</b>}
            {rule.likely && (
              <span className="soft">
                {row.rules.length > 1 ? '; ' : ''}even chance by {writeDay(rule.likely, row.today, style)}
              </span>
            )}
          </span>
        </li>
      ))}
    </ol>
  );
}
