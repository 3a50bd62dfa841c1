import type { ReactNode } from 'react';
import type { State } from '../../core/planning/states.ts';
import type { Found } from '../../core/wear/found.ts';

const ink = 'var(--ink)';
const soft = 'var(--inkSoft)';
const ember = 'var(--ember)';
const brass = 'var(--brass)';
const post = (x: number) => <line x1={x} y1={0} x2={x} y2={14} stroke={ink} strokeWidth={2} />;

/** The mark of each state, 26 × 14: shape and word always stand together. */
const drawings: Record<State, ReactNode> = {
  'left-off': (
    <>
      <path d="M0 10H4M22 10H26" stroke={ember} strokeWidth={2} />
      <circle cx={5} cy={10} r={2.4} fill={ember} />
      <circle cx={20} cy={10} r={2.4} fill="none" stroke={ember} strokeWidth={1.8} />
      <path d="M5 10L17 1.5" stroke={ember} strokeWidth={2.2} strokeLinecap="round" />
    </>
  ),
  'past-window': (
    <>
      <rect x={1} y={2.5} width={9} height={9} fill={ember} />
      <path d="M11.5 11.5l6-9m-1 9l6-9" stroke={ember} strokeWidth={2} />
      {post(24.5)}
    </>
  ),
  'in-window': (
    <>
      <rect x={2} y={2} width={22} height={10} fill={brass} />
      <line x1={13} y1={0} x2={13} y2={14} stroke="var(--ground)" strokeWidth={5} />
      {post(13)}
    </>
  ),
  'time-to-do': (
    <>
      {post(8)}
      <path d="M3.5 0h9l-4.5 5.5z" fill={ink} />
      <rect x={13} y={4.5} width={11} height={8} fill="none" stroke={brass} strokeWidth={1.8} />
    </>
  ),
  'look-first': (
    <>
      {post(19.5)}
      <path d="M1 7H9" stroke={soft} strokeWidth={1.8} strokeDasharray="2 2" />
      <circle cx={12.5} cy={7} r={3.4} fill="none" stroke={ink} strokeWidth={1.6} strokeDasharray="2.2 1.6" />
    </>
  ),
  'coming-up': (
    <>
      {post(5.5)}
      <rect x={11} y={3} width={13} height={8} fill="none" stroke={brass} strokeWidth={1.8} />
    </>
  ),
  'far-off': (
    <>
      {post(3.5)}
      <path d="M3.5 7H18" stroke={soft} strokeWidth={1.5} />
      <circle cx={21} cy={7} r={3} fill="none" stroke={soft} strokeWidth={1.6} />
    </>
  ),
  held: (
    <>
      <path d="M6 1H2V13H6M20 1H24V13H20" fill="none" stroke={ink} strokeWidth={2} />
      <rect
        x={9}
        y={4.5}
        width={8}
        height={5}
        fill="none"
        stroke={ink}
        strokeWidth={1.6}
        strokeDasharray="2.2 1.4"
      />
    </>
  ),
  paused: (
    <>
      <path d="M1 7H8" stroke={soft} strokeWidth={1.8} />
      <path d="M10 2V12M14 2V12" stroke={ink} strokeWidth={2} />
      <path d="M17 7H25" stroke={soft} strokeWidth={1.8} strokeDasharray="2 2" />
    </>
  ),
};

export const stateWords: Record<State, string> = {
  'left-off': 'still off',
  'past-window': 'likely overdue',
  'in-window': 'may be due',
  'time-to-do': 'time to do it',
  'look-first': 'look first',
  'coming-up': 'coming up',
  'far-off': 'later',
  held: 'put off',
  paused: 'paused',
};

/** @param word in another language than the program's */
export function StateWord({ state, word = stateWords[state] }: { state: State; word?: string }) {
  return (
    <span className={`st ${state}`}>
      <svg className="mk" width={26} height={14} viewBox="0 0 26 14" aria-hidden>
        {drawings[state]}
      </svg>
      {word}
    </span>
  );
}

const wearOf: Record<Found, number> = { 'as-new': 0.25, light: 0.6, right: 1, overdue: 1.5, failed: 2 };
const BAR = 15;

/** How it was found: a bar against a fixed post, which is the end of the life. Over the post in ember. */
export function FoundBar({ found }: { found: Found | null }) {
  const wear = found === null ? null : wearOf[found];
  return (
    <svg width={38} height={14} viewBox="0 0 38 14" aria-hidden>
      {wear === null ? (
        <path d="M1 7H16" stroke={soft} strokeWidth={1.6} strokeDasharray="2 3" />
      ) : (
        <>
          <rect x={1} y={4} width={Math.min(wear, 1) * BAR} height={6} fill={brass} />
          {wear > 1 && <rect x={17.5} y={4} width={(wear - 1) * BAR} height={6} fill={ember} />}
          {wear >= 2 && <path d="M33 1l5 6l-5 6z" fill={ember} />}
        </>
      )}
      <line x1={16.5} y1={0} x2={16.5} y2={14} stroke={ink} strokeWidth={1.6} />
    </svg>
  );
}
