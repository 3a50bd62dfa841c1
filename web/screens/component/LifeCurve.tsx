import type { CurvePoint, LearnedLife } from '../../../core/planning/explainJob.ts';

const TOP = 14;
const BOTTOM = 92;
/** Of ten such lives, so many are used up: the lines that are drawn and named. */
const NAMED = [1, 5, 9] as const;

/** By which day a share of lives is used up. */
const dayAt = (points: readonly CurvePoint[], due: number): number =>
  Math.round(points.find((point) => point.due >= due)?.days ?? points.at(-1)?.days ?? 0);

/** The curve in words, for readers of screens. */
export function lifeWord({ learned }: LearnedLife): string {
  return `Of ten such lives one is used up by day ${dayAt(learned, 0.1)}, five by day ${dayAt(learned, 0.5)}, nine by day ${dayAt(learned, 0.9)}.`;
}

/** Of ten such lives, how many are used up by each day: as learned here (ink), and as the catalogue alone has it. */
export function LifeCurve({
  life,
  x,
  longest,
  right,
}: {
  life: LearnedLife;
  x: (days: number) => number;
  longest: number;
  right: number;
}) {
  const y = (due: number) => BOTTOM - due * (BOTTOM - TOP);
  const path = (points: readonly CurvePoint[]) =>
    [{ days: 0, due: 0 }, ...points.filter((point) => point.days <= longest)]
      .map(({ days, due }, i) => `${i === 0 ? 'M' : 'L'}${x(days).toFixed(1)} ${y(due).toFixed(1)}`)
      .join('');
  const half = dayAt(life.learned, 0.5);
  return (
    <g style={{ font: '500 12.5px/1 var(--head)', fontStretch: '84%' }} fill="var(--ink)">
      {NAMED.map((tenths) => (
        <g key={tenths}>
          <line x1={x(0)} y1={y(tenths / 10)} x2={right} y2={y(tenths / 10)} stroke="var(--line)" />
          <text x={x(0) - 8} y={y(tenths / 10) + 4} textAnchor="end" fill="var(--inkSoft)">
            {tenths} of 10
          </text>
        </g>
      ))}
      <line x1={x(0)} y1={BOTTOM} x2={right} y2={BOTTOM} stroke="var(--lineStrong)" />
      <path
        d={path(life.catalogue)}
        fill="none"
        stroke="var(--inkSoft)"
        strokeWidth={1.6}
        strokeDasharray="5 4"
      />
      <path d={path(life.learned)} fill="none" stroke="var(--ink)" strokeWidth={2.2} />
      <path
        d={`M${x(half)} ${y(0.5)}V${BOTTOM}`}
        stroke="var(--brass)"
        strokeWidth={2}
        strokeDasharray="2 3"
        fill="none"
      />
      <text x={Math.min(x(half) + 6, right - 60)} y={BOTTOM - 6}>
        half by day {half}
      </text>
    </g>
  );
}
