/** JSON with sorted keys and no spaces: the same content is the same text, on every machine. */
export const canonicalJson = (value: unknown): string => JSON.stringify(sorted(value));

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (!value || typeof value !== 'object') return value;
  const made: [string, unknown][] = [];
  for (const key of Object.keys(value).sort())
    made.push([key, sorted((value as Record<string, unknown>)[key])]);
  return Object.fromEntries(made);
}
