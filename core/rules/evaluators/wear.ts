import { counted, type Counted } from '../../wear/driver.ts';
import { wearPosterior } from '../../wear/wearPosterior.ts';
import { tabulateWearSurvival } from '../../wear/wearSurvival.ts';
import { recentPerDay, totalBetween } from '../counter.ts';
import type { Evaluate, RuleContext } from '../evaluation.ts';
import { instantOf } from '../facts.ts';
import type { LifeRange } from '../../wear/wearGrid.ts';

/** Due when the learned wear life is reached: found conditions, rhythm, what is counted, and the catalogue's range. */
export const wear: Evaluate<'wear'> = (rule, context) => {
  const { age, facts, priors } = context;
  const history = wearHistory(rule.range, context);
  const grid = wearPosterior(history.range, history.cycles, priors);
  const lastBreak = age.cycles.findLastIndex((cycle) => cycle.newLifeAfter);
  const current = age.cycles.slice(lastBreak + 1);
  const end = lastBreak >= 0 ? facts.lifeEnds.at(-1) : undefined;
  const survives = tabulateWearSurvival(grid);
  const { counter } = facts;
  return {
    kind: 'wear',
    clock: 'since-last-done',
    survives: (exposureDays) => survives(history.fromDays(exposureDays)),
    learned: { grid, toDays: history.toDays },
    cause: facts.definition.countedBy === 'feed' ? 'feeding' : 'this-life',
    reason: {
      kind: 'wear',
      range: rule.range,
      cycles: current.map(({ exposure, found }) => ({ exposure, found })),
      graded: current.filter((cycle) => cycle.found !== null).length,
      soonerWith: facts.definition.soonerWith ?? null,
      setAside: end ? { what: end.what, at: end.at } : null,
      counted:
        history.usualPerDay === null || counter === null
          ? null
          : {
              measure: counter.measure,
              usualPerDay: history.usualPerDay,
              recentPerDay: history.recentPerDay ?? history.usualPerDay,
            },
    },
  };
};

/** The history of a job as it is learned from: by what is counted where that is known, by days otherwise. */
export function wearHistory(
  range: LifeRange,
  { age, facts, at, ageDays }: Pick<RuleContext, 'age' | 'facts' | 'at' | 'ageDays'>,
): Counted {
  const { counter } = facts;
  const since = age.last ? instantOf(age.last) : null;
  const total =
    counter === null || since === null || ageDays === null ? null : totalBetween(counter, since, at);
  return counted(
    range,
    age.cycles.map((cycle) => ({
      days: cycle.exposure,
      calendarDays: cycle.days,
      driver: cycle.total,
      found: cycle.found,
      newLifeAfter: cycle.newLifeAfter,
    })),
    {
      days: ageDays ?? 0,
      driver: total === null || age.residualTotal === null ? null : age.residualTotal + total,
      driverRate: counter === null ? null : recentPerDay(counter, at),
    },
  );
}
