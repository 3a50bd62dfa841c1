import type { RecordContent, RecordKind } from '../contract/records.ts';
import type { Write } from '../contract/work.ts';
import { startOfDay, addDays, type Day } from '../core/time/day.ts';

const ZONE = 'Europe/Berlin';
const MIN_MS = 60_000;

type Create = <K extends RecordKind>(kind: K, content: RecordContent<K>) => string;

/** The morning walk through a plant room, walked yesterday, and what the evening shift left to the next. */
export function plantRoom(
  create: Create,
  { writes, siteId, whoId, today }: { writes: readonly Write[]; siteId: string; whoId: string; today: Day },
): void {
  const at = (day: Day, hour: number, minute: number): string =>
    new Date(startOfDay(day, ZONE) + (60 * hour + minute) * MIN_MS).toISOString();
  const contentsOf = <K extends RecordKind>(kind: K) =>
    writes.flatMap((write) =>
      write.op === 'create' && write.kind === kind
        ? [{ id: write.id, content: write.content as RecordContent<K> }]
        : [],
    );
  const here = new Set(
    contentsOf('component')
      .filter(({ content }) => content.siteId === siteId)
      .map(({ id }) => id),
  );
  const channels = contentsOf('channel').filter(
    ({ content }) => content.componentId !== null && here.has(content.componentId),
  );
  if (channels.length === 0) return;
  const yesterday = addDays(today, -1);
  const readingsRoundId = create('readings-round', {
    ...{ siteId, name: 'Plant room, morning', everyHours: 24, note: '' },
    stops: channels.map(({ id }) => ({ channelId: id, lo: null, hi: null })),
  });
  create('readings-walk', {
    ...{ readingsRoundId, whoId, readingIds: [], skipped: [] },
    ...{ begunAt: at(yesterday, 7, 5), endedAt: at(yesterday, 7, 21) },
  });
  create('shift-note', {
    ...{ siteId, whoId, toId: null, at: at(yesterday, 17, 40), seen: [] },
    text: 'Pump 1 hums when it starts, quiet after a minute. I took the drum off the yard hose.',
    stood: [],
  });
}
