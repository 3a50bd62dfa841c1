import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * What devices send becomes rows of its own: numbers in columns, by channel and instant, with their hours and days summed
 * up beside them. Readings of devices that stood among the records move there; their revisions stay as the history they are.
 */
export class DeviceReadings1796000000000 implements MigrationInterface {
  async up(run: QueryRunner): Promise<void> {
    // zone: that by which its days are summed up; '': not summed up yet. heard: how often something new came in.
    await run.query(
      `CREATE TABLE device_channel (no INTEGER PRIMARY KEY, channel TEXT NOT NULL UNIQUE REFERENCES record_channel(id) DEFERRABLE INITIALLY DEFERRED,
        zone TEXT NOT NULL, heard INTEGER NOT NULL) STRICT`,
    );
    // who sent it and in which piece of work, said once for all readings; withdrawn_at: that work was taken back
    await run.query(
      'CREATE TABLE device_source (no INTEGER PRIMARY KEY, who TEXT NOT NULL, why TEXT NOT NULL, withdrawn_at INTEGER) STRICT',
    );
    await run.query(
      `CREATE TABLE device_reading (channel INTEGER NOT NULL REFERENCES device_channel(no), at INTEGER NOT NULL, revision INTEGER NOT NULL,
        value REAL NOT NULL, below INTEGER NOT NULL, good INTEGER NOT NULL, source INTEGER NOT NULL REFERENCES device_source(no),
        heard_at INTEGER NOT NULL, more TEXT, PRIMARY KEY (channel, at, revision)) STRICT, WITHOUT ROWID`,
    );
    await run.query(
      `CREATE TABLE device_hour (channel INTEGER NOT NULL REFERENCES device_channel(no), hour INTEGER NOT NULL, readings INTEGER NOT NULL,
        least REAL NOT NULL, most REAL NOT NULL, middle REAL NOT NULL, PRIMARY KEY (channel, hour)) STRICT, WITHOUT ROWID`,
    );
    await run.query(
      `CREATE TABLE device_day (channel INTEGER NOT NULL REFERENCES device_channel(no), day TEXT NOT NULL, readings INTEGER NOT NULL,
        least REAL NOT NULL, most REAL NOT NULL, middle REAL NOT NULL, middle_at INTEGER NOT NULL,
        last REAL NOT NULL, last_at INTEGER NOT NULL, last_below INTEGER NOT NULL, PRIMARY KEY (channel, day)) STRICT, WITHOUT ROWID`,
    );
    for (const [change, verb] of [
      ['UPDATE', 'overwritten'],
      ['DELETE', 'removed'],
    ] as const)
      await run.query(
        `CREATE TRIGGER device_reading_${change.toLowerCase()} BEFORE ${change} ON device_reading
          BEGIN SELECT RAISE(ABORT, 'what a device sent is never ${verb}'); END`,
      );
    await this.move(run);
  }

  /** Only what says its instant: what tells of a whole day by words stays where it is. */
  private async move(run: QueryRunner): Promise<void> {
    const sent = `FROM record_reading record JOIN revision first
        ON first.kind = 'reading' AND first.record_id = record.id AND first.version = 1
      WHERE json_extract(record.content, '$.source') = 'device' AND record.deleted = 0
        AND json_extract(record.content, '$.when.kind') = 'instant'`;
    await run.query(
      `INSERT INTO device_channel (channel, zone, heard) SELECT DISTINCT record.parent, '', 1 ${sent}`,
    );
    await run.query(
      `INSERT INTO device_source (who, why, withdrawn_at) SELECT DISTINCT first.who, first.why, NULL ${sent}`,
    );
    await run.query(
      `INSERT INTO device_reading
        SELECT device_channel.no, instant, row_number() OVER (PARTITION BY device_channel.no, instant ORDER BY good DESC, at_row),
          value, below, good, device_source.no, heard_at, more
        FROM (SELECT record.parent AS channel, first.who AS who, first.why AS why, record.rowid AS at_row,
            CAST(round(1000 * unixepoch(json_extract(record.content, '$.when.at'), 'subsec')) AS INTEGER) AS instant,
            CAST(json_extract(record.content, '$.value') AS REAL) AS value, json_extract(record.content, '$.below') AS below,
            json_extract(record.content, '$.quality') = 'good' AS good, 1000 * unixepoch(first.made_at) AS heard_at,
            CASE WHEN json_extract(record.content, '$.note') <> '' THEN json_object('note', json_extract(record.content, '$.note')) END AS more
            ${sent}) old
        JOIN device_channel ON device_channel.channel = old.channel
        JOIN device_source ON device_source.who = old.who AND device_source.why = old.why`,
    );
    await run.query(`DELETE FROM record_reading WHERE id IN (SELECT record.id ${sent})`);
  }

  async down(run: QueryRunner): Promise<void> {
    for (const table of ['device_day', 'device_hour', 'device_reading', 'device_source', 'device_channel'])
      await run.query(`DROP TABLE ${table}`);
  }
}
