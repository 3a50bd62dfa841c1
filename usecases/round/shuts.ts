import { isOffDuringChange, offDuringChange, shutOrder } from '../../core/catalogue/offDuringChange.ts';
import type { JobDefinition } from '../../core/catalogue/types.ts';
import type { Off } from '../../core/planning/round/step.ts';
import type { JobPlace } from '../../model/facts/places.ts';
import type { Stored } from '../../contract/records.ts';
import { worksLike } from '../../model/facts/worksLike.ts';
import type { Snapshot } from '../../model/snapshot.ts';

type PlannedSystem = Stored<'change-plan'>['content']['systems'][number];

/**
 * What a job switches off: its own unit, for a change of water all that must not run while the water is low.
 * @param planned its water as a plan of changes has it, which says what must be off
 */
export function shutsOf(
  snapshot: Snapshot,
  { work, shuts }: Pick<JobDefinition, 'work' | 'shuts'>,
  place: Pick<JobPlace, 'unit' | 'thing' | 'systemIds'>,
  planned?: PlannedSystem,
): Off[] {
  const like = worksLike(snapshot);
  if (planned) return planned.off.map((off) => offOfPlan(snapshot, off));
  if (work === 'change water') return offForChange(snapshot, place.systemIds);
  return shuts.map(({ what, provedBy }) => ({
    what: nameOff(place.unit?.content.name ?? place.thing, what),
    provedBy,
    componentId: place.unit?.id ?? null,
    kindId: place.unit ? like(place.unit.content.kindId) : null,
  }));
}

/** "Return pump", or "Skimmer (air line)" where the thing and its unit are called differently. */
function nameOff(unit: string, what: string): string {
  const plain = what.replace(/^the /, '');
  return unit.toLowerCase().includes(plain.toLowerCase()) ? unit : `${unit} (${plain})`;
}

const offOfPlan = (
  snapshot: Snapshot,
  { componentId, what, provedBy }: PlannedSystem['off'][number],
): Off => ({
  what,
  provedBy,
  componentId,
  kindId: kindOf(snapshot, componentId),
});
const kindOf = (snapshot: Snapshot, componentId: string): string | null => {
  const kindId = snapshot.content('component', componentId)?.kindId;
  return kindId === undefined ? null : worksLike(snapshot)(kindId);
};

/** At a change whose litres nobody planned: a usual one. */
const goesOff = (kindId: string): boolean => {
  const entry = offDuringChange.find((one) => one.kindId === kindId);
  return entry !== undefined && isOffDuringChange(entry, null);
};

/** What must be off while the water is low, in the order of shutting down. */
function offForChange(snapshot: Snapshot, systemIds: readonly string[]): Off[] {
  const like = worksLike(snapshot);
  return snapshot
    .all('component')
    .filter(
      ({ content }) =>
        content.status === 'running' &&
        content.parentId === null &&
        content.systemIds.some((id) => systemIds.includes(id)) &&
        goesOff(like(content.kindId)),
    )
    .map(({ id, content }) => ({ id, name: content.name, kindId: like(content.kindId) }))
    .sort((a, b) => (shutOrder(a.kindId) ?? 0) - (shutOrder(b.kindId) ?? 0))
    .map(({ id, name, kindId }) => ({
      what: name,
      provedBy: offDuringChange.find((one) => one.kindId === kindId)?.provedBy ?? 'seen running',
      componentId: id,
      kindId,
    }));
}
