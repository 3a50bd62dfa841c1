/**
 * What is kept of jobs so that they fit: as many as go in, the first first; one that is too long leaves room for shorter
 * ones behind it. Never keeps what does not fit; without room, nothing.
 * @param ids the most wanted first
 * @param fits whether some of them, in this order, fit; the more, the less they do
 */
export function keptWithin(ids: readonly string[], fits: (some: readonly string[]) => boolean): string[] {
  // halved until the last that fits is found: most of a list fits or does not at once
  let [low, high] = [0, ids.length];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (fits(ids.slice(0, middle))) low = middle;
    else high = middle - 1;
  }
  let kept = ids.slice(0, low);
  for (const id of ids.slice(low + 1)) if (fits([...kept, id])) kept = [...kept, id];
  return kept;
}
