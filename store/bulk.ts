import type { EntityManager, EntitySchema, ObjectLiteral } from 'typeorm';
import { Turn } from './inBetween.ts';

// Many rows at once, in SQL written once: a builder that makes a statement for every call costs more than SQLite's work.

/** SQLite takes a limited number of values in one statement. */
const CHUNK = 500;

/**
 * Inserts rows whose values stand one after the other.
 * @param or what becomes of a row that is there already
 * @throws what SQLite says
 */
export async function insertValues(
  manager: EntityManager,
  table: string,
  columns: readonly string[],
  values: readonly unknown[],
  or: '' | 'OR REPLACE' = '',
): Promise<void> {
  const one = `(${columns.map(() => '?').join(', ')})`;
  const step = CHUNK * columns.length;
  const turn = new Turn();
  for (let from = 0; from < values.length; from += step) {
    const some = values.slice(from, from + step);
    const rows = Array.from({ length: some.length / columns.length }, () => one).join(', ');
    await manager.query(
      `INSERT ${or} INTO "${table}" (${columns.map((name) => `"${name}"`).join(', ')}) VALUES ${rows}`,
      some,
    );
    if (turn.isOver) await turn.pass();
  }
}

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
  await insertValues(
    manager,
    table,
    columns,
    rows.flatMap((row) => fields.map((field) => row[field] as unknown)),
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
