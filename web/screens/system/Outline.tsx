import type { ReactNode } from 'react';
import type { PathPlace } from '../../../core/catalogue/types.ts';

const ink = { fill: 'var(--ground)', stroke: 'var(--ink)', strokeWidth: 1.6 } as const;

/** The outline of the equipment at each place of the water's path, 28 × 24 round (14, 12). */
const outlines: Record<PathPlace, ReactNode> = {
  vessel: (
    <>
      <rect x={1} y={7} width={26} height={15} fill="var(--petrolWash)" stroke="none" />
      <path d="M1 2V22H27V2" fill="none" stroke="var(--ink)" strokeWidth={1.8} />
      <path d="M1 7H27" stroke="var(--petrol)" strokeWidth={1.6} />
    </>
  ),
  overflow: (
    <>
      <rect x={1} y={4} width={26} height={16} {...ink} />
      <path d="M6 4V13M11 4V13M17 4V13M22 4V13" stroke="var(--ink)" strokeWidth={1.6} />
    </>
  ),
  mechanical: <path d="M3 3H25M6 3V14a8 8 0 0 0 16 0V3" {...ink} />,
  skimmer: <path d="M10 2H18V8L23 12V22H5V12L10 8Z" {...ink} />,
  reactor: (
    <>
      <rect x={6} y={2} width={16} height={20} {...ink} />
      <path d="M6 8H22M6 14H22" stroke="var(--ink)" strokeWidth={1.2} strokeDasharray="2 2" />
    </>
  ),
  sterilizer: (
    <>
      <rect x={1} y={7} width={26} height={10} rx={5} {...ink} />
      <path d="M5 12H23" stroke="var(--brass)" strokeWidth={2.4} />
    </>
  ),
  return: (
    <>
      <circle cx={14} cy={12} r={9} fill="var(--ink)" />
      <path
        d="M14 12C14 7 18 6 20 8M14 12C18 14 18 18 15 20M14 12C9 14 7 11 8 7"
        fill="none"
        stroke="var(--ground)"
        strokeWidth={1.8}
      />
    </>
  ),
  'make-up': (
    <>
      <path d="M5 3H23V20a2 2 0 0 1-2 2H7a2 2 0 0 1-2-2Z" {...ink} />
      <path
        d="M14 7c3 4 4 5 4 7a4 4 0 0 1-8 0c0-2 1-3 4-7Z"
        fill="none"
        stroke="var(--petrol)"
        strokeWidth={1.5}
      />
    </>
  ),
};

/** Standing by is hollow, left off an open switch on the channel. */
export function Outline({ place, status }: { place: PathPlace; status: string }) {
  if (status === 'off') {
    return (
      <svg width={28} height={24} viewBox="0 0 28 24" role="img" aria-label="left off">
        <rect width={28} height={24} fill="var(--ground)" />
        <circle cx={5} cy={18} r={2.6} fill="var(--ember)" />
        <circle cx={23} cy={18} r={2.6} fill="var(--ground)" stroke="var(--ember)" strokeWidth={1.8} />
        <path d="M5 18L19 5" stroke="var(--ember)" strokeWidth={2.2} strokeLinecap="round" />
      </svg>
    );
  }
  const hollow = status === 'standby' || status === 'paused';
  return (
    <svg
      width={28}
      height={24}
      viewBox="0 0 28 24"
      role="img"
      aria-label={hollow ? (status === 'standby' ? 'standing by' : 'resting') : 'running'}
    >
      {hollow && place === 'return' ? (
        <circle cx={14} cy={12} r={9} {...ink} />
      ) : (
        <g opacity={hollow ? 0.75 : 1} strokeDasharray={status === 'paused' ? '3 2' : undefined}>
          {outlines[place]}
        </g>
      )}
    </svg>
  );
}
