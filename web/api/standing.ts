import type { Stored } from '../../contract/records.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { evidenceOf, type Evidence } from '../../model/water/testedWater.ts';
import { overlay } from '../offline/overlay.ts';

type Units = Parameters<typeof overlay>[1];

// Made once for all components of a window that ask: records, what is laid over them, and their index.

const bases = new WeakMap<readonly Stored[], Snapshot>();
const overlays = new WeakMap<Snapshot, { units: Units; over: Snapshot }>();
const indexes = new WeakMap<Snapshot, Evidence>();

/** Records as they came, with the units of work that are not yet among them. */
export function snapshotHere(records: readonly Stored[], units: Units): Snapshot {
  let base = bases.get(records);
  if (!base) {
    base = Snapshot.of(records);
    bases.set(records, base);
  }
  const known = overlays.get(base);
  if (known?.units === units) return known.over;
  const over = overlay(base, units);
  overlays.set(base, { units, over });
  return over;
}

/** A window’s snapshot never changes, it is replaced: its index holds as long as it does. */
export function evidenceHere(snapshot: Snapshot): Evidence {
  let known = indexes.get(snapshot);
  if (!known) {
    known = evidenceOf(snapshot);
    indexes.set(snapshot, known);
  }
  return known;
}
