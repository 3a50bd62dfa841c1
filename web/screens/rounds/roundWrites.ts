import type { RoundWhat } from '../../../contract/round/schemas.ts';
import { ACTIONS_VERSION } from '../../../contract/round/version.ts';
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
