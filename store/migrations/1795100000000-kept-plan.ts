import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The plan as it was last worked out: a copy that can be thrown away, made again from the records at any time. */
export class KeptPlan1795100000000 implements MigrationInterface {
  async up(run: QueryRunner): Promise<void> {
    await run.query(
      'CREATE TABLE kept_plan_row (job_id TEXT PRIMARY KEY NOT NULL, row TEXT NOT NULL CHECK (json_valid(row))) STRICT',
    );
    await run.query(
      'CREATE TABLE kept_plan (id INTEGER PRIMARY KEY NOT NULL CHECK (id = 1), revisions INTEGER NOT NULL, days TEXT NOT NULL, rest TEXT NOT NULL CHECK (json_valid(rest))) STRICT',
    );
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query('DROP TABLE kept_plan');
    await run.query('DROP TABLE kept_plan_row');
  }
}
