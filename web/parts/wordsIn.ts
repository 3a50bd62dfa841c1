/** True where every word typed begins a word of the text; nothing typed fits everything. */
export function wordsIn(text: string, typed: string): boolean {
  const there = wordsOf(text);
  return wordsOf(typed).every((word) => there.some((candidate) => candidate.startsWith(word)));
}
const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
