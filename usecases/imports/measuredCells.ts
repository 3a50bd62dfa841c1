import type { MeasureId } from '../../core/quantity/measures.ts';
import { knownReadings, readingRemark, type KnownReadings } from '../../model/water/readingFaults.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { CellRead } from './cells.ts';
import type { RowContext } from './rowContext.ts';

/** What the records know of a piece of equipment, gathered once for a file. */
export function knownOnce(snapshot: Snapshot): RowContext['knownOf'] {
  const known = new Map<string, KnownReadings>();
  return (componentId) => {
    const made = known.get(componentId) ?? knownReadings(snapshot, componentId, snapshot.all('reading'));
    known.set(componentId, made);
    return made;
  };
}

/** A reading of equipment as it stands among others: refused, asked about or taken. */
export function readAmong(
  { snapshot, answers, knownOf, row }: RowContext,
  channel: { componentId: string; measure: MeasureId },
  read: CellRead,
  { cell, head, key }: { cell: string; head: string; key: string },
  besides: Partial<Record<MeasureId, number>>,
): CellRead {
  if (read.kind !== 'value') return read;
  const { fault, question } = readingRemark(
    snapshot,
    channel,
    read.value,
    knownOf(channel.componentId),
    besides,
  );
  if (fault !== null) return { kind: 'refused', why: fault };
  const answer = answers[key];
  if (answer === 'skip') return { kind: 'not-tested' };
  if (question === null || answer === 'typed') return read;
  return {
    kind: 'asked',
    question: {
      key,
      row,
      head,
      sentence: question,
      choices: [
        { answer: 'typed', label: `Keep ${cell}` },
        { answer: 'skip', label: 'Leave it out' },
      ],
    },
  };
}
