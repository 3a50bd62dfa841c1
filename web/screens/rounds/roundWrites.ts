import type { RoundWhat } from '../../../contract/round/schemas.ts';
import { ACTIONS_VERSION } from '../../../contract/round/version.ts';
import type { Stored } from '../../../contract/records.ts';
import type { OffState } from '../../../model/round/fold.ts';
import type { Write } from '../../../contract/work.ts';
import { creating, newIds, type NewIds } from '../../api/writing.tsx';

/** Something that happened in a round, as it is sent. */
export function acting(
  roundId: string,
  what: RoundWhat,
  at: number,
  whoId: string | null,
  ids: NewIds = newIds(),
): Write {
  const content = {
    // the device and its number come with the place in its queue
    ...{ roundId, version: ACTIONS_VERSION, device: '', sequence: 0, whoId, what },
    at: new Date(at).toISOString(),
  };
  return creating('round-action', content, ids);
}

/** A step done, with nothing to say of it. */
export const plainDone = (stepId: string) =>
  ({ do: 'done', stepId, found: null, minutes: null, note: '' }) as const;

/** A fitting that is out again is its job done. */
export const takenOut = (jobId: string, at: number, whoId: string | null, ids: NewIds): Write =>
  creating(
    'service',
    {
      ...{ jobId, whoId, found: null, shareDone: 1, minutes: null, supplies: [], note: '', pictureIds: [] },
      when: { kind: 'instant', at: new Date(at).toISOString() },
    },
    ids,
  );

/** What a fitting that is out again writes: its proof, its job, and the end of a round that was for it alone. */
export function outAgain(
  round: Stored<'round'> | undefined,
  { actionId, provedBy, componentId }: Pick<OffState, 'actionId' | 'provedBy' | 'componentId'>,
  at: number,
  whoId: string | null,
): Write[] {
  if (!round) return [];
  const act = (what: RoundWhat): Write => acting(round.id, what, at, whoId);
  const removal = round.content.steps.find(
    (step) => step.phase === 'remove' && step.off?.componentId === componentId,
  );
  const jobId = removal?.jobId ?? null;
  const service = newIds();
  return [
    act({ do: 'proved', offActionId: actionId, how: 'seen', saw: provedBy || 'taken out' }),
    ...(removal && jobId !== null
      ? [takenOut(jobId, at, whoId, service), act({ ...plainDone(removal.id), serviceId: service.id })]
      : []),
    ...(round.content.steps.every(({ phase }) => phase === 'fit' || phase === 'remove')
      ? [act({ do: 'closed' })]
      : []),
  ];
}
