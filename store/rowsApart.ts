import type { DataSource } from 'typeorm';
import { recordKinds } from '../contract/kinds.ts';
import type { RecordKind } from '../contract/records.ts';
import { tableName } from './rows.ts';

/** A record that does not stand as its last revision says, or has none. */
export interface RowApart {
  kind: RecordKind;
  id: string;
  what: string;
}

/** Every record is its last revision: whatever differs was not written by this program. */
export async function rowsApart(reader: DataSource): Promise<RowApart[]> {
  const found = await Promise.all(
    recordKinds.map(async (kind) => {
      const rows = await reader.query<{ id: string; what: string }[]>(
        `SELECT record.id AS id,
           CASE WHEN last.version IS NULL THEN 'it has no revision'
                WHEN record.content <> last.content THEN 'its content differs'
                ELSE 'whether it was deleted differs' END AS what
         FROM "${tableName(kind)}" record
         LEFT JOIN revision last
           ON last.kind = ? AND last.record_id = record.id AND last.version = record.version
           AND NOT EXISTS (SELECT 1 FROM revision later
                           WHERE later.kind = last.kind AND later.record_id = last.record_id
                             AND later.version > last.version)
         WHERE last.version IS NULL OR record.content <> last.content OR record.deleted <> last.deleted
         ORDER BY record.id`,
        [kind],
      );
      return rows.map((row): RowApart => ({ kind, ...row }));
    }),
  );
  return found.flat();
}
