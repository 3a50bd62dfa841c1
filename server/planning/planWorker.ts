import { parentPort, workerData } from 'node:worker_threads';
import { openReader } from '../../store/database.ts';
import { Store } from '../../store/store.ts';
import type { PlanQuestion, PlanReply } from './messages.ts';
import { AsideThread } from './asideThread.ts';
import { PlanThread } from './planThread.ts';
import type { ThreadRole } from './thread.ts';

// A thread of the planner: the one that plans, or the one beside it. It reads the records once from disk, and is told of each change after that.

const port = parentPort;
if (!port) throw new Error('planWorker runs in a worker thread');
const { file, role } = workerData as { file: string; role: ThreadRole };

const load = async () => {
  const reader = await openReader(file);
  try {
    return await new Store({ reader, writer: reader, file, copyBeforeMigration: null }, () => 0).snapshot();
  } finally {
    await reader.destroy();
  }
};
const plan = role === 'plan' ? new PlanThread(load) : null;
const thread = plan ?? new AsideThread(load);
const send = (reply: PlanReply) => port.postMessage(reply);

/** With nothing asked for this long, what was put off is done. */
const IDLE_MS = 300;
let idle: NodeJS.Timeout | undefined;
let busy = Promise.resolve();

async function answer(id: number, question: PlanQuestion): Promise<void> {
  try {
    send({ id, ...(await thread.answer(question)) });
  } catch (error) {
    send({ id, error: error instanceof Error ? (error.stack ?? error.message) : String(error) });
  }
}

port.on('message', ({ id, question }: { id: number; question: PlanQuestion }) => {
  clearTimeout(idle);
  // it takes seconds: what is asked meanwhile does not wait for it
  if (question.ask === 'level') {
    void busy.then(() => answer(id, question));
    return;
  }
  busy = busy.then(async () => {
    await answer(id, question);
    idle = setTimeout(() => {
      const news = plan?.settle();
      if (news) send({ id: null, news });
    }, IDLE_MS);
  });
});
