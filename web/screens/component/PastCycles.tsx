import { gradeMeaning } from '../../../core/explain/ruleReason.ts';
import { conditionWord, type DateStyle } from '../../../core/explain/words.ts';
import type { LearnedLife } from '../../../core/planning/explainJob.ts';
import { daysBetween, type Day } from '../../../core/time/day.ts';
import { formatNumber } from '../../../core/quantity/quantities.ts';
import { writeDay } from '../../parts/dates.ts';
import { LifeCurve, lifeWord } from './LifeCurve.tsx';
import type { Cycle } from './cycles.ts';

const SHOWN = 9;
const ROW = 21;
const LABEL = 88;
const WORDS = 198;
/** On a phone the grade's word alone. */
const WORDS_SHORT = 104;
const NARROW = 420;
const CURVE = 104;

/** Each past life as a bar as long as its days, against the catalogue's range; over its life in hatching. */
export function PastCycles({
  cycles,
  range,
  today,
  lastDone,
  style,
  width,
  life,
}: {
  cycles: readonly Cycle[];
  range: { lo: number; hi: number } | null;
  today: Day;
  lastDone: Day | null;
  style: DateStyle;
  width: number;
  /** What is believed of its life, learned and by the catalogue alone. */
  life: LearnedLife | null;
}) {
  const ended = cycles.filter((cycle) => cycle.days !== null).slice(-SHOWN);
  const soFar = lastDone === null ? null : daysBetween(lastDone, today);
  if (ended.length === 0 && soFar === null)
    return (
      <p className="soft">
        No cycle yet. Each time it is logged, a bar is added here, and the next date knows more.
      </p>
    );
  const mostly = life?.learned.find((point) => point.due > 0.9)?.days ?? 0;
  const longest =
    Math.max(range?.hi ?? 0, soFar ?? 0, mostly, ...ended.map((cycle) => cycle.days ?? 0)) * 1.08 || 1;
  const narrow = width < NARROW;
  const plot = Math.max(100, width - LABEL - (narrow ? WORDS_SHORT : WORDS));
  const x = (days: number) => LABEL + (days / longest) * plot;
  const top = life ? CURVE : 0;
  const height = top + (ended.length + 1) * ROW + 30;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${life ? `${lifeWord(life)} ` : ''}Past cycles: ${ended.map((cycle) => `${cycle.days} days, ${conditionWord(cycle.found)}`).join('; ')}`}
    >
      <defs>
        <pattern id="late" width={5} height={5} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1={0} y1={0} x2={0} y2={5} stroke="var(--ember)" strokeWidth={1.8} />
        </pattern>
      </defs>
      {life && <LifeCurve life={life} x={x} longest={longest} right={LABEL + plot} />}
      {range && (
        <g
          transform={`translate(0 ${top})`}
          style={{ font: '500 12.5px/1 var(--head)', fontStretch: '84%' }}
          fill="var(--ink)"
        >
          <path
            d={`M${x(range.lo)} 20V26M${x(range.lo)} 23H${x(range.hi)}M${x(range.hi)} 20V26`}
            stroke="var(--ink)"
            strokeWidth={1.6}
            fill="none"
          />
          <text x={x(range.lo)} y={14} textAnchor="middle">
            {formatNumber(range.lo, 0)}
          </text>
          <text x={x(range.hi)} y={14} textAnchor="middle">
            {formatNumber(range.hi, 0)} d
          </text>
        </g>
      )}
      {ended.map((cycle, i) => {
        const y = top + 30 + i * ROW;
        const days = cycle.days ?? 0;
        const over =
          cycle.found === 'overdue' || cycle.found === 'failed'
            ? days / (cycle.found === 'failed' ? 2 : 1.45)
            : days;
        return (
          <g key={cycle.id} style={{ font: '400 13px/1 var(--text)' }} fill="var(--ink)">
            <text x={0} y={y + 12}>
              {writeDay(cycle.day, today, style).replace(/^\w+,? /, '')}
            </text>
            <rect
              x={x(0)}
              y={y + 3}
              width={x(over) - x(0)}
              height={11}
              fill={cycle.found ? 'var(--brassPale)' : 'none'}
              stroke="var(--brass)"
              strokeDasharray={cycle.found ? undefined : '3 2'}
            />
            {over < days && (
              <rect
                x={x(over)}
                y={y + 3}
                width={x(days) - x(over)}
                height={11}
                fill="url(#late)"
                stroke="var(--ember)"
              />
            )}
            {cycle.found === 'right' && (
              <line x1={x(days)} y1={y} x2={x(days)} y2={y + 17} stroke="var(--ink)" strokeWidth={2.4} />
            )}
            {(cycle.found === 'light' || cycle.found === 'as-new') && (
              <line
                x1={x(days)}
                y1={y + 8.5}
                x2={Math.min(x(days) + 26, LABEL + plot)}
                y2={y + 8.5}
                stroke="var(--ink)"
                strokeDasharray="2 3"
              />
            )}
            <text x={LABEL + plot + 14} y={y + 12}>
              {narrow
                ? `${days} d, ${conditionWord(cycle.found)}`
                : `${days} ${days === 1 ? 'day' : 'days'}, ${cycle.found ? gradeMeaning[cycle.found] : 'condition not noted'}`}
            </text>
          </g>
        );
      })}
      {soFar !== null && (
        <g transform={`translate(0 ${top})`} style={{ font: '640 13px/1 var(--text)' }} fill="var(--ink)">
          <text x={0} y={30 + ended.length * ROW + 12}>
            now
          </text>
          <path
            d={`M${x(0)} ${30 + ended.length * ROW + 8.5}H${x(soFar)}`}
            stroke="var(--ink)"
            strokeWidth={1.8}
          />
          <line
            x1={x(soFar)}
            y1={30 + ended.length * ROW}
            x2={x(soFar)}
            y2={30 + ended.length * ROW + 17}
            stroke="var(--now)"
            strokeWidth={2.4}
          />
          <text x={LABEL + plot + 14} y={30 + ended.length * ROW + 12}>
            {soFar} {soFar === 1 ? 'day' : 'days'} so far
          </text>
        </g>
      )}
    </svg>
  );
}
