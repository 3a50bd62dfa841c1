import fc from 'fast-check';
import * as v from 'valibot';

// Values that a schema takes, made from the schema itself: what an attack begins with before it twists something.

/** As much of a schema as is walked here. */
interface Node {
  type: string;
  entries?: Record<string, Node>;
  wrapped?: Node;
  item?: Node;
  options?: readonly unknown[];
  literal?: unknown;
  value?: Node;
}
export type Schema = v.GenericSchema;

const texts = [
  ...[
    'Reef',
    'Filter sock',
    'mg/L',
    '2026-11-20',
    '2026-11-24',
    '2026-11-25T08:00:00Z',
    '2026-11-01T00:00:00Z',
  ],
  ...['Europe/Berlin', 'UTC', '08:30', 'sock-felt', 'swap', 'box', 'balanced-reef', 'nitrate', ''],
  ...['cafe@example.org', 'four quiet words here', 'a'.repeat(64), 'image/png', 'marit', '127.0.0.1'],
];
const numbers = [1, 0, 0.5, 2, 3, 7.4, 8.2, 12, 25, 34.5, 60, 100, 300, 420, 1000];

/**
 * What a schema takes, as far as it can be told from its shape; a rule over several fields may still refuse it.
 * @param ids of records that are there, so that some references hold
 */
export function valuesOf(schema: Schema, ids: readonly string[]): fc.Arbitrary<unknown> {
  const node = schema as unknown as Node;
  const takes = (value: unknown): boolean => v.safeParse(schema, value).success;
  const some = (candidates: readonly unknown[]): fc.Arbitrary<unknown> => {
    const taken = candidates.filter(takes);
    return taken.length > 0 ? fc.constantFrom(...taken) : fc.constantFrom(...candidates);
  };
  const of = (one: unknown): fc.Arbitrary<unknown> => valuesOf(one as Schema, ids);
  switch (node.type) {
    case 'string':
      return some([...ids, ...texts]);
    case 'number':
      return some(numbers);
    case 'boolean':
      return fc.boolean();
    case 'literal':
      return fc.constant(node.literal);
    case 'picklist':
      return fc.constantFrom(...(node.options ?? [null]));
    case 'optional':
      return fc.option(of(node.wrapped), { nil: undefined });
    case 'nullable':
      return fc.option(of(node.wrapped), { nil: null });
    case 'array':
      return fc.array(of(node.item), { maxLength: 3 });
    case 'record':
      return fc.dictionary(fc.constantFrom('a', 'length', 'lengthCm', 'widthCm'), of(node.value), {
        maxKeys: 2,
      });
    case 'union':
    case 'variant':
      return fc.oneof(...(node.options ?? []).map(of));
    case 'object':
    case 'strict_object':
      return fc
        .record(Object.fromEntries(Object.entries(node.entries ?? {}).map(([name, one]) => [name, of(one)])))
        .map((made) => Object.fromEntries(Object.entries(made).filter(([, value]) => value !== undefined)));
    default:
      return fc.constant(null);
  }
}
