import type { EntityManager } from 'typeorm';
import type { Databases } from '../database.ts';
import { oneAtATime } from '../oneAtATime.ts';

/** One transaction in the queue of writers. */
export function inQueue<T>({ writer }: Databases, work: (manager: EntityManager) => Promise<T>): Promise<T> {
  return oneAtATime(writer, () => writer.transaction(work));
}
