import type { MigrationInterface, QueryRunner } from 'typeorm';

const tables = ['sitter_sheet', 'sheet_tick'];

/** What a helper does while the keeper is away, and what was ticked off. */
export class SitterSheets1795600000000 implements MigrationInterface {
  async up(run: QueryRunner): Promise<void> {
    for (const kind of tables)
      await run.query(
        `CREATE TABLE record_${kind} (id TEXT PRIMARY KEY NOT NULL, version INTEGER NOT NULL, deleted INTEGER NOT NULL, content TEXT NOT NULL CHECK (json_valid(content)), parent TEXT) STRICT`,
      );
  }

  async down(run: QueryRunner): Promise<void> {
    for (const kind of tables) await run.query(`DROP TABLE record_${kind}`);
  }
}
