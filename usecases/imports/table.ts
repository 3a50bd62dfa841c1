import Papa from 'papaparse';

/** A file as rows of cells, with what separates them. Every cell is text; nothing is guessed yet. */
export interface Table {
  rows: readonly (readonly string[])[];
  delimiter: string;
}

/** Cuts a text into cells; quotes, line ends and the separator are found by the library unless one is given. */
export function readTable(text: string, delimiter: string | null): Table {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    delimiter: delimiter ?? guessDelimiter(text),
    skipEmptyLines: false,
  });
  return { rows: parsed.data.map((row) => row.map((cell) => cell.trim())), delimiter: parsed.meta.delimiter };
}

const DELIMITERS = ['\t', ';', ',', '|'];
/** The library votes by the first lines, which are titles here; this one by most lines having the same number of cells. */
function guessDelimiter(text: string): string {
  const lines = text
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '')
    .slice(0, 200);
  const score = (delimiter: string): number => {
    const counts = new Map<number, number>();
    for (const line of lines) {
      const cells = line.split(delimiter).length;
      if (cells > 1) counts.set(cells, (counts.get(cells) ?? 0) + 1);
    }
    return Math.max(0, ...counts.values());
  };
  return (
    DELIMITERS.map((delimiter) => ({ delimiter, score: score(delimiter) })).sort(
      (a, b) => b.score - a.score,
    )[0]?.delimiter ?? ','
  );
}
