import type { Problem } from '../../contract/work.ts';
import type { Unit } from './device.ts';

interface Told {
  units: readonly Unit[];
  sending: boolean;
  heldUp: Problem | null;
  keeps: boolean;
  away: boolean;
  /** "14:05"; null: it has not answered in this window. */
  answeredAt: string | null;
  mine: string | null;
}
const counted = (n: number, one: string, more: string): string => (n === 1 ? one : `${n} ${more}`);

/** The state of sending in words; `alarm` where somebody must do something. */
export function syncWord(told: Told): { said: string; alarm: boolean } {
  const { sending, heldUp, keeps, away, answeredAt, mine } = told;
  if (!keeps) return { said: 'This browser keeps nothing without network', alarm: true };
  // what the server has is saved
  const units = told.units.filter((unit) => !unit.taken);
  const refused = units.filter((unit) => unit.refused !== null).length;
  const waiting = units.filter(
    (unit) => unit.refused === null && (unit.accountId === null || unit.accountId === mine),
  ).length;
  const others = units.length - refused - waiting;
  if (refused > 0) return { said: `${counted(refused, 'One thing', 'things')} refused: look`, alarm: true };
  const since = answeredAt ? ` since ${answeredAt}` : '';
  const held = counted(waiting, 'one thing', 'things');
  if (away)
    return {
      said: `No answer${since}; ${waiting === 0 ? 'shown as it was then' : `${held} kept on this device`}`,
      alarm: false,
    };
  if (heldUp && waiting > 0)
    return {
      said: heldUp.status === 401 ? `Sign in: ${held} to send` : `${held} kept; tried again soon`,
      alarm: heldUp.status === 401,
    };
  if (sending) return { said: `sending ${held}…`, alarm: false };
  if (waiting > 0) return { said: `${held} kept on this device`, alarm: false };
  if (others > 0)
    return { said: `${counted(others, 'one thing', 'things')} of another person kept here`, alarm: false };
  return { said: 'all saved', alarm: false };
}
