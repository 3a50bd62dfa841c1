import type { MigrationInterface, QueryRunner } from 'typeorm';

const plain = ['site', 'person', 'picture', 'own_kind', 'setting', 'job', 'event', 'channel'];
const owned: Record<string, string> = {
  system: 'site',
  vessel: 'system',
  station: 'system',
  component: 'site',
  service: 'job',
  look: 'job',
  skip: 'job',
  reading: 'channel',
};

/** The first tables: one per kind of record with its current text, and the revisions that are never overwritten. */
export class First1795000000000 implements MigrationInterface {
  async up(run: QueryRunner): Promise<void> {
    const columns =
      'id TEXT PRIMARY KEY NOT NULL, version INTEGER NOT NULL, deleted INTEGER NOT NULL, content TEXT NOT NULL CHECK (json_valid(content)), parent TEXT';
    for (const kind of plain) await run.query(`CREATE TABLE record_${kind} (${columns}) STRICT`);
    for (const [kind, parent] of Object.entries(owned)) {
      // deferred: a unit of work may send a child before its parent
      await run.query(
        `CREATE TABLE record_${kind} (${columns} NOT NULL REFERENCES record_${parent}(id) DEFERRABLE INITIALLY DEFERRED) STRICT`,
      );
      await run.query(`CREATE INDEX record_${kind}_parent ON record_${kind}(parent)`);
    }
    await run.query(
      `CREATE TABLE revision (id TEXT PRIMARY KEY NOT NULL, kind TEXT NOT NULL, record_id TEXT NOT NULL, version INTEGER NOT NULL,
        who TEXT NOT NULL, made_at TEXT NOT NULL, why TEXT NOT NULL, deleted INTEGER NOT NULL,
        content TEXT NOT NULL CHECK (json_valid(content)), sha256 TEXT NOT NULL, UNIQUE (kind, record_id, version)) STRICT`,
    );
    await run.query(
      `CREATE TRIGGER revision_is_kept BEFORE UPDATE ON revision BEGIN SELECT RAISE(ABORT, 'a revision is never overwritten'); END`,
    );
    await run.query(
      `CREATE TRIGGER revision_stays BEFORE DELETE ON revision BEGIN SELECT RAISE(ABORT, 'a revision is never removed'); END`,
    );
  }

  async down(run: QueryRunner): Promise<void> {
    for (const kind of [...Object.keys(owned).reverse(), ...plain])
      await run.query(`DROP TABLE record_${kind}`);
    await run.query('DROP TABLE revision');
  }
}
