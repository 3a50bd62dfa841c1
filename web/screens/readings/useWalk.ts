import { useSuspenseQuery } from '@tanstack/react-query';
import { api } from '../../api/client.ts';
import { useClock } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating, newIds } from '../../api/writing.tsx';
import type { Write } from '../../../contract/work.ts';
import type { RecordContent } from '../../../contract/records.ts';
import type { Meter, ReadingsRoundSheet } from '../../../usecases/round/meters.ts';
import { typedReading } from '../../parts/readings.ts';
import { useKept } from '../../parts/useKept.ts';
import { useKeep } from '../rounds/useKeep.ts';

/** Where a walk has got to; kept on the device, so that a browser that is killed goes on where it was. */
interface Walked {
  begunAt: string | null;
  /** The meter in hand; null: the first that is open. */
  at: number | null;
  read: Readonly<Record<string, { id: string; value: number; version: number }>>;
  skipped: Readonly<Record<string, string>>;
  /** What is typed and not kept yet, by meter. */
  typed: Readonly<Record<string, string>>;
}
const notBegun: Walked = { begunAt: null, at: null, read: {}, skipped: {}, typed: {} };

export const readingsSheetOf = (roundId: string) => ({
  queryKey: ['plan', 'readings', roundId],
  queryFn: () => api.get<ReadingsRoundSheet>(`/rounds/readings/${roundId}`),
});

/** A readings round under way: each value is kept on the device as soon as it is said, and sent when there is a network. */
export function useWalk(roundId: string) {
  const { data: sheet } = useSuspenseQuery(readingsSheetOf(roundId));
  const clock = useClock();
  const person = usePersonHere();
  const { keep, pending, error } = useKeep();
  const [walked, setWalked, forget] = useKept<Walked>(`walk.${roundId}`, notBegun, localStorage);
  const begunAt = walked.begunAt === null ? null : Date.parse(walked.begunAt);
  // what this walk has read is no earlier reading
  const meters = sheet.meters.map((meter): Meter => ({
    ...meter,
    points: begunAt === null ? meter.points : meter.points.filter((point) => point.at < begunAt),
  }));
  const isOpen = ({ channelId }: Meter): boolean =>
    walked.read[channelId] === undefined && walked.skipped[channelId] === undefined;
  const nextOpen = meters.findIndex(isOpen);
  const at = walked.at ?? (nextOpen < 0 ? meters.length : nextOpen);
  const set = (some: Partial<Walked>): void =>
    setWalked({ ...walked, begunAt: walked.begunAt ?? new Date(clock()).toISOString(), ...some });
  const without = <T>(all: Readonly<Record<string, T>>, id: string): Record<string, T> =>
    Object.fromEntries(Object.entries(all).filter(([key]) => key !== id));
  /** @param value stored unit */
  const read = async ({ channelId }: Meter, value: number): Promise<void> => {
    const known = walked.read[channelId];
    const ids = newIds(known?.id);
    const content = typedReading({
      ...{ channelId, value, whoId: person.id },
      when: { kind: 'instant', at: new Date(clock()).toISOString() },
    });
    const write: Write = known
      ? { op: 'revise', kind: 'reading', ...ids, baseVersion: known.version, content }
      : creating('reading', content, ids);
    if (!(await keep([write])).kept) return;
    set({
      at: null,
      read: { ...walked.read, [channelId]: { id: ids.id, value, version: (known?.version ?? 0) + 1 } },
      skipped: without(walked.skipped, channelId),
      typed: without(walked.typed, channelId),
    });
  };
  const skip = ({ channelId }: Meter, reason: string): void =>
    set({
      at: null,
      skipped: { ...walked.skipped, [channelId]: reason },
      typed: without(walked.typed, channelId),
    });
  const end = async (): Promise<boolean> => {
    const content: RecordContent<'readings-walk'> = {
      readingsRoundId: roundId,
      begunAt: walked.begunAt ?? new Date(clock()).toISOString(),
      endedAt: new Date(clock()).toISOString(),
      whoId: person.id,
      readingIds: Object.values(walked.read).map((one) => one.id),
      skipped: Object.entries(walked.skipped).map(([channelId, reason]) => ({ channelId, reason })),
    };
    const { kept } = await keep([creating('readings-walk', content)]);
    if (kept) forget();
    return kept;
  };
  return {
    ...{ sheet, meters, walked, at, pending, error, read, skip, end, forget },
    go: (to: number) => set({ at: to }),
    type: (channelId: string, text: string) => set({ typed: { ...walked.typed, [channelId]: text } }),
  };
}
export type Walk = ReturnType<typeof useWalk>;
