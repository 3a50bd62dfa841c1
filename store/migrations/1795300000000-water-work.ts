import type { MigrationInterface, QueryRunner } from 'typeorm';

const tables = ['change_plan', 'check', 'lead'];

/** Plans of water changes, checks that tell causes apart, steps begun ahead of a visit. */
export class WaterWork1795300000000 implements MigrationInterface {
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
