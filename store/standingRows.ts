import type { DataSource } from 'typeorm';
import type { RecordKind } from '../contract/records.ts';
import { recordEntities, type RecordRow } from './rows.ts';

/** Rows in one piece of a read: others are served in between. */
const AT_A_TIME = 5000;

/**
 * All rows of a kind that are not deleted, piece by piece, in the order in which they were taken: what a round comes to
 * goes by it. Plain rows: a plant has millions, and an entity each costs more than reading it.
 */
export async function* standingRows(reader: DataSource, kind: RecordKind): AsyncGenerator<RecordRow[]> {
  let after = -1;
  for (;;) {
    const rows = await reader
      .getRepository(recordEntities[kind])
      .createQueryBuilder('record')
      .select('record.id', 'id')
      .addSelect('record.version', 'version')
      .addSelect('record.deleted', 'deleted')
      .addSelect('record.content', 'content')
      .addSelect('record.parent', 'parent')
      .addSelect('record.rowid', 'at')
      .where('record.deleted = 0 AND record.rowid > :after', { after })
      .orderBy('record.rowid')
      .limit(AT_A_TIME)
      .getRawMany<RecordRow & { at: number }>();
    const last = rows.at(-1);
    if (!last) return;
    yield rows;
    after = last.at;
    if (rows.length < AT_A_TIME) return;
  }
}
