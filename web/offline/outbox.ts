import { v7 as uuid } from 'uuid';
import type { Problem, WorkResult, Write } from '../../contract/work.ts';
import { device, type Unit } from './device.ts';

// Every write is kept on the device first and sent in order.

/** On the disk before the promise resolves: a battery may die at any moment. */
const strict = { durability: 'strict' } as const;

export type NewUnit = Omit<Unit, 'n' | 'refused' | 'taken' | 'result'>;

/** Keeps a unit of work. Actions of a round get this device's name and their number in the same transaction. */
export async function keepUnit(unit: NewUnit): Promise<Unit> {
  const tx = (await device()).transaction(['units', 'numbers'], 'readwrite', strict);
  const numbers = tx.objectStore('numbers');
  const name = (await numbers.get('device')) ?? uuid();
  let sequence = Number((await numbers.get('sequence')) ?? 0);
  const writes = unit.writes.map((write): Write => {
    if (write.op !== 'create' || write.kind !== 'round-action') return write;
    sequence += 1;
    return { ...write, content: { ...(write.content as object), device: name, sequence } };
  });
  await numbers.put(name, 'device');
  await numbers.put(sequence, 'sequence');
  const kept = { ...unit, writes, refused: null, taken: false };
  // the store gives the number
  const n = await tx.objectStore('units').add(kept as Unit);
  await tx.done;
  return { ...kept, n };
}

export const unitsKept = async (): Promise<Unit[]> => (await device()).getAll('units');

export async function forgetUnit(n: number): Promise<void> {
  const tx = (await device()).transaction('units', 'readwrite', strict);
  await tx.store.delete(n);
  await tx.done;
}

/** Refused: it is kept by name for its person to settle. Null: it is tried again, at its old place. */
export const setAside = (n: number, refused: Problem | null): Promise<void> => change(n, { refused });
/** The server has it. */
export const setTaken = (n: number, result: WorkResult): Promise<void> =>
  change(n, { taken: true, result, pictures: [] });

async function change(n: number, some: Partial<Unit>): Promise<void> {
  const tx = (await device()).transaction('units', 'readwrite', strict);
  const unit = await tx.store.get(n);
  if (unit) await tx.store.put({ ...unit, ...some });
  await tx.done;
}
