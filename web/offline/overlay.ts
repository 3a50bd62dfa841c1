import type { Stored } from '../../contract/records.ts';
import type { Snapshot } from '../../contract/snapshot.ts';
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
/** Readings of these channels that were typed here and are not yet among the server's. */
export function withReadings(
  readings: readonly Stored<'reading'>[],
  units: readonly Pick<Unit, 'writes'>[],
  isMine: (channelId: string) => boolean,
): Stored<'reading'>[] {
  const known = new Set(readings.map((reading) => reading.id));
  const typed = units
    .flatMap((unit) => unit.writes)
    .flatMap((write) => {
      if (write.op !== 'create' || write.kind !== 'reading' || known.has(write.id)) return [];
      const content = write.content as Stored<'reading'>['content'];
      return isMine(content.channelId) ? [recordOf(write, 1, false, content) as Stored<'reading'>] : [];
    });
  return [...readings, ...typed];
}
const recordOf = (
  { kind, id }: { kind: Stored['kind']; id: string },
  version: number,
  deleted: boolean,
  content: unknown,
): Stored => ({ kind, id, version, deleted, content: content as Stored['content'] });
