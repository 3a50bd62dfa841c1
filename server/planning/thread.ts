import type { Worker } from 'node:worker_threads';
import { workerBeside } from '../sourceWorker.ts';
import type { PlanNews, PlanQuestion, PlanReply } from './messages.ts';

type Answered = Extract<PlanReply, { id: number }>;
interface Waiting {
  resolve: (reply: Answered) => void;
  reject: (error: Error) => void;
}
/** What a thread is for: the plan of now and all that stands on it, or questions beside it that take their time. */
export type ThreadRole = 'plan' | 'aside';

/** A thread that answers questions. It starts with the first, and one that died is followed by another with the next. */
export class Thread {
  private readonly start: () => Worker;
  private readonly on: { news: (news: PlanNews) => void; error: (error: unknown) => void; end: () => void };
  private worker: Worker | null = null;
  /** Of the worker that runs: one that ends late takes none of its successor's. */
  private waiting = new Map<number, Waiting>();
  private nextId = 1;

  /** @param start makes a worker; @param on what it says unasked, and that it has ended, which is told once a worker */
  constructor(start: () => Worker, on: Thread['on']) {
    this.start = start;
    this.on = on;
  }

  get isRunning(): boolean {
    return this.worker !== null;
  }

  /** @throws where the thread ends before its answer */
  ask(question: PlanQuestion): Promise<Answered> {
    const worker = (this.worker ??= this.run());
    const id = this.nextId++;
    return new Promise<Answered>((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      worker.postMessage({ id, question });
    });
  }

  async stop(): Promise<void> {
    await this.worker?.terminate();
  }

  private run(): Worker {
    const worker = this.start();
    worker.unref();
    const waiting = new Map<number, Waiting>();
    this.waiting = waiting;
    worker.on('message', (reply: PlanReply) => {
      if (reply.id === null) {
        this.on.news(reply.news);
        return;
      }
      waiting.get(reply.id)?.resolve(reply);
      waiting.delete(reply.id);
    });
    // an error is followed by an exit, and by then there may be a successor
    const ended = (error: Error): void => {
      for (const one of waiting.values()) one.reject(error);
      waiting.clear();
      if (this.worker !== worker) return;
      this.worker = null;
      this.on.end();
    };
    worker.on('error', (error) => {
      this.on.error(error);
      ended(error);
    });
    worker.on('exit', () => ended(new Error('the planning thread has ended')));
    return worker;
  }
}

export const newWorker = (workerData: { file: string; role: ThreadRole }): Worker =>
  workerBeside(import.meta.url, 'planWorker', workerData);
