import { lifeSurvival } from '../../wear/thisLife.ts';
import type { PossibleAge } from '../age.ts';
import type { Evaluate } from '../evaluation.ts';
import { lifeSeen, type LifeSeen } from '../wearEvidence.ts';

/** Due when the learned wear life is reached: found conditions, looks, rhythm, what is counted, and the catalogue's range. */
export const wear: Evaluate<'wear'> = (rule, { age, facts, wear: evidence }) => {
  if (!evidence) return null;
  const { history, looks } = evidence;
  const lastBreak = age.cycles.findLastIndex((cycle) => cycle.newLifeAfter);
  const current = age.cycles.slice(lastBreak + 1);
  const end = lastBreak >= 0 ? facts.lifeEnds.at(-1) : undefined;
  const fresh = lifeSurvival(evidence.expected);
  const byAge = new Map<PossibleAge, LifeSeen>();
  const of = (one: PossibleAge): LifeSeen => {
    let known = byAge.get(one);
    if (!known) byAge.set(one, (known = lifeSeen(evidence, one)));
    return known;
  };
  const exposureIn = (daysFromNow: number, one: PossibleAge) => history.fromDays(one.exposureIn(daysFromNow));
  const { counter } = facts;
  return {
    kind: 'wear',
    ofLife: (exposureDays) => fresh(history.fromDays(exposureDays)),
    notDue:
      looks.length === 0
        ? (days, one) => fresh(exposureIn(days, one))
        : (days, one) => of(one).survives(exposureIn(days, one)),
    ...(looks.length === 0 ? {} : { seen: (one: PossibleAge) => of(one).seen }),
    ...(facts.definition.countedBy === 'feed' ? { cause: 'feeding' as const } : {}),
    reason: {
      kind: 'wear',
      range: rule.range,
      cycles: current.map(({ exposure, found }) => ({ exposure, found })),
      graded: current.filter((cycle) => cycle.found !== null).length,
      soonerWith: facts.definition.soonerWith ?? null,
      ...(history.seasonPace === null ? {} : { seasonPace: history.seasonPace }),
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
