import type { Found } from '../../core/wear/found.ts';
import type { Snapshot } from '../snapshot.ts';
import type { RoundState } from './fold.ts';

/** How a step was found: by its one entry, which may have been corrected since, else as it was said in the round. */
export function stepFound(
  snapshot: Snapshot,
  { steps, services }: Pick<RoundState, 'steps' | 'services'>,
  stepId: string,
): Found | null {
  const [id, ...others] = services.get(stepId) ?? [];
  const entry = id === undefined || others.length > 0 ? undefined : snapshot.content('service', id);
  return entry ? entry.found : (steps.get(stepId)?.found ?? null);
}
