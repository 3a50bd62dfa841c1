import type { Snapshot } from '../../model/snapshot.ts';
import { evidenceOf, type Evidence } from '../../model/water/testedWater.ts';

// Apart from the records themselves: the first screen needs no index.

const indexes = new WeakMap<Snapshot, Evidence>();

/** A window’s snapshot never changes, it is replaced: its index holds as long as it does. */
export function evidenceHere(snapshot: Snapshot): Evidence {
  let known = indexes.get(snapshot);
  if (!known) {
    known = evidenceOf(snapshot);
    indexes.set(snapshot, known);
  }
  return known;
}
