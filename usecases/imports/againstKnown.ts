import { formatNumber } from '../../core/quantity/quantities.ts';
import { parameters } from '../../core/water/parameters.ts';
import { measures } from '../../core/quantity/measures.ts';
import { canonicalJson } from '../../contract/canonicalJson.ts';
import type { When } from '../../contract/fields.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import type { Instant } from '../../core/time/day.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { testChannel } from '../../model/water/testChannel.ts';
import type { Answers, ChannelOf, ImportDraft, ReadingDraft } from './draft.ts';
import type { ImportMapping } from '../../contract/imports/mapping.ts';

/** A reading of the file that stands already with another value, and shall take its place. */
export interface Replacement {
  reading: Stored<'reading'>;
  draft: ReadingDraft;
}
/** What devices sent before on a channel at an instant. */
export type SentBefore = (channelId: string | null, at: Instant) => readonly number[];
export type CheckedDraft = ImportDraft & { replacements: Replacement[] };

/** The channel a reading of a file goes to, where there is one. */
export function channelFor(of: ChannelOf, snapshot: Snapshot): Stored<'channel'> | null {
  const channels = snapshot.all('channel');
  if (of.kind === 'measure')
    return (
      channels.find(
        ({ content }) => content.componentId === of.componentId && content.measure === of.measure,
      ) ?? null
    );
  if (of.sensor === null) return testChannel(snapshot, of.systemId, of.parameter);
  return (
    channels.find(
      ({ content }) =>
        content.systemId === of.systemId && content.parameter === of.parameter && content.name === of.sensor,
    ) ?? null
  );
}
export const keyOfChannel = (of: ChannelOf): string =>
  of.kind === 'measure'
    ? `${of.componentId} ${of.measure}`
    : `${of.systemId} ${of.parameter} ${of.sensor ?? ''}`;
const nameOf = (of: ChannelOf): string =>
  of.kind === 'measure' ? measures[of.measure].name : (of.sensor ?? parameters[of.parameter].name);

// stored contents have their keys sorted, fresh ones have not
const keyOfWhen = (when: When): string => (when.kind === 'instant' ? when.at : canonicalJson(when));
const same = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a));

/**
 * Holds a draft against what stands: channel, instant and source with the same value is skipped, with another value it
 * is asked; a job on the same day that was found alike is skipped. So the same file twice adds nothing. Of a device another
 * value for the same instant is kept and doubted, as if it had sent it. It stops after each reading, so that others can be
 * served meanwhile.
 */
export function* againstKnown(
  draft: ImportDraft,
  snapshot: Snapshot,
  source: ImportMapping['source'],
  answers: Answers,
  sent: SentBefore,
): Generator<undefined, CheckedDraft> {
  const checked: CheckedDraft = { ...draft, readings: [], services: [], notes: [], replacements: [] };
  checked.skipped = [...draft.skipped];
  checked.questions = [...draft.questions];
  const known = knownReadings(draft, snapshot, source);
  const inFile = new Map<string, ReadingDraft>();
  const devices = new Map<string, number[]>();
  const channels = new Map<string, string | null>();
  const channelOf = (key: string, of: ChannelOf): string | null => {
    let id = channels.get(key);
    if (id === undefined) channels.set(key, (id = channelFor(of, snapshot)?.id ?? null));
    return id;
  };
  for (const reading of draft.readings) {
    yield;
    const of = keyOfChannel(reading.channel);
    const key = `${of} ${keyOfWhen(reading.when)}`;
    const about = { row: reading.row, head: nameOf(reading.channel), text: formatNumber(reading.value, 4) };
    if (source === 'device' && reading.when.kind === 'instant') {
      const there = sent(channelOf(of, reading.channel), Date.parse(reading.when.at));
      const twiceHere = devices.get(key) ?? [];
      if ([...there, ...twiceHere].some((value) => same(value, reading.value)))
        checked.skipped.push({ ...about, why: there.length > 0 ? 'there already' : 'twice in the file' });
      else {
        devices.set(key, [...twiceHere, reading.value]);
        checked.readings.push(reading);
      }
      continue;
    }
    const stands = known.get(key);
    const twice = inFile.get(key);
    const before = stands?.content.value ?? twice?.value;
    if (before === undefined) {
      inFile.set(key, reading);
      checked.readings.push(reading);
      continue;
    }
    if (same(before, reading.value)) {
      checked.skipped.push({ ...about, why: stands ? 'there already' : 'twice in the file' });
      continue;
    }
    const question = `other:${key}:${reading.value}`;
    if (answers[question] === 'old') checked.skipped.push({ ...about, why: 'another value is kept' });
    else if (answers[question] === 'new' && stands)
      checked.replacements.push({ reading: stands, draft: reading });
    else
      checked.questions.push({
        key: question,
        row: reading.row,
        head: about.head,
        sentence: `${about.head} at the same time is ${formatNumber(before, 4)} ${stands ? 'already' : 'in another row'}; this row says ${about.text}. Which holds?`,
        choices: [
          { answer: 'old', label: `Keep ${formatNumber(before, 4)}` },
          ...(stands ? [{ answer: 'new', label: `Take ${about.text}` }] : []),
        ],
      });
  }
  const services = knownServices(snapshot);
  for (const service of draft.services) {
    const key = `${service.jobId} ${keyOfWhen(service.when)}`;
    if (services.has(key))
      checked.skipped.push({ row: service.row, head: '', text: 'a job of that day', why: 'there already' });
    else {
      services.add(key);
      checked.services.push(service);
    }
  }
  const notes = new Set(
    snapshot
      .all('event')
      .map(({ content }) => `${content.systemId ?? ''} ${keyOfWhen(content.when)} ${content.note}`),
  );
  for (const note of draft.notes) {
    const key = `${note.systemId} ${keyOfWhen(note.when)} ${note.note}`;
    if (notes.has(key))
      checked.skipped.push({ row: note.row, head: '', text: note.note, why: 'there already' });
    else {
      notes.add(key);
      checked.notes.push(note);
    }
  }
  return checked;
}

function knownReadings(
  draft: ImportDraft,
  snapshot: Snapshot,
  source: RecordContent<'reading'>['source'],
): Map<string, Stored<'reading'>> {
  const channels = new Map<string, string>();
  for (const { channel } of draft.readings) {
    const found = channelFor(channel, snapshot);
    if (found) channels.set(found.id, keyOfChannel(channel));
  }
  const known = new Map<string, Stored<'reading'>>();
  for (const reading of snapshot.all('reading')) {
    const of = channels.get(reading.content.channelId);
    if (of !== undefined && reading.content.source === source)
      known.set(`${of} ${keyOfWhen(reading.content.when)}`, reading);
  }
  return known;
}

/** Jobs by the day they were done. */
function knownServices(snapshot: Snapshot): Set<string> {
  return new Set(snapshot.all('service').map(({ content }) => `${content.jobId} ${keyOfWhen(content.when)}`));
}
