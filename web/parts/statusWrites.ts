import type { RecordContent, Stored } from '../../contract/records.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { Write } from '../../contract/work.ts';
import { creating, revising } from '../api/writing.tsx';

type Status = RecordContent<'component'>['status'];

/**
 * Changing a unit's state: the unit itself, and the events that stop and restart its clock.
 * While it rests or is off, its clock stands.
 */
export function statusWrites(
  snapshot: Snapshot,
  unit: Stored<'component'>,
  status: Status,
  reason: string,
  at: Date,
): Write[] {
  const when = { kind: 'instant' as const, at: at.toISOString() };
  const writes: Write[] = [
    revising(unit, {
      ...unit.content,
      status,
      statusSince: status === 'running' ? null : when.at,
      statusReason: reason.trim(),
    }),
  ];
  const open = snapshot
    .all('event')
    .filter(
      (event) =>
        event.content.componentId === unit.id &&
        event.content.until === null &&
        ['rest', 'switched-off'].includes(event.content.kind),
    );
  for (const event of open) writes.push(revising(event, { ...event.content, until: when }));
  const starts: Partial<Record<Status, 'rest' | 'switched-off'>> = { paused: 'rest', off: 'switched-off' };
  const kind = starts[status];
  if (kind) {
    writes.push(
      creating('event', {
        siteId: null,
        systemId: null,
        componentId: unit.id,
        kind,
        when,
        until: null,
        endsLives: false,
        whoId: null,
        note: reason.trim(),
      }),
    );
  }
  return writes;
}
