import { canHurt, cautions, deference, type CautionId } from '../../../core/catalogue/cautions.ts';
import type { Step } from '../../../core/planning/round/step.ts';
import { heedKey, type RoundState } from '../../../model/round/fold.ts';

/** Cautions of a step that can hurt somebody and that were not yet heeded in this round for each of its jobs. */
export const toHeed = (step: Pick<Step, 'cautions' | 'forJobs'>, state: RoundState): CautionId[] =>
  step.cautions.filter(
    (id) => canHurt(id) && !step.forJobs.every((jobId) => state.heeded.has(heedKey(jobId, id))),
  );

/** The cautions of a step; where somebody can be hurt, a tick under each before the step can be done. */
export function Heed({
  step,
  asked,
  heeded,
  onHeed,
}: {
  step: Pick<Step, 'cautions'>;
  asked: readonly CautionId[];
  heeded: ReadonlySet<CautionId>;
  onHeed: (id: CautionId, yes: boolean) => void;
}) {
  if (step.cautions.length === 0) return null;
  return (
    <div className="caution">
      {step.cautions.map((id) =>
        asked.includes(id) ? (
          <label key={id} className="heed">
            <input
              type="checkbox"
              checked={heeded.has(id)}
              onChange={(event) => onHeed(id, event.target.checked)}
            />
            <span>
              <b>{cautions[id].order}</b> {cautions[id].reason}
            </span>
          </label>
        ) : (
          <p key={id}>
            <b>{cautions[id].order}</b>
            {/* heeded already: the order is enough at arm’s length */}
            {!canHurt(id) && ` ${cautions[id].reason}`}
          </p>
        ),
      )}
      <p className="soft">{deference}</p>
    </div>
  );
}
