import { rolesOf } from '../../core/catalogue/roles.ts';
import type { WorkKind } from '../../core/catalogue/types.ts';
import { worksLike } from '../../model/facts/worksLike.ts';
import { placeOfJob } from '../../model/facts/places.ts';
import type { RecordContent } from '../../contract/records.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

/** What a job does to the life in its water, and to what keeps nutrients out of it. */
export interface Upheaval {
  biological: boolean;
  largeMechanical: boolean;
  /** It empties or renews something that takes nutrients out. */
  exports: boolean;
}

/** Work that disturbs what lives in a thing, or takes it away. */
const disturbs: readonly WorkKind[] = ['clean', 'wash', 'replace', 'empty'];

/**
 * By what the job says and by the roles of its kind: a sponge beside other carriers is mechanical and may go under the
 * tap; where it is the only one, the life of the water is in it.
 */
export function upheavalOf(
  { snapshot, definitionOf }: Pick<Evidence, 'snapshot' | 'definitionOf'>,
  job: RecordContent<'job'>,
): Upheaval {
  const { biological = false, largeMechanical = false, work, minutes } = definitionOf(job);
  const like = worksLike(snapshot);
  const { roles } = rolesOf(like(job.kindId));
  const isOwn = like(job.kindId) !== job.kindId;
  const isCarrierToo =
    roles.includes('mechanical') && roles.includes('biological') && disturbs.includes(work);
  // asked only where it decides: it goes through all equipment
  const isOnlyCarrier = (): boolean => {
    const component = placeOfJob(job, snapshot)?.component;
    return (
      component != null &&
      !snapshot
        .all('component')
        .some(
          ({ id, content }) =>
            id !== component.id &&
            content.status === 'running' &&
            content.systemIds.some((one) => component.content.systemIds.includes(one)) &&
            rolesOf(like(content.kindId)).roles.includes('biological'),
        )
    );
  };
  return {
    biological:
      biological ||
      // a kind of one's own says nothing of the life in it, the kind it works like does
      (isOwn && roles.includes('biological') && !roles.includes('mechanical') && disturbs.includes(work)) ||
      (isCarrierToo && !largeMechanical && isOnlyCarrier()),
    largeMechanical,
    exports: roles.includes('export') && disturbs.includes(work) && minutes >= LEAST_MIN,
  };
}
/** Less is a wipe, not a harvest. House default. */
const LEAST_MIN = 10;
