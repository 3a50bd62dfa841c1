import type { RecordContent, Stored } from '../contract/records.ts';
import { groupBy, type Snapshot } from '../model/snapshot.ts';
import { canonicalJson } from '../contract/canonicalJson.ts';
import type { Write } from '../contract/work.ts';
import { outsidePossible } from '../model/water/readingFaults.ts';

type Reading = RecordContent<'reading'>;

/** Stored readings by channel and instant: made when a device first sends, then kept up to date reading by reading. */
export class ReadingKeys {
  private channels: Map<string, Stored<'reading'>[]> | null = null;
  private readonly keyed = new Map<string, Map<string, Stored<'reading'>>>();

  /** The readings of a channel by their instant. */
  of(channelId: string, snapshot: Snapshot): ReadonlyMap<string, Stored<'reading'>> {
    const known = this.keyed.get(channelId);
    if (known) return known;
    this.channels ??= groupBy(snapshot.all('reading'), (reading) => reading.content.channelId);
    const made = new Map(this.channels.get(channelId)?.map((reading) => [whenKey(reading.content), reading]));
    this.keyed.set(channelId, made);
    this.channels.delete(channelId);
    return made;
  }

  /** Takes a record as it now stands. */
  apply(record: Stored): void {
    if (record.kind !== 'reading' || !this.channels) return;
    const reading = record as Stored<'reading'>;
    // corrected, it may have been of another instant or channel: asked anew
    if (record.version > 1) return this.forget();
    const { channelId } = reading.content;
    const keyed = this.keyed.get(channelId);
    if (keyed) keyed.set(whenKey(reading.content), reading);
    else {
      const list = this.channels.get(channelId);
      if (list) list.push(reading);
      else this.channels.set(channelId, [reading]);
    }
  }

  forget(): void {
    this.channels = null;
    this.keyed.clear();
  }
}

/**
 * A device's readings key on (channel, instant): devices send again what they are not sure was heard.
 * The same value is ignored; another value is kept and flagged.
 */
export class DeviceReadings {
  private readonly keys: ReadingKeys;
  private readonly snapshot: Snapshot;
  /** Written in this unit of work. */
  private readonly added = new Map<string, Stored<'reading'>>();

  constructor(keys: ReadingKeys, snapshot: Snapshot) {
    this.keys = keys;
    this.snapshot = snapshot;
  }

  /** @returns what is stored already (nothing is to be written), or the content to write. */
  take(write: Write): { same: Stored<'reading'> } | { content: Reading } | null {
    if (!isDeviceReading(write)) return null;
    const sent = write.content as Reading;
    const content = this.isNonsense(sent) ? { ...sent, quality: 'doubtful' as const } : sent;
    const before =
      this.added.get(keyOf(content)) ?? this.keys.of(content.channelId, this.snapshot).get(whenKey(content));
    if (!before || before.id === write.id) return { content };
    return before.content.value === content.value
      ? { same: before }
      : { content: { ...content, quality: 'doubtful' } };
  }

  /** A probe that came loose reads −127 °C: kept, since it was sent, but nothing is judged by it. */
  private isNonsense({ channelId, value }: Reading): boolean {
    const channel = this.snapshot.content('channel', channelId);
    return channel !== undefined && typeof value === 'number' && outsidePossible(channel, value) !== null;
  }

  add(reading: Stored<'reading'>): void {
    this.added.set(keyOf(reading.content), reading);
  }
}

function isDeviceReading(write: Write): write is Extract<Write, { op: 'create' }> {
  return (
    write.op === 'create' &&
    write.kind === 'reading' &&
    (write.content as Partial<Reading> | null)?.source === 'device'
  );
}
const whenKey = ({ when }: Reading): string => canonicalJson(when);
const keyOf = (reading: Reading): string => `${reading.channelId} ${whenKey(reading)}`;
