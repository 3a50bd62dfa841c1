import { verdictWords } from '../../core/explain/verdictWord.ts';
import type { ReactNode } from 'react';
import type { Verdict } from '../../core/water/parameters.ts';

const ember = 'var(--ember)';
const brass = 'var(--brass)';
const line = 'var(--lineStrong)';

const drawings: Record<Verdict | 'untested', ReactNode> = {
  above: (
    <>
      <path d="M2 11H22" stroke={ember} strokeWidth={2} />
      <path d="M12 0l6.5 8h-13z" fill={ember} />
    </>
  ),
  below: (
    <>
      <path d="M2 3H22" stroke={ember} strokeWidth={2} />
      <path d="M12 14l6.5-8h-13z" fill={ember} />
    </>
  ),
  'near-high': (
    <>
      <path d="M2 12H22" stroke={brass} strokeWidth={2} />
      <path d="M12 3l5.5 6.6h-11z" fill="none" stroke={brass} strokeWidth={1.8} />
    </>
  ),
  'near-low': (
    <>
      <path d="M2 2H22" stroke={brass} strokeWidth={2} />
      <path d="M12 11l5.5-6.6h-11z" fill="none" stroke={brass} strokeWidth={1.8} />
    </>
  ),
  'in-band': (
    <>
      <path d="M2 1.5H22M2 12.5H22" stroke={line} strokeWidth={1.6} />
      <circle cx={12} cy={7} r={2.6} fill="var(--ink)" />
    </>
  ),
  stripped: (
    <>
      <path d="M2 12.5H22" stroke={ember} strokeWidth={2} />
      <circle cx={12} cy={6} r={3.4} fill="none" stroke={ember} strokeWidth={2} />
    </>
  ),
  'no-band': <circle cx={12} cy={7} r={2.6} fill="none" stroke="var(--ink)" strokeWidth={1.4} />,
  untested: <path d="M2 1.5H22M2 12.5H22" stroke={line} strokeWidth={1.6} strokeDasharray="3 2.4" />,
};
export { verdictWords };

export function WaterMark({ verdict }: { verdict: Verdict | 'untested' }) {
  return (
    <svg
      width={24}
      height={14}
      viewBox="0 0 24 14"
      role="img"
      aria-label={verdictWords[verdict]}
      style={{ flex: 'none' }}
    >
      {drawings[verdict]}
    </svg>
  );
}
