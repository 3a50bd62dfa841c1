import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Tests sent by whoever lives beside the tank, and links that may send them. */
export class SentTests1795900000000 implements MigrationInterface {
  async up(run: QueryRunner): Promise<void> {
    await run.query(
      'CREATE TABLE record_sent_tests (id TEXT PRIMARY KEY NOT NULL, version INTEGER NOT NULL, deleted INTEGER NOT NULL, content TEXT NOT NULL CHECK (json_valid(content)), parent TEXT) STRICT',
    );
    await run.query('ALTER TABLE page_link ADD COLUMN sends_tests INTEGER NOT NULL DEFAULT 0');
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query('ALTER TABLE page_link DROP COLUMN sends_tests');
    await run.query('DROP TABLE record_sent_tests');
  }
}
