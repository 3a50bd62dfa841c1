import type { MigrationInterface, QueryRunner } from 'typeorm';

const tables = ['plan_pin', 'visit_change'];

/** What people decide about the plan: jobs wanted at a visit, visits moved, left out or added. */
export class Levelling1795700000000 implements MigrationInterface {
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
