import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Accounts, sessions, links and what happened at the door. */
export class Access1795400000000 implements MigrationInterface {
  async up(run: QueryRunner): Promise<void> {
    await run.query(
      `CREATE TABLE account (
        id TEXT PRIMARY KEY NOT NULL, version INTEGER NOT NULL, person_id TEXT REFERENCES record_person(id), name TEXT NOT NULL,
        sign_in TEXT NOT NULL UNIQUE, mail TEXT, role TEXT NOT NULL,
        site_ids TEXT NOT NULL CHECK (json_valid(site_ids)), system_ids TEXT NOT NULL CHECK (json_valid(system_ids)),
        secret_hash TEXT, disabled INTEGER NOT NULL, created_at INTEGER NOT NULL, seen_at INTEGER
      ) STRICT`,
    );
    await run.query(
      `CREATE TABLE session (
        id TEXT PRIMARY KEY NOT NULL, account_id TEXT NOT NULL REFERENCES account(id), device TEXT NOT NULL,
        address TEXT NOT NULL, signed_in_at INTEGER NOT NULL, rotated_at INTEGER NOT NULL, seen_at INTEGER NOT NULL,
        ends_at INTEGER NOT NULL
      ) STRICT`,
    );
    await run.query('CREATE INDEX session_of_account ON session (account_id)');
    await run.query(
      `CREATE TABLE one_time_link (
        id TEXT PRIMARY KEY NOT NULL, purpose TEXT NOT NULL, account_id TEXT NOT NULL REFERENCES account(id),
        ends_at INTEGER NOT NULL
      ) STRICT`,
    );
    await run.query(
      `CREATE TABLE page_link (
        id TEXT PRIMARY KEY NOT NULL, token_hash TEXT NOT NULL UNIQUE, name TEXT NOT NULL, site_id TEXT NOT NULL,
        system_ids TEXT NOT NULL CHECK (json_valid(system_ids)), made_by TEXT NOT NULL, made_at INTEGER NOT NULL,
        ends_at INTEGER, revoked_at INTEGER, used_at INTEGER
      ) STRICT`,
    );
    await run.query(
      `CREATE TABLE door_event (
        id INTEGER PRIMARY KEY AUTOINCREMENT, at INTEGER NOT NULL, who TEXT NOT NULL, what TEXT NOT NULL, address TEXT NOT NULL
      ) STRICT`,
    );
    await run.query(
      `CREATE TABLE installation (
        id INTEGER PRIMARY KEY CHECK (id = 1), name TEXT NOT NULL, wide INTEGER NOT NULL,
        names TEXT NOT NULL CHECK (json_valid(names))
      ) STRICT`,
    );
  }

  async down(run: QueryRunner): Promise<void> {
    for (const table of ['installation', 'door_event', 'page_link', 'one_time_link', 'session', 'account'])
      await run.query(`DROP TABLE ${table}`);
  }
}
