/** The one axis of every strip: x = xNow ± k·asinh(days). Near days are linear, far ones logarithmic. */
export interface AxisRange {
  pastDays: number;
  aheadDays: number;
  /** Part of the width that the past has. */
  share: number;
}
export const axisRanges = {
  list: { pastDays: 400, aheadDays: 400, share: 0.3 },
  far: { pastDays: 730, aheadDays: 1461, share: 0.3 },
  phone: { pastDays: 400, aheadDays: 400, share: 0.28 },
} as const satisfies Record<string, AxisRange>;

const PAD = 6;

export interface Scale {
  /** Pixel of a day from now; clamped to the strip's ends. */
  x: (days: number) => number;
  now: number;
  width: number;
  range: AxisRange;
  pad: number;
}

export function scaleOf(width: number, range: AxisRange): Scale {
  const now = Math.round(PAD + (width - 2 * PAD) * range.share) + 0.5;
  const left = (now - PAD) / Math.asinh(range.pastDays);
  const right = (width - PAD - now) / Math.asinh(range.aheadDays);
  const x = (days: number): number =>
    days < 0
      ? Math.max(PAD, now - left * Math.asinh(-days))
      : Math.min(width - PAD, now + right * Math.asinh(days));
  return { x, now, width, range, pad: PAD };
}

/** The shortest reach that holds a component's last time and its latest date. */
export function componentRange(pastDays: number, aheadDays: number): AxisRange {
  const steps = [30, 60, 180, 400, 1461, 3700];
  const holding = (days: number) => steps.find((step) => step >= days) ?? 3700;
  return { pastDays: holding(pastDays), aheadDays: holding(aheadDays), share: 0.4 };
}

export const axisLabels: readonly { days: number; label: string }[] = [
  { days: -365, label: '1 y' },
  { days: -91, label: '3 mo' },
  { days: -30, label: '1 mo' },
  { days: -7, label: '1 wk' },
  { days: -1, label: '1 d' },
  { days: 1, label: '1 d' },
  { days: 3, label: '3 d' },
  { days: 7, label: '1 wk' },
  { days: 14, label: '2 wk' },
  { days: 30, label: '1 mo' },
  { days: 91, label: '3 mo' },
  { days: 365, label: '1 y' },
  { days: 1096, label: '3 y' },
];
export const minorTicks: readonly number[] = [-180, -60, -14, -3, 2, 5, 10, 21, 60, 180, 730];
