import { performance } from 'node:perf_hooks';
import { openDatabases } from '../store/database.ts';
import { Store } from '../store/store.ts';
import { probeReadings, type Plant, type PlantSize } from './plant.ts';

const CHUNK = 5000;

export function* chunks<T>(items: Iterable<T>): Generator<T[]> {
  let some: T[] = [];
  for (const item of items) {
    some.push(item);
    if (some.length === CHUNK) {
      yield some;
      some = [];
    }
  }
  if (some.length > 0) yield some;
}

/** Puts a plant into an empty data directory, as the program itself takes it in. @returns seconds for records, and for readings */
export async function fillPlant(
  dir: string,
  made: Plant,
  size: PlantSize,
): Promise<{ records: number; readings: number }> {
  const databases = await openDatabases(dir, 'copy.sqlite');
  const store = new Store(databases, Date.now);
  const begun = performance.now();
  for (const writes of chunks(made.writes)) await store.apply({ writes, who: 'bench', why: '' });
  const between = performance.now();
  for (const some of chunks(probeReadings(made.channelIds, size.readingsPerProbe, Date.now())))
    await store.takeReadings(
      some.map(({ channelId, at, value }) => ({ channelId, at: Date.parse(at), value })),
      'probe',
    );
  const ended = performance.now();
  await databases.reader.destroy();
  await databases.writer.destroy();
  return { records: (between - begun) / 1000, readings: (ended - between) / 1000 };
}
