import type { Stored } from '../../contract/records.ts';
import { Snapshot } from '../../model/snapshot.ts';
import type { Unit } from './device.ts';

/** The records as they stand on this device: the server's, with what waits to be sent laid over them. */
export function overlay(base: Snapshot, units: readonly Pick<Unit, 'writes'>[]): Snapshot {
  const over = new Map<string, Stored>();
  for (const write of units.flatMap((unit) => unit.writes)) {
    const stored = base.get(write.kind, write.id);
    const known = over.get(write.id) ?? stored;
    if (write.op === 'create') {
      if (!known) over.set(write.id, recordOf(write, 1, false, write.content));
      continue;
    }
    // what the server has in the meantime stands: it took this, or it will say that the two conflict
    if (!known || known.version !== write.baseVersion) continue;
    const content = write.op === 'revise' ? write.content : known.content;
    over.set(write.id, recordOf(write, known.version + 1, write.op === 'delete', content));
  }
  return over.size === 0 ? base : base.with([...over.values()]);
}
/** Readings of some channels, with those that were typed, corrected or deleted here laid over the server's. */
export function withReadings(
  readings: Stored<'reading'>[],
  units: readonly Pick<Unit, 'writes'>[],
  isMine: (channelId: string) => boolean,
): Stored<'reading'>[] {
  const typed = units.map((unit) => ({ writes: unit.writes.filter(({ kind }) => kind === 'reading') }));
  if (typed.every(({ writes }) => writes.length === 0)) return readings;
  const known = new Set(readings.map((reading) => reading.id));
  return overlay(Snapshot.of(readings), typed)
    .all('reading')
    .filter(({ id, content }) => known.has(id) || isMine(content.channelId));
}
const recordOf = (
  { kind, id }: { kind: Stored['kind']; id: string },
  version: number,
  deleted: boolean,
  content: unknown,
): Stored => ({ kind, id, version, deleted, content: content as Stored['content'] });
