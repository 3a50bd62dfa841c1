import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { RecordContent } from '../../contract/records.ts';
import type { Problem, WorkResult, Write } from '../../contract/work.ts';

// What is kept on this device: work that waits to be sent, and the last answers of the server.

/** A picture that was taken and not yet sent; its record is made from what the server kept of it. */
export interface WaitingPicture {
  id: string;
  revisionId: string;
  name: string;
  mime: RecordContent<'picture'>['mime'];
  bytes: ArrayBuffer;
  /** Taken before the work it belongs to. */
  before?: boolean;
}
/** A unit of work, written here before it is sent. */
export interface Unit {
  /** Its place in the order of sending. */
  n: number;
  /** Whose it is: it waits for its own person. Null: nobody was signed in. */
  accountId: string | null;
  who: string;
  why: string;
  writes: Write[];
  pictures: WaitingPicture[];
  madeAt: string;
  /** What it is called while it waits. */
  said: string;
  /** The server refused it: it is set aside, the others go on. */
  refused: Problem | null;
  /** The server has it; it stays until it is among the records kept on this device, so that none ever lacks it. */
  taken: boolean;
  /** What the server answered when it took it, for a form in another window that still waits. */
  result?: WorkResult;
}
export interface KeptAnswer {
  path: string;
  /** Of records and plan: as text. */
  body: unknown;
  /** The state that it is, where the server names it. */
  cursor?: string;
  /** The device's clock, ms. */
  keptAt: number;
  /** The shape it had when it was kept. */
  shape: number;
}
interface Schema extends DBSchema {
  units: { key: number; value: Unit };
  numbers: { key: string; value: string | number };
  answers: { key: string; value: KeptAnswer };
}
export type Device = IDBPDatabase<Schema>;

let opened: Promise<Device> | null = null;

/** The device's own database, opened once. Rejects where a browser keeps none (some private windows). */
export function device(): Promise<Device> {
  opened ??= openDB<Schema>('jondrel', 1, {
    upgrade(db) {
      db.createObjectStore('units', { keyPath: 'n', autoIncrement: true });
      db.createObjectStore('numbers');
      db.createObjectStore('answers', { keyPath: 'path' });
    },
  });
  return opened;
}
