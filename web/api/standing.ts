import { recordKey } from '../../contract/kinds.ts';
import type { Stored } from '../../contract/records.ts';
import { Snapshot } from '../../model/snapshot.ts';
import { overlay } from '../offline/overlay.ts';

type Units = Parameters<typeof overlay>[1];

// Made once for all components of a window that ask: records and what is laid over them.

const bases = new WeakMap<readonly Stored[], Snapshot>();
const overlays = new WeakMap<Snapshot, { units: Units; over: Snapshot }>();

/** Told of records that go on from others, with what is otherwise: what was made of those need not be made anew. */
type Follower = (before: Snapshot, after: Snapshot, changed: readonly Stored[]) => void;
const followers = new Set<Follower>();
export function onFollowing(follower: Follower): void {
  followers.add(follower);
}

/** Records that are others with some changed. */
export function follows(
  before: readonly Stored[],
  after: readonly Stored[],
  changed: readonly Stored[],
): void {
  const base = bases.get(before);
  if (!base || before === after) return;
  // of several states of one record the last
  const last = [...new Map(changed.map((record) => [recordKey(record), record])).values()];
  const next = base.after(last);
  bases.set(after, next);
  for (const follower of followers) follower(base, next, last);
}

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
  if (over !== base) for (const follower of followers) follower(base, over, over.laidOver());
  return over;
}
