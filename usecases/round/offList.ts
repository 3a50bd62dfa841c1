import type { RecordIndex } from '../../model/facts/recordIndex.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { foldRound, notRunning, type OffState } from '../../model/round/fold.ts';

export interface OffOfRound extends OffState {
  roundId: string;
  siteId: string;
  /** The round goes on: it has its own list. */
  underWay: boolean;
}

/** Everything that rounds switched off and nobody has seen running since: of open, closed and abandoned rounds alike. */
export function offOfRounds(snapshot: Snapshot, index: RecordIndex): OffOfRound[] {
  return snapshot.all('round').flatMap((round) => {
    const state = foldRound(round.content, index.on('actionsOfRound', round.id));
    const underWay = state.begun && !state.closed && state.abandoned === null;
    return notRunning(state).map((off) => ({
      ...off,
      roundId: round.id,
      siteId: round.content.siteId,
      underWay,
    }));
  });
}

/** The equipment among it. */
export const leftOffIds = (snapshot: Snapshot, index: RecordIndex): ReadonlySet<string> =>
  new Set(offOfRounds(snapshot, index).flatMap((off) => off.componentId ?? []));
