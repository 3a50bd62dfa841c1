import { device, type Device } from './device.ts';
import { SHAPE, tracked } from './answers.ts';

// Records and plan as this device keeps them: whole once, then what changed, from state to state. A logged job is a few
// kilobytes on the disk, however large the house; read back, the changes are taken one after the other.

/** Something that leads from one state to another, as the server names them. */
export interface Step {
  since: string;
  cursor: string;
}
interface KeptStep {
  step: Step;
  at: number;
}
/** After so many steps all of it is kept anew. */
const MOST_STEPS = 200;
const IDLE_MS = 2000;

const keyOf = (path: string, since: string): string => `${path}#${since}`;
const stepsOf = (path: string): IDBKeyRange => IDBKeyRange.bound(`${path}#`, `${path}#\uffff`);
/** The screen is drawn first. */
const idle = (): Promise<void> =>
  new Promise((done) => {
    if ('requestIdleCallback' in globalThis) requestIdleCallback(() => done(), { timeout: IDLE_MS });
    else setTimeout(done, 0);
  });

/** Whether a state is the same as another or came after it; of another start of the server nobody can tell. */
function reaches(state: string, other: string): boolean {
  const [mine, its] = [state, other].map((text) => text.split(' ').map((part) => part.split('.')));
  return (
    mine?.length === its?.length &&
    (mine ?? []).every(([epoch, n], i) => epoch === its?.[i]?.[0] && Number(n) >= Number(its?.[i]?.[1]))
  );
}

/** What is kept of it, in the order in which it leads on; null: nothing. */
async function kept(
  db: Device,
  path: string,
): Promise<{ text: string; cursor: string; steps: KeptStep[]; keptAt: number } | null> {
  const whole = await db.get('answers', path);
  if (whole?.shape !== SHAPE || whole.cursor === undefined) return null;
  const bySince = new Map<string, KeptStep>();
  for (const { body, keptAt, shape } of await db.getAll('answers', stepsOf(path))) {
    if (shape !== SHAPE) continue;
    const step = JSON.parse(body as string) as Step;
    bySince.set(step.since, { step, at: keptAt });
  }
  const steps: KeptStep[] = [];
  let { cursor } = whole;
  for (let next = bySince.get(cursor); next && bySince.delete(cursor); next = bySince.get(cursor)) {
    steps.push(next);
    cursor = next.step.cursor;
  }
  return { text: whole.body as string, cursor, steps, keptAt: steps.at(-1)?.at ?? whole.keptAt };
}

let queue: Promise<unknown> = Promise.resolve();
/** One after the other, when there is time. */
function later(write: (db: Device) => Promise<void>): Promise<void> {
  const written = queue.then(idle).then(async () => write(await device()));
  queue = written.catch(() => undefined);
  return tracked(written);
}

/** Keeps all of it, unless another window has kept a later state. @param path with the places that are held */
export function keepWhole(path: string, body: unknown, cursor: string): Promise<void> {
  return later(async (db) => {
    const before = await kept(db, path);
    if (before && reaches(before.cursor, cursor)) return;
    await putWhole(db, path, body, cursor);
  });
}
/** @param whole what it comes to, where all is to be kept anew */
export function keepStep<S extends Step>(path: string, step: S, whole: unknown): Promise<void> {
  return later(async (db) => {
    const before = await kept(db, path);
    if (before?.cursor !== step.since || before.steps.length >= MOST_STEPS) {
      // nothing that it goes on from, or too much to read back
      if (!before || !reaches(before.cursor, step.cursor)) await putWhole(db, path, whole, step.cursor);
      return;
    }
    const body = JSON.stringify(step);
    await db.put('answers', { path: keyOf(path, step.since), body, keptAt: Date.now(), shape: SHAPE });
  });
}
async function putWhole(db: Device, path: string, body: unknown, cursor: string): Promise<void> {
  const tx = db.transaction('answers', 'readwrite');
  await Promise.all([
    tx.store.delete(stepsOf(path)),
    tx.store.put({ path, body: JSON.stringify(body), cursor, keptAt: Date.now(), shape: SHAPE }),
    tx.done,
  ]);
}

/** What this device keeps, with every change that leads on from it. */
export async function keptHouse<T, C extends Step>(
  path: string,
  take: (known: T, step: C) => T,
): Promise<{ body: T; keptAt: number } | undefined> {
  // what has just come in is on its way there
  await queue;
  const found = await kept(await device(), path);
  if (!found) return undefined;
  const body = found.steps.reduce((known, { step }) => take(known, step as C), JSON.parse(found.text) as T);
  return { body, keptAt: found.keptAt };
}
