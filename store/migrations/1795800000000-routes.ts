import type { MigrationInterface, QueryRunner } from 'typeorm';

const tables = ['route', 'readings_round', 'readings_walk', 'shift_note'];

/** Days on the way, rounds of readings, and what a shift leaves to the next. */
export class Routes1795800000000 implements MigrationInterface {
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
