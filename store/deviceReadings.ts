import type { RecordContent, Stored } from '../contract/records.ts';
import type { Snapshot } from '../model/snapshot.ts';
import { canonicalJson } from '../contract/canonicalJson.ts';
import type { Write } from '../contract/work.ts';

type Reading = RecordContent<'reading'>;

/**
 * A device's readings key on (channel, instant): devices send again what they are not sure was heard.
 * The same value is ignored; another value is kept and flagged.
 */
export class DeviceReadings {
  private readonly known: Map<string, Stored<'reading'>>;

  /** Reads the index only where the writes hold device readings. */
  constructor(writes: readonly Write[], snapshot: Snapshot) {
    const asked = writes.some((write) => isDeviceReading(write));
    this.known = new Map(
      asked ? snapshot.all('reading').map((reading) => [keyOf(reading.content), reading]) : [],
    );
  }

  /** @returns what is stored already (nothing is to be written), or the content to write. */
  take(write: Write): { same: Stored<'reading'> } | { content: Reading } | null {
    if (!isDeviceReading(write)) return null;
    const content = write.content as Reading;
    const before = this.known.get(keyOf(content));
    if (!before || before.id === write.id) return { content };
    return before.content.value === content.value
      ? { same: before }
      : { content: { ...content, quality: 'doubtful' } };
  }

  /** A reading written in the same unit of work. */
  add(reading: Stored<'reading'>): void {
    this.known.set(keyOf(reading.content), reading);
  }
}

function isDeviceReading(write: Write): write is Extract<Write, { op: 'create' }> {
  return (
    write.op === 'create' &&
    write.kind === 'reading' &&
    (write.content as Partial<Reading> | null)?.source === 'device'
  );
}
const keyOf = ({ channelId, when }: Reading): string => `${channelId} ${canonicalJson(when)}`;
