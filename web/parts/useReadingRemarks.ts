import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { MeasureId } from '../../core/quantity/measures.ts';
import type { RecordContent } from '../../contract/records.ts';
import { knownReadings, readingRemark, type ReadingRemark } from '../../model/water/readingFaults.ts';
import { readingsOf, useSnapshot } from '../api/data.ts';

type Channel = Pick<RecordContent<'channel'>, 'componentId' | 'measure' | 'parameter'>;
export type ReadingRemarks = (
  channel: Channel,
  /** Stored unit. */
  value: number,
  besides?: Partial<Record<MeasureId, number>>,
) => ReadingRemark;

/**
 * What is said of a reading while it is typed on a piece of equipment. Until its earlier readings have come, and without
 * network, only what is typed together is compared.
 */
export function useReadingRemarks(componentId: string | null): ReadingRemarks {
  const snapshot = useSnapshot();
  const { data: earlier } = useQuery({
    ...readingsOf('component', componentId ?? ''),
    enabled: componentId !== null,
  });
  return useMemo(() => {
    const known = componentId === null ? null : knownReadings(snapshot, componentId, earlier ?? []);
    return (channel, value, besides = {}) =>
      known ? readingRemark(snapshot, channel, value, known, besides) : { fault: null, question: null };
  }, [snapshot, componentId, earlier]);
}
