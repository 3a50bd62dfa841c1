import { parentPort, workerData } from 'node:worker_threads';
import { backUp } from '../../store/backup.ts';
import { openReader } from '../../store/database.ts';
import { StoreProblem } from '../../store/problems.ts';
import { proveBackup, requireWhole } from '../../store/wholeness.ts';
import type { Task, TaskReply } from './task.ts';

// A thread that reads or copies all there is, while the others go on.

const port = parentPort;
if (!port) throw new Error('taskWorker runs in a worker thread');

async function work(task: Task): Promise<number | null> {
  if (task.kind === 'trial') return proveBackup(task.backup);
  const reader = await openReader(task.file);
  try {
    if (task.kind === 'check')
      return await requireWhole({ reader, writer: reader, file: task.file, copyBeforeMigration: null });
    await backUp(reader, task.dataDir, task.name);
    return null;
  } finally {
    await reader.destroy();
  }
}
work(workerData as Task).then(
  (records) => port.postMessage({ records } satisfies TaskReply),
  (error: unknown) =>
    port.postMessage(
      (error instanceof StoreProblem
        ? { fault: error.message, isConflict: error.code === 'conflict' }
        : { error }) satisfies TaskReply,
    ),
);
