import type { MigrationInterface, QueryRunner } from 'typeorm';

const tables = ['method', 'solution', 'import', 'import_mapping'];

/** Kits and instruments, dosing solutions, imports and their mappings; and the way back from a record to its import. */
export class Tests1795200000000 implements MigrationInterface {
  async up(run: QueryRunner): Promise<void> {
    for (const kind of tables)
      await run.query(
        `CREATE TABLE record_${kind} (id TEXT PRIMARY KEY NOT NULL, version INTEGER NOT NULL, deleted INTEGER NOT NULL, content TEXT NOT NULL CHECK (json_valid(content)), parent TEXT) STRICT`,
      );
    await run.query("CREATE INDEX revision_import ON revision(why) WHERE why LIKE 'import:%'");
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query('DROP INDEX revision_import');
    for (const kind of tables) await run.query(`DROP TABLE record_${kind}`);
  }
}
