import type { DataSource } from 'typeorm';
import type { PlanBeside, PlanRow } from '../usecases/plan/planRows.ts';
import type { Databases } from './database.ts';
import { oneAtATime } from './oneAtATime.ts';
import type { Store } from './store.ts';

/** A plan as it is kept: its rows by job, and what it says beside them. */
export interface KeptPlan {
  /** The local days for which it holds. */
  days: string;
  rows: PlanRow[];
  rest: PlanBeside;
}

const CHUNK = 400;
/** Raised when rows or sentences change: a plan kept by an older program is made anew. */
const SHAPE = 15;
const marked = (days: string): string => `${SHAPE} ${days}`;

/** The plan last worked out, in the database, so that a start has dates before anything is worked out again. */
export class KeptPlans {
  private readonly databases: Databases;
  private readonly store: Store;

  constructor(databases: Databases, store: Store) {
    this.databases = databases;
    this.store = store;
  }

  /** null: none is kept, or the records have changed since. */
  async load(): Promise<KeptPlan | null> {
    const { reader } = this.databases;
    const [state] = await reader.query<{ revisions: number; days: string; rest: string }[]>(
      'SELECT revisions, days, rest FROM kept_plan',
    );
    if (!state || state.revisions !== (await revisionsIn(reader))) return null;
    if (!state.days.startsWith(marked(''))) return null;
    const rows = await reader.query<{ row: string }[]>('SELECT row FROM kept_plan_row');
    return {
      days: state.days.slice(marked('').length),
      rows: rows.map((one) => JSON.parse(one.row) as PlanRow),
      rest: JSON.parse(state.rest) as KeptPlan['rest'],
    };
  }

  /**
   * Keeps what has changed. Goes through the queue of writers; where records were written since the plan was worked
   * out, the plan is marked as behind and the next one will catch up.
   * @param atVersion the store's version at which these rows were worked out
   */
  async save(
    change: { rows: readonly PlanRow[]; gone: readonly string[]; all: boolean },
    { days, rest }: Pick<KeptPlan, 'days' | 'rest'>,
    atVersion: number,
  ): Promise<void> {
    await oneAtATime(this.databases.writer, () =>
      this.databases.writer.transaction(async (manager) => {
        if (change.all) await manager.query('DELETE FROM kept_plan_row');
        for (const jobId of change.gone)
          await manager.query('DELETE FROM kept_plan_row WHERE job_id = ?', [jobId]);
        for (let from = 0; from < change.rows.length; from += CHUNK) {
          const chunk = change.rows.slice(from, from + CHUNK);
          await manager.query(
            `INSERT OR REPLACE INTO kept_plan_row (job_id, row) VALUES ${chunk.map(() => '(?, ?)').join(', ')}`,
            chunk.flatMap((row) => [row.jobId, JSON.stringify(row)]),
          );
        }
        const current = this.store.version === atVersion;
        await manager.query(
          'INSERT OR REPLACE INTO kept_plan (id, revisions, days, rest) VALUES (1, ?, ?, ?)',
          [current ? await revisionsIn(this.databases.writer) : BEHIND, marked(days), JSON.stringify(rest)],
        );
      }),
    );
  }
}

const BEHIND = -1;

/** Revisions, and what devices sent, are only ever added: their number tells whether anything was written. */
async function revisionsIn(source: DataSource): Promise<number> {
  const [row] = await source.query<{ n: number }[]>(
    'SELECT coalesce((SELECT max(rowid) FROM revision), 0) + coalesce((SELECT sum(heard) FROM device_channel), 0) AS n',
  );
  return row?.n ?? 0;
}
