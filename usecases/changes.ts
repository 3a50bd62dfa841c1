import { recordKey } from '../contract/kinds.ts';
import { byRisk } from '../core/planning/byRisk.ts';
import type { RecordKind, Stored } from '../contract/records.ts';
import type { Plan, PlanBeside, PlanRow } from './plan/planRows.ts';

// What a window is told of records and plan when it knows an earlier state: the rest alone.

/** Records that changed since a cursor, deleted ones among them; `whole`: these are all there are. */
export interface RecordChanges {
  cursor: string;
  whole: boolean;
  records: Stored[];
}
/** Rows that changed since a cursor, jobs that are gone, what stands beside the jobs where that changed. */
export interface PlanChanges {
  cursor: string;
  whole: boolean;
  at: string;
  rows: PlanRow[];
  gone: string[];
  beside: PlanBeside | null;
}
/** A change as it comes by the line of events. */
export interface ToldChange {
  /** Of what changed, readings too; null: anything may be otherwise. */
  kinds: readonly RecordKind[] | null;
  /** What changed since a state, and the state it comes to; null: it is to be fetched. Readings are asked for apart. */
  told: { since: string; cursor: string; records: readonly Stored[] } | null;
}
/** A change of the plan as it comes by the line. */
export interface ToldPlan extends PlanChanges {
  since: string;
}
/** A state that is held, and the cursor that names it; null: of none that the server knows. */
export interface Held<T> {
  cursor: string | null;
  body: T;
}

/** Records with their changes, in the order in which the server took them. */
export function takeRecords(
  known: readonly Stored[],
  { whole, records }: { whole: boolean; records: readonly Stored[] },
): Stored[] {
  if (whole) return [...records];
  if (records.length === 0) return known as Stored[];
  const changed = new Map(records.map((record) => [recordKey(record), record]));
  const standing = known.flatMap((record) => {
    const now = changed.get(recordKey(record));
    if (!now) return [record];
    changed.delete(recordKey(record));
    return now.deleted ? [] : [now];
  });
  return [...standing, ...[...changed.values()].filter((record) => !record.deleted)];
}

const holds = ({ jobs }: Plan, id: string): boolean => jobs.some(({ jobId }) => jobId === id);

/** A plan with its changes. @param known null: nothing is held yet, so that all of it is told */
export function takePlan(known: Plan | null, { whole, at, rows, gone, beside }: PlanChanges): Plan {
  if (known && !whole && rows.length === 0 && beside === null && !gone.some((id) => holds(known, id)))
    return known;
  const left = new Map(whole ? [] : known?.jobs.map((row) => [row.jobId, row]));
  for (const jobId of gone) left.delete(jobId);
  for (const row of rows) left.set(row.jobId, row);
  const jobs = [...left.values()].sort(byRisk);
  const stands = beside ?? known;
  if (!stands) throw new Error('a plan of which nothing is known is told whole');
  return { ...stands, at, jobs };
}
