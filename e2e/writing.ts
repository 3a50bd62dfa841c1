import { randomUUID } from 'node:crypto';

/** Writes records as any other program would. */
export async function write(address: string, ...writes: unknown[]): Promise<void> {
  const response = await fetch(`${address}/api/work`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ writes }),
  });
  if (!response.ok) throw new Error(await response.text());
}
export const create = (kind: string, content: unknown, id: string = randomUUID()) => ({
  ...{ op: 'create', kind, id, revisionId: randomUUID(), content },
});
export async function contents<T>(address: string, kind: string): Promise<T[]> {
  const all = (await (await fetch(`${address}/api/records/${kind}`)).json()) as { content: T }[];
  return all.map((one) => one.content);
}
