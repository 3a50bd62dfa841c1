import { listWord } from '../../core/explain/words.ts';
import { placeOfJob } from '../../model/facts/places.ts';
import type { Stored } from '../../contract/records.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import type { Conflict } from './spacing.ts';

const down = new Set(['paused', 'off', 'removed']);

/**
 * Units that stand in for each other and would all be down at once. A person cannot wave this through:
 * the water would stand still.
 * @param leftOff components that rounds have left off
 */
export function standbyConflicts(
  { snapshot, definitionOf }: Evidence,
  jobIds: readonly string[],
  leftOff: ReadonlySet<string>,
): Conflict[] {
  const shut = new Map(
    jobIds.flatMap((jobId): [string, string][] => {
      const job = snapshot.content('job', jobId);
      const unit = job && placeOfJob(job, snapshot)?.unit;
      // the test of a pair changes over: its partner takes over first
      return job && unit && definitionOf(job).shuts.length > 0 && definitionOf(job).work !== 'change over'
        ? [[unit.id, jobId]]
        : [];
    }),
  );
  if (shut.size === 0) return [];
  return pairs(snapshot.all('component')).flatMap((members) => {
    const isDown = (one: Stored<'component'>): boolean =>
      shut.has(one.id) || down.has(one.content.status) || leftOff.has(one.id);
    if (!members.every(isDown) || !members.some((one) => shut.has(one.id))) return [];
    const system = snapshot.content('system', members[0]?.content.systemIds[0] ?? null)?.name ?? '';
    const mine = members.flatMap((one) => shut.get(one.id) ?? []);
    return [
      {
        ...{ jobIds: mine, daysApart: 1 },
        text: `${system}: ${listWord(members.map((one) => one.content.name))} stand in for each other; one must run. Leave one for another visit.`,
      },
    ];
  });
}

/** Units of one kind on the same water of which one stands by. */
export function pairs(components: readonly Stored<'component'>[]): Stored<'component'>[][] {
  const groups = new Map<string, Stored<'component'>[]>();
  for (const one of components) {
    if (one.content.parentId !== null) continue;
    const key = `${one.content.kindId} ${[...one.content.systemIds].sort().join(' ')}`;
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  return [...groups.values()].filter(
    (group) => group.length > 1 && group.some((one) => one.content.status === 'standby'),
  );
}
