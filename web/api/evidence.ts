import { definitionsOf } from '../../model/facts/definition.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { evidenceOf, type Evidence } from '../../model/water/testedWater.ts';
import { onFollowing } from './standing.ts';

// Apart from the records themselves: the first screen needs no index.

const indexes = new WeakMap<Snapshot, Evidence>();

// what changed moves the index, once there is one
onFollowing((before, after, changed) => {
  const known = indexes.get(before);
  if (!known) return;
  const index = known.index.after(changed, (kind, id) => before.get(kind, id));
  indexes.set(after, { snapshot: after, index, definitionOf: definitionsOf(after) });
});

/** A window’s snapshot never changes, it is replaced: its index holds as long as it does. */
export function evidenceHere(snapshot: Snapshot): Evidence {
  let known = indexes.get(snapshot);
  if (!known) {
    known = evidenceOf(snapshot);
    indexes.set(snapshot, known);
  }
  return known;
}
