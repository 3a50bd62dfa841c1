import type { RoundState } from '../../../model/round/fold.ts';
import type { RecordContent } from '../../../contract/records.ts';

/** "12 of 31 steps, 2 skipped". */
export function roundProgress({ steps }: RecordContent<'round'>, state: RoundState): string {
  const of = (one: 'done' | 'skipped'): number =>
    steps.filter((step) => state.steps.get(step.id)?.state === one).length;
  const skipped = of('skipped');
  return `${of('done')} of ${steps.length} steps${skipped > 0 ? `, ${skipped} skipped` : ''}`;
}
