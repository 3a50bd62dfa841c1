import { hasRole, rolesOf, type Role } from '../../core/catalogue/roles.ts';
import type { JobDefinition } from '../../core/catalogue/types.ts';
import { listWord } from '../../core/explain/words.ts';
import type { OneOf } from '../../core/planning/round/inTurn.ts';
import { placeOfJob } from '../../model/facts/places.ts';
import { worksLike } from '../../model/facts/worksLike.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { Stored } from '../../contract/records.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import type { Conflict } from './spacing.ts';

type Unit = Stored<'component'>;
/** Whether a job takes its unit out of service. The test of a pair changes over: its partner takes over first. */
export const takesOut = ({ shuts, work }: Pick<JobDefinition, 'shuts' | 'work'>): boolean =>
  shuts.length > 0 && work !== 'change over';
const down = new Set(['paused', 'off', 'removed']);

/** Units that would be out of service at once; grave where nothing is left that does their work. */
export interface StandInConflict extends Conflict {
  harm: boolean;
}

/**
 * Units that stand in for each other and would be down at once. All of a pair: a person cannot wave this through, the
 * water would stand still. Of a set of which one at a time is out, a second one: left to a reason.
 * @param leftOff components that rounds have left off
 */
export function standInConflicts(
  { snapshot, definitionOf }: Evidence,
  jobIds: readonly string[],
  leftOff: ReadonlySet<string>,
): StandInConflict[] {
  const shut = new Map(
    jobIds.flatMap((jobId): [string, string][] => {
      const job = snapshot.content('job', jobId);
      const unit = job && placeOfJob(job, snapshot)?.unit;
      return job && unit && takesOut(definitionOf(job)) ? [[unit.id, jobId]] : [];
    }),
  );
  if (shut.size === 0) return [];
  const isOut = (one: Unit): boolean => down.has(one.content.status) || leftOff.has(one.id);
  return setsOf(snapshot).flatMap(({ units, oneOut }): StandInConflict[] => {
    const worked = units.filter((one) => shut.has(one.id));
    const out = units.filter((one) => isOut(one) && !shut.has(one.id));
    const allDown = worked.length + out.length === units.length;
    if (worked.length === 0 || (oneOut ? worked.length + out.length < 2 : !allDown)) return [];
    const system = snapshot.content('system', units[0]?.content.systemIds[0] ?? null)?.name ?? '';
    const names = (some: readonly Unit[]): string => listWord(some.map((one) => one.content.name));
    return [
      {
        ...{ jobIds: worked.flatMap((one) => shut.get(one.id) ?? []), daysApart: 1, harm: !oneOut },
        text: !oneOut
          ? `${system}: ${names(units)} stand in for each other; one must run. Leave one for another visit.`
          : out.length > 0
            ? `${system}: ${names(out)} ${out.length === 1 ? 'is' : 'are'} out of service; of these one at a time. Leave ${names(worked)} until then.`
            : `${system}: of ${names(worked)} one at a time is out of service. Leave all but one for another visit.`,
      },
    ];
  });
}

/** Units of one kind on the same water that do the same: of some one at a time is out, of the others one stands by. */
export interface UnitSet {
  units: readonly Unit[];
  oneOut: boolean;
}
export function setsOf(snapshot: Snapshot): UnitSet[] {
  const like = worksLike(snapshot);
  return sameThere(snapshot.all('component').filter((one) => one.content.status !== 'removed')).flatMap(
    (units): UnitSet[] => {
      const oneOut = units.some((one) => rolesOf(like(one.content.kindId)).oneOut);
      return oneOut || units.some((one) => one.content.status === 'standby') ? [{ units, oneOut }] : [];
    },
  );
}

/** Of each unit of a set of which one at a time is out: the one that is out already. */
export function outBeside(snapshot: Snapshot): Map<string, Unit> {
  const found = new Map<string, Unit>();
  for (const { units, oneOut } of setsOf(snapshot))
    for (const one of oneOut ? units : []) {
      const out = units.find((other) => other !== one && down.has(other.content.status));
      if (out) found.set(one.id, out);
    }
  return found;
}

/** What is worked on in turn within a visit. */
const inTurn: readonly Role[] = ['circulation', 'heat', 'cool', 'gas'];

/**
 * By unit: the set of running units it is one of, and its share of what moves the water, all being equal.
 * @param systemIds the waters it is asked for
 */
export function inTurnOf(snapshot: Snapshot, systemIds: ReadonlySet<string>): Map<string, OneOf> {
  const like = worksLike(snapshot);
  const running = snapshot
    .all('component')
    .filter(
      ({ content }) =>
        content.parentId === null &&
        content.status === 'running' &&
        content.systemIds.some((id) => systemIds.has(id)) &&
        hasRole(like(content.kindId), ...inTurn),
    );
  const moves = (one: Unit): boolean => hasRole(like(one.content.kindId), 'circulation');
  const moving = (systemId: string): number =>
    running.filter((one) => moves(one) && one.content.systemIds.includes(systemId)).length;
  return new Map(
    sameThere(running).flatMap((units) =>
      units.map((one): [string, OneOf] => [
        one.id,
        {
          set: units[0]?.id ?? one.id,
          of: units.length,
          share: moves(one) ? 1 / Math.min(...one.content.systemIds.map(moving)) : 1,
        },
      ]),
    ),
  );
}

/** Several units of one kind on the same waters. */
function sameThere(components: readonly Unit[]): Unit[][] {
  const groups = new Map<string, Unit[]>();
  for (const one of components)
    if (one.content.parentId === null) groups.set(keyOf(one), [...(groups.get(keyOf(one)) ?? []), one]);
  return [...groups.values()].filter((group) => group.length > 1);
}
const keyOf = ({ content }: Unit): string => `${content.kindId} ${[...content.systemIds].sort().join(' ')}`;
