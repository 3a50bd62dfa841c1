import { device, type KeptAnswer } from './device.ts';

/** What is kept for a time without network. Everything else is asked for when it can be. */
const kept = [
  '/door',
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
const DAY_MS = 86_400_000;

export const isKept = (path: string): boolean =>
  kept.some((one) => path === one || path.startsWith(`${one}/`) || path.startsWith(`${one}?`));

export async function keepAnswer(path: string, body: unknown): Promise<void> {
  await (await device()).put('answers', { path, body, keptAt: Date.now() });
}
export async function keptAnswer(path: string): Promise<KeptAnswer | undefined> {
  return (await device()).get('answers', path);
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
/** What nobody has asked for in a long time. */
export async function forgetOldAnswers(now: number): Promise<void> {
  const db = await device();
  for (const answer of await db.getAll('answers'))
    if (answer.keptAt < now - OLDEST_DAYS * DAY_MS) await db.delete('answers', answer.path);
}
