import type { Stored } from '../../contract/records.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { overlay } from '../offline/overlay.ts';

type Units = Parameters<typeof overlay>[1];

// Made once for all components of a window that ask: records and what is laid over them.

const bases = new WeakMap<readonly Stored[], Snapshot>();
const overlays = new WeakMap<Snapshot, { units: Units; over: Snapshot }>();

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
