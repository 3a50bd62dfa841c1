import equal from 'fast-deep-equal';
import { recordKey } from '../../contract/kinds.ts';
import type { WorkResult, Write } from '../../contract/work.ts';
import { contentWithout } from '../../model/settings.ts';
import type { Snapshot } from '../../model/snapshot.ts';

/**
 * What one window writes about one record goes one after the other, each from what the last one made: nobody is in
 * conflict with themselves, however quickly they press, and of two quick changes none is lost.
 */
export class OwnWrites {
  /** The version that the last write about a record comes to; null: it was refused. */
  private readonly underWay = new Map<string, Promise<number | null>>();
  private readonly standing: () => Snapshot;

  constructor(standing: () => Snapshot) {
    this.standing = standing;
  }

  /**
   * Sends writes once what is under way about the same records has an answer.
   * @param send the writes, as they go on from it. Kept: it stands on this device until the server answers
   */
  write<R extends WorkResult | 'kept'>(
    meant: readonly Write[],
    send: (writes: Write[]) => Promise<R>,
  ): Promise<R> {
    const from = this.standing();
    const earlier = meant.map((write) => this.underWay.get(recordKey(write)) ?? Promise.resolve(null));
    const going = Promise.all(earlier).then((versions) =>
      meant.map((write, i) => this.goneOn(write, versions[i] ?? null, from)),
    );
    const result = going.then(send);
    meant.forEach((write, i) => {
      const key = recordKey(write);
      const version = Promise.all([going, result]).then(
        ([gone, known]) => versionAfter(gone[i] ?? write, known),
        // whoever asked hears why
        () => null,
      );
      this.underWay.set(key, version);
      void version.then(() => {
        if (this.underWay.get(key) === version) this.underWay.delete(key);
      });
    });
    return result;
  }

  private goneOn(write: Write, version: number | null, from: Snapshot): Write {
    // restored is what was deleted: there is no text to carry over
    if (version === null || write.op === 'restore') return write;
    const now = this.standing().get(write.kind, write.id);
    // somebody else was there since: they decide between two texts
    if (now?.version !== version) return write;
    if (write.op === 'delete') return { ...write, baseVersion: version };
    const whole = (content: unknown) => ({ ...contentWithout[write.kind], ...(content as object | null) });
    const begun = from.content(write.kind, write.id);
    return {
      ...{ op: 'revise', kind: write.kind, id: write.id, revisionId: write.revisionId },
      ...{
        baseVersion: version,
        content: carriedOver(whole(begun), whole(now.content), whole(write.content)),
      },
    };
  }
}

function versionAfter(write: Write, result: WorkResult | 'kept'): number | null {
  if (result !== 'kept')
    return result.results.find((one) => recordKey(one) === recordKey(write))?.version ?? null;
  return write.op === 'create' ? 1 : write.baseVersion + 1;
}

const isGroup = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Two texts made from one, as one: what either changed; where both did, the later. A list is one thing. */
export function carriedOver(from: unknown, earlier: unknown, later: unknown): unknown {
  if (equal(from, later)) return earlier;
  if (!isGroup(from) || !isGroup(earlier) || !isGroup(later)) return later;
  const made: Record<string, unknown> = {};
  for (const key of new Set([...Object.keys(earlier), ...Object.keys(later)])) {
    const one = carriedOver(from[key], earlier[key], later[key]);
    if (one !== undefined) made[key] = one;
  }
  return made;
}
