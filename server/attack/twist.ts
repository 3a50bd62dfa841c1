import fc from 'fast-check';

// What is sent by mistake, by a broken program or by somebody who means harm: one thing twisted in what would be right.

/** Stands for what JSON cannot say; written as it is into the text. */
export class Raw {
  readonly text: string;
  constructor(text: string) {
    this.text = text;
  }
}
const deep = (levels: number): Raw => new Raw('['.repeat(levels) + ']'.repeat(levels));

const values: readonly unknown[] = [
  ...[null, true, false, [], {}, '', ' ', 0, -1, 1, 1e308, -1e308, 1e-320, 2 ** 53, 10 ** 21, 0.1 + 0.2],
  ...[
    new Raw('NaN'),
    new Raw('1e999'),
    new Raw('-0'),
    new Raw('"\\ud800"'),
    deep(2000),
    new Raw('{"a":1,"a":2}'),
  ],
  ...[
    '1,5',
    '1.234,5',
    '٣',
    '½',
    '1582-10-10',
    '9999-12-31',
    '10000-01-01',
    '31129999',
    '2027-02-29',
    '0000-00-00',
  ],
  ...[
    '2026-03-29T02:30:00',
    '2026-10-25T02:30:00Z',
    '10:00:75',
    '+99:99',
    '2026-11-25T10:00:75Z',
    '1900-01-01',
  ],
  ...[
    '\u200b\u200b',
    '\u202Etxet',
    '\u0000',
    '💥'.repeat(50),
    'x'.repeat(100_000),
    'é'.normalize('NFD'),
    '\r\nSet-Cookie: a=b',
  ],
  ...[
    '=1+1',
    '@SUM(A1)',
    "'; DROP TABLE revision; --",
    '<img src=x onerror=alert(1)>',
    '../../etc/passwd',
    '%00',
    '${7*7}',
  ],
  ...[
    'toString',
    '__proto__',
    'constructor',
    'hasOwnProperty',
    'null',
    'undefined',
    'NaN',
    'Infinity',
    'true',
  ],
  ...[{ __proto__: null, toString: 1 }, { constructor: { prototype: 1 } }, new Raw('{"__proto__":{"a":1}}')],
  ...[Array.from({ length: 6000 }, () => 'a'), [[[[1]]]], [null], [{}], { value: 1 }, 'a'.repeat(64)],
];

export interface Twist {
  /** Where: a number for each level, taken modulo what is there. */
  path: readonly number[];
  how: 'replace' | 'remove' | 'add' | 'repeat' | 'wrap';
  value: unknown;
}
export const twists: fc.Arbitrary<Twist> = fc.record({
  path: fc.array(fc.nat(30), { minLength: 1, maxLength: 7 }),
  how: fc.constantFrom('replace', 'replace', 'replace', 'replace', 'remove', 'add', 'repeat', 'wrap'),
  value: fc.constantFrom(...values),
});

/** A copy with one thing twisted, as deep as the path leads. */
export function twisted(given: unknown, { path, how, value }: Twist): unknown {
  const [here, ...rest] = path;
  const at = (keys: readonly string[]): string | undefined => keys[(here ?? 0) % Math.max(1, keys.length)];
  if (Array.isArray(given)) {
    const key = at(Object.keys(given));
    if (key === undefined) return how === 'add' ? [value] : value;
    const copy = [...(given as unknown[])];
    const index = Number(key);
    if (rest.length > 0 && isWithin(copy[index]))
      copy[index] = twisted(copy[index], { path: rest, how, value });
    else if (how === 'remove') copy.splice(index, 1);
    else if (how === 'repeat') copy.push(copy[index]);
    else if (how === 'add') copy.push(value);
    else copy[index] = how === 'wrap' ? [copy[index]] : value;
    return copy;
  }
  if (!isWithin(given)) return value;
  const copy: Record<string, unknown> = { ...(given as Record<string, unknown>) };
  const key = at(Object.keys(copy));
  if (key === undefined || how === 'add') return { ...copy, [`more${here ?? 0}`]: value };
  if (rest.length > 0 && isWithin(copy[key])) copy[key] = twisted(copy[key], { path: rest, how, value });
  else if (how === 'remove') return Object.fromEntries(Object.entries(copy).filter(([name]) => name !== key));
  else copy[key] = how === 'wrap' ? { value: copy[key] } : value;
  return copy;
}
const isWithin = (value: unknown): value is object =>
  typeof value === 'object' && value !== null && !(value instanceof Raw);

/** As text, with what JSON cannot say written as it is. */
export function textOf(value: unknown): string {
  const raws: string[] = [];
  const text = JSON.stringify(value, (_name, one: unknown) => {
    if (!(one instanceof Raw)) return one;
    raws.push(one.text);
    return `\u0001${raws.length - 1}\u0001`;
  });
  return (text ?? 'null').replaceAll(
    /"\\u0001(\d+)\\u0001"/g,
    (_all, index: string) => raws[Number(index)] ?? 'null',
  );
}
