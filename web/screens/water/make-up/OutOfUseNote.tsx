import { outOfUseWord, type OutOfUse } from '../../../../model/facts/outOfUse.ts';
import { useAgo } from './useAgo.ts';

/** Why something cannot be used, since when and until when. */
export function OutOfUseNote({ of }: { of: OutOfUse }) {
  const ago = useAgo();
  return (
    <p className="late outofuse">
      Out of use: {of.name} {outOfUseWord[of.kind]}
      {of.since !== null && `, since ${ago(of.since)}`}
      {of.until !== null && `, until ${ago(of.until)}`}
      {of.note && ` (${of.note})`}. What depends on it waits.
    </p>
  );
}
