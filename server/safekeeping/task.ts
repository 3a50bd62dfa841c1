import { workerBeside } from '../sourceWorker.ts';

/** What is done in a thread of its own: each reads or copies all there is. */
export type Task =
  | { kind: 'backup'; file: string; dataDir: string; name: string }
  | { kind: 'trial'; backup: string }
  | { kind: 'check'; file: string };
/** Records read; null: it only copied. */
export type TaskReply =
  { records: number | null } | { fault: string; isConflict: boolean } | { error: unknown };

/** Records read, or what is wrong with the data, in words. */
export interface TaskOutcome {
  records: number | null;
  fault: string | null;
  /** What was to be made is there already. */
  isConflict?: boolean;
}

/** Runs a task and lets its thread end. @throws what went wrong in the program; what is wrong with the data is an answer */
export function runTask(task: Task): Promise<TaskOutcome> {
  return new Promise((resolve, reject) => {
    const worker = workerBeside(import.meta.url, 'taskWorker', task);
    worker.unref();
    worker.once('message', (reply: TaskReply) => {
      if ('error' in reply)
        reject(reply.error instanceof Error ? reply.error : new Error(String(reply.error)));
      else if ('fault' in reply) resolve({ records: null, ...reply });
      else resolve({ records: reply.records, fault: null });
    });
    worker.once('error', reject);
    worker.once('exit', () => reject(new Error('the thread ended before its answer')));
  });
}
