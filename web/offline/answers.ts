import { device, type KeptAnswer } from './device.ts';

/** What is kept for a time without network. Everything else is asked for when it can be. */
const kept = [
  '/authentication',
  '/about',
  '/snapshot',
  '/plan',
  '/readings',
  '/water',
  '/leads',
  '/rounds',
  '/week',
  '/calculators',
];
const OLDEST_DAYS = 45;
/** Answers of another shape are no answers: a new version asks anew. Raised with what a kept answer holds. */
export const SHAPE = 6;
const DAY_MS = 86_400_000;

export const isKept = (path: string): boolean =>
  kept.some((one) => path === one || path.startsWith(`${one}/`) || path.startsWith(`${one}?`));

let lastKept: Promise<unknown> = Promise.resolve();
const begunOf = new Map<string, number>();

/**
 * Keeps what the server said last. Of two answers the one that was asked for later stays, whichever came first.
 * @param begunAt when it was asked for, by this window's clock
 */
export function keepAnswer(path: string, body: unknown, begunAt: number): Promise<void> {
  if (begunAt < (begunOf.get(path) ?? 0)) return Promise.resolve();
  begunOf.set(path, begunAt);
  const keeping = device().then(async (db) => {
    await db.put('answers', { path, body, keptAt: Date.now(), shape: SHAPE });
  });
  return tracked(keeping);
}
/** Something on its way to the disk. */
export function tracked(keeping: Promise<void>): Promise<void> {
  lastKept = Promise.all([lastKept, keeping.catch(() => undefined)]);
  return keeping;
}
/** Everything that has come in so far is on the disk. */
export const answersKept = (): Promise<unknown> => lastKept;

export async function keptAnswer(path: string): Promise<KeptAnswer | undefined> {
  // what has just come in is on its way there
  await lastKept;
  const answer = await (await device()).get('answers', path);
  return answer?.shape === SHAPE ? answer : undefined;
}
/** What was read for somebody else is not for whoever holds the device now. */
export async function keepFor(accountId: string | null): Promise<void> {
  const db = await device();
  const holder = accountId ?? 'nobody';
  if ((await db.get('numbers', 'holder')) === holder) return;
  await forgetAnswers();
  await db.put('numbers', holder, 'holder');
}
export async function forgetAnswers(): Promise<void> {
  await (await device()).clear('answers');
  if ('caches' in globalThis) await caches.delete('pictures');
}
/** Records and plan of places that were held: others are held now. */
export async function forgetHouse(): Promise<void> {
  const db = await device();
  for (const path of await db.getAllKeys('answers'))
    if (/^\/(snapshot|plan)([?#]|$)/.test(path)) await db.delete('answers', path);
}
/** What nobody has asked for in a long time. */
export async function forgetOldAnswers(now: number): Promise<void> {
  const db = await device();
  for (const answer of await db.getAll('answers'))
    if (answer.keptAt < now - OLDEST_DAYS * DAY_MS) await db.delete('answers', answer.path);
}
