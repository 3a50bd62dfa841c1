import { useMemo } from 'react';
import { foldRound, type RoundState } from '../../../model/round/fold.ts';
import type { RoundWhat } from '../../../contract/round/schemas.ts';
import type { Stored } from '../../../contract/records.ts';
import type { Write } from '../../../contract/work.ts';
import { useClock, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import type { WaitingPicture } from '../../offline/device.ts';
import { useKeep, type Kept } from './useKeep.ts';
import { acting } from './roundWrites.ts';

export interface RoundHere {
  round: Stored<'round'>;
  state: RoundState;
  /** Writes what happened, with what belongs to it (a service, a reading) in the same unit of work. */
  act: (what: RoundWhat | RoundWhat[], beside?: Write[], pictures?: WaitingPicture[]) => Promise<Kept>;
  pending: boolean;
  error: unknown;
}

/** A round with its state; null where there is none. */
export function useRound(roundId: string): RoundHere | null {
  const snapshot = useSnapshot();
  const clock = useClock();
  const here = usePersonHere();
  const { keep, pending, error } = useKeep();
  const round = snapshot.get('round', roundId);
  const state = useMemo(() => {
    const actions = snapshot.all('round-action').filter((one) => one.content.roundId === roundId);
    return round ? foldRound(round.content, actions) : null;
  }, [snapshot, round, roundId]);
  if (!round || !state) return null;
  const act: RoundHere['act'] = (what, beside = [], pictures = []) =>
    keep([...beside, ...[what].flat().map((one) => acting(roundId, one, clock(), here.id))], pictures);
  return { round, state, act, pending, error };
}
