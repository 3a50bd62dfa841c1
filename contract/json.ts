/** Names that every object is born with: what came under one would be taken for that, or dropped without a word. */
const HARMFUL = new Set(['__proto__', 'constructor', 'prototype']);

/** A reviver for JSON that comes from outside. @throws SyntaxError for a field that nothing of ours may have */
export function requireHarmlessName(name: string, value: unknown): unknown {
  if (HARMFUL.has(name)) throw new SyntaxError(`No field may be named “${name}”.`);
  return value;
}

/** Text as JSON. @throws SyntaxError where it is none, or holds a harmful name */
export const parseJson = (text: string): unknown => JSON.parse(text, requireHarmlessName);
