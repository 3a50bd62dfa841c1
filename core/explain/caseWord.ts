import type { Doing, Level, WaterCase } from '../water/waterCase.ts';
import type { ParameterId } from '../water/parameters.ts';
import { addDays } from '../time/day.ts';
import type { VerdictStyle } from './verdictWord.ts';
import { count, dayWord, listWord } from './words.ts';

/** Whether what was done helped, against its error, what it took, and what follows: two or three sentences. */
export function caseWord(parameter: ParameterId, one: WaterCase, style: VerdictStyle): string {
  const { doings, before, after, outcome, lastTime } = one;
  const level = ({ value, tests }: Level): string =>
    `${style.show(parameter, value)} (${count(tests, 'test')})`;
  const compared = after
    ? `${level(before)} before, ${level(after)} after (± ${style.difference(parameter, Math.hypot(before.error, after.error))})`
    : `${level(before)} before`;
  const day = (days: number): string =>
    dayWord(addDays(style.today, Math.ceil(days)), style.today, style.date);
  const told = ({ what, times, since }: Group): string =>
    times === 1 ? `${what} (${day(since)})` : `${what}, ${count(times, 'time')} since ${day(since)}`;
  const minutes = doings.reduce((sum, doing) => sum + (doing.minutes ?? 0), 0);
  const done =
    doings.length === 0
      ? ''
      : ` Done for it: ${listWord(grouped(doings).map(told))}${minutes > 0 ? `; ${count(Math.round(minutes), 'minute')} of work` : ''}.`;
  // only where it is open: what helped once is worth trying first
  const helped =
    lastTime === null
      ? ''
      : ` Last time it was back ${day(lastTime.closedDays)}, after ${listWord(grouped(lastTime.doings).map(({ what, times }) => (times === 1 ? what : `${what} (${count(times, 'time')})`)))}.`;
  switch (outcome) {
    case 'worked':
      return `Back in its band since ${day(one.closedDays ?? 0)}: ${compared}.${done} Closed.`;
    case 'helps':
      return `It helps: ${compared}.${done} Not in its band yet.${helped}`;
    case 'no-clear-change':
      return `No clear change: ${compared}.${done} Look for the cause before doing the same again.${helped}`;
    case 'worse':
      return `It got worse all the same: ${compared}.${done} Look for the cause.${helped}`;
    case 'too-early':
      return `Too early to say whether it helped: ${compared}.${done} The next test tells.${helped}`;
    case 'nothing-done':
      return `Out of its band since ${day(one.openedDays)}; nothing was done for it yet.${helped}`;
  }
}

/** What was done again and again is told once. */
interface Group {
  what: string;
  times: number;
  since: number;
}
function grouped(doings: readonly Doing[]): Group[] {
  const groups = new Map<string, Group>();
  for (const { what, days } of doings) {
    const known = groups.get(what);
    if (known) known.times++;
    else groups.set(what, { what, times: 1, since: days });
  }
  return [...groups.values()];
}
