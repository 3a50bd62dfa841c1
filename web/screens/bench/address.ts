import type { Calculator } from '../../../core/calculators/define.ts';
import type { Input } from '../../../core/formulas/define.ts';

/** Inputs by name, as the calculator takes them; null: left empty. */
export type Entered = Readonly<Record<string, unknown>>;

/** Everything that was entered lies in the address: a link holds it. */
export function enteredFrom(entry: Calculator, params: URLSearchParams): Entered {
  return Object.fromEntries(
    Object.entries(entry.inputs).map(([name, input]) => {
      const text = params.get(name);
      return [name, text === null ? input.example : read(input, text)];
    }),
  );
}

/** One standard deviation of each number that carries an error: "pm.name" in the address. */
export function errorsFrom(entry: Calculator, params: URLSearchParams): Record<string, number> {
  return Object.fromEntries(
    Object.keys(entry.inputs).flatMap((name) => {
      const error = Number(params.get(`pm.${name}`) ?? Number.NaN);
      return error > 0 ? [[name, error]] : [];
    }),
  );
}

/** Only what differs from the example, so that a link stays short. */
export function toParams(entry: Calculator, entered: Entered): URLSearchParams {
  const params = new URLSearchParams();
  for (const [name, input] of Object.entries(entry.inputs)) {
    const text = write(entered[name]);
    if (text !== write(input.example)) params.set(name, text);
  }
  return params;
}

function read(input: Input, text: string): unknown {
  if (input.kind === 'choice') return text;
  if (input.kind === 'list') return listFrom(text);
  if (input.kind === 'table') return tableFrom(text);
  return text === '' ? null : Number(text);
}
export function write(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (Array.isArray(value))
    return (value as unknown[])
      .map((one) =>
        Array.isArray(one) ? (one as unknown[]).map((cell) => write(cell)).join(' ') : write(one),
      )
      .join((value as unknown[]).some(Array.isArray) ? ';' : ',');
  return typeof value === 'number' ? String(value) : typeof value === 'string' ? value : '';
}

/** Numbers with commas, spaces or new lines between them; what is none stays as NaN and is refused by name. */
export function listFrom(text: string): number[] {
  return text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number);
}
/** A row a line (or between semicolons); a dash leaves a value open. */
export function tableFrom(text: string): (number | null)[][] {
  return text
    .split(/[\n;]+/)
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const cells = line.split(/[\s,]+/);
      return [...cells, ...(cells.length === 1 ? ['-'] : [])].map((cell) =>
        /^[-–]$/.test(cell) || cell === '' ? null : Number(cell),
      );
    });
}
export function tableText(rows: unknown): string {
  return Array.isArray(rows)
    ? (rows as unknown[][])
        .map((row) => row.map((cell) => (cell === null ? '-' : write(cell))).join(' '))
        .join('\n')
    : '';
}
