import { lackWord } from '../../core/explain/handsWord.ts';
import { dayWord, instantWord, type DateStyle } from '../../core/explain/words.ts';
import { dayOf, type Instant } from '../../core/time/day.ts';
import { bandShown, parameterShown } from '../../contract/shownUnits.ts';
import { parameters } from '../../core/water/parameters.ts';
import type { Stored } from '../../contract/records.ts';
import { settingOf } from '../../model/settings.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import type { Plan } from '../plan/planRows.ts';
import { lacksOfJobs } from '../workers.ts';
import { roundDue } from './meters.ts';
import { offOfRounds } from './offList.ts';

/** More late jobs than these are told by their number. */
const LATE_TOLD = 6;

/**
 * What the next shift must know of a place, in sentences: what is off, dangerous, out of its limits, held, late, or lacks
 * somebody. It is written into the note, as it stood.
 */
export function shiftStood(
  evidence: Evidence,
  plan: Pick<Plan, 'jobs' | 'dangers' | 'outOfBand'>,
  siteId: string,
  now: Instant,
): string[] {
  const { snapshot, index } = evidence;
  const setting = settingOf(snapshot);
  const style: DateStyle = setting.dateFormat;
  const zone = snapshot.content('site', siteId)?.timeZone ?? 'UTC';
  const today = dayOf(now, zone);
  const here = plan.jobs.filter((row) => row.siteId === siteId);
  const isHere = ({ systemId }: { systemId: string }): boolean =>
    snapshot.content('system', systemId)?.siteId === siteId;
  const late = here.filter((row) => row.state === 'past-window');
  const lacks = lacksOfJobs(snapshot, here);
  return [
    ...offOfRounds(snapshot, index)
      .filter((off) => off.siteId === siteId)
      .map(
        (off) =>
          `${off.what}: ${off.on ? 'in' : 'off'} since ${instantWord(Date.parse(off.since), zone, today, style)}${off.said && `, ${off.said}`}.`,
      ),
    ...here
      .filter((row) => row.state === 'left-off' || row.state === 'paused')
      .map((row) => `${row.thing}: ${row.state === 'left-off' ? 'off' : 'rests'}.`),
    ...plan.dangers
      .filter(isHere)
      .map((one) => `${one.systemName}: ${parameters[one.parameter].name} is dangerous.`),
    ...plan.outOfBand
      .filter(isHere)
      .map(
        (one) =>
          `${one.systemName}: ${parameters[one.parameter].name} ${parameterShown(one.parameter, one.value, one.below, setting)}, band ${bandShown(one.parameter, one.band, setting)}.`,
      ),
    ...here
      .filter((row) => row.heldUntil !== null)
      .map(
        (row) => `${row.thing}, ${row.action}: held until ${dayWord(row.heldUntil ?? today, today, style)}.`,
      ),
    ...late.slice(0, LATE_TOLD).map((row) => `${row.thing}, ${row.action}: likely overdue.`),
    ...(late.length > LATE_TOLD ? [`${late.length - LATE_TOLD} more jobs are likely overdue.`] : []),
    ...here.flatMap((row) => {
      const lack = row.recommended !== null && row.recommended <= today ? lacks.get(row.jobId) : undefined;
      return lack
        ? [
            `${row.thing}, ${row.action}: ${lack.lacks.map((one) => lackWord(one, lack.day, today, style)).join(' ')}`,
          ]
        : [];
    }),
    ...dueRounds(evidence, siteId, now).map(({ content }) => `Readings “${content.name}” are due.`),
  ].filter((text, i, all) => all.indexOf(text) === i);
}

/** Rounds of readings of a place that are due now. */
export const dueRounds = (
  { snapshot }: Pick<Evidence, 'snapshot'>,
  siteId: string | null,
  now: Instant,
): Stored<'readings-round'>[] =>
  snapshot.all('readings-round').filter((round) => {
    if (round.content.retired || (siteId !== null && round.content.siteId !== siteId)) return false;
    const { dueAt } = roundDue({ snapshot }, round);
    return dueAt !== null && dueAt <= now;
  });

/** The notes that somebody has still to read: not one's own, and not those that are older than a week. */
export const unreadNotes = (
  { snapshot }: Pick<Evidence, 'snapshot'>,
  personId: string | null,
  now: Instant,
): Stored<'shift-note'>[] =>
  snapshot
    .all('shift-note')
    .filter(
      ({ content }) =>
        now - Date.parse(content.at) < UNREAD_MS &&
        content.whoId !== personId &&
        (content.toId === null || content.toId === personId) &&
        !content.seen.some((one) => one.whoId === personId),
    )
    .sort((a, b) => b.content.at.localeCompare(a.content.at));
const UNREAD_MS = 7 * 86_400_000;
