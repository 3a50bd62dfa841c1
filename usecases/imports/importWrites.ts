import { measures } from '../../core/quantity/measures.ts';
import type { RecordContent, RecordKind } from '../../contract/records.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { Write } from '../../contract/work.ts';
import { newTestChannel } from '../../model/water/testChannel.ts';
import { channelFor, keyOfChannel, type CheckedDraft } from './againstKnown.ts';
import type { ChannelOf, ReadingDraft } from './draft.ts';
import type { ImportMapping } from '../../contract/imports/mapping.ts';

/** How the history of a record says which import it came by. */
export const whyOfImport = (importId: string): string => `import:${importId}`;

/**
 * The unit of work that brings a checked draft in, with the record of the import itself. It stops after each reading, so
 * that others can be served meanwhile.
 */
export function* importWrites(
  draft: CheckedDraft,
  mapping: ImportMapping,
  file: { name: string; sha256: string },
  snapshot: Snapshot,
  importId: string,
  newId: () => string,
): Generator<undefined, Write[]> {
  const writes: Write[] = [];
  const create = <K extends RecordKind>(kind: K, content: RecordContent<K>, id = newId()): string => {
    writes.push({ op: 'create', kind, id, revisionId: newId(), content });
    return id;
  };
  create(
    'import',
    {
      fileName: file.name,
      sha256: file.sha256,
      mapping: mapping.name,
      added: draft.readings.length + draft.services.length + draft.notes.length,
      skipped: draft.skipped.length,
      refused: draft.refused.length,
    },
    importId,
  );
  const channels = new Map<string, string>();
  const channelId = (of: ChannelOf): string => {
    const key = keyOfChannel(of);
    const known = channels.get(key) ?? channelFor(of, snapshot)?.id ?? create('channel', newChannel(of));
    channels.set(key, known);
    return known;
  };
  for (const reading of draft.readings) {
    yield;
    create('reading', readingOf(reading, channelId(reading.channel), mapping.source));
  }
  for (const { reading, draft: newer } of draft.replacements)
    writes.push({
      op: 'revise',
      kind: 'reading',
      id: reading.id,
      revisionId: newId(),
      baseVersion: reading.version,
      content: { ...reading.content, value: newer.value, below: newer.below },
    });
  for (const { jobId, when, found, minutes, whoId, note } of draft.services)
    create('service', {
      jobId,
      when,
      whoId,
      found,
      shareDone: 1,
      minutes,
      supplies: [],
      note,
      pictureIds: [],
    });
  for (const { systemId, when, note } of draft.notes)
    create('event', {
      siteId: null,
      systemId,
      componentId: null,
      kind: 'observation',
      when,
      until: null,
      endsLives: false,
      whoId: null,
      note,
    });
  return writes;
}

function newChannel(of: ChannelOf): RecordContent<'channel'> {
  return of.kind === 'measure'
    ? {
        componentId: of.componentId,
        systemId: null,
        name: measures[of.measure].name,
        quantity: measures[of.measure].quantity,
        measure: of.measure,
      }
    : newTestChannel(of.systemId, of.parameter, {
        methodId: of.methodId,
        ...(of.sensor === null ? {} : { name: of.sensor }),
      });
}

function readingOf(
  { when, value, below, rough, repeats, whoId, note }: ReadingDraft,
  channelId: string,
  source: ImportMapping['source'],
): RecordContent<'reading'> {
  return {
    channelId,
    when,
    value,
    below,
    source,
    quality: 'good',
    timing: null,
    serviceId: null,
    whoId,
    note,
    ...(rough ? { rough } : {}),
    ...(repeats.length > 0 ? { repeats: [...repeats] } : {}),
  };
}
