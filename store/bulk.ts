import type { EntityManager, EntitySchema, ObjectLiteral } from 'typeorm';

// Many rows at once, in SQL written once: a builder that makes a statement for every call costs more than SQLite's work.

/** SQLite takes a limited number of values in one statement. */
const CHUNK = 500;

export async function inChunks<T>(items: readonly T[], act: (chunk: T[]) => Promise<unknown>): Promise<void> {
  for (let from = 0; from < items.length; from += CHUNK) await act(items.slice(from, from + CHUNK));
}

/** Placeholders for rows of values: "(?, ?), (?, ?)". */
export const bulkValues = (rows: readonly (readonly unknown[])[]): string =>
  rows.map((row) => `(${row.map(() => '?').join(', ')})`).join(', ');

interface Columns {
  table: string;
  /** Names of fields, and of their columns, in the same order. */
  fields: string[];
  columns: string[];
}
function columnsOf(manager: EntityManager, entity: EntitySchema): Columns {
  const { columns, tableName } = manager.connection.getMetadata(entity);
  return {
    table: tableName,
    fields: columns.map((one) => one.propertyName),
    columns: columns.map((one) => one.databaseName),
  };
}

/** @throws what SQLite says: a row that is there already, a parent that is not */
export async function insertRows<Row extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntitySchema<Row>,
  rows: readonly Row[],
): Promise<void> {
  const { table, fields, columns } = columnsOf(manager, entity as EntitySchema);
  const one = `(${columns.map(() => '?').join(', ')})`;
  await inChunks(rows, (chunk) =>
    manager.query(
      `INSERT INTO "${table}" (${columns.map((name) => `"${name}"`).join(', ')}) VALUES ${chunk.map(() => one).join(', ')}`,
      chunk.flatMap((row) => fields.map((field) => row[field] as unknown)),
    ),
  );
}

/** The rows of some ids, as far as there are any; in no order. */
export async function rowsById<Row extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntitySchema<Row>,
  ids: readonly string[],
): Promise<Row[]> {
  const { table, fields, columns } = columnsOf(manager, entity as EntitySchema);
  const selected = columns.map((name, i) => `"${name}" AS "${fields[i] ?? name}"`).join(', ');
  return manager.query<Row[]>(
    `SELECT ${selected} FROM "${table}" WHERE "id" IN (SELECT value FROM json_each(?))`,
    [JSON.stringify(ids)],
  );
}
