import { EventEmitter } from 'node:events';
import type { Worker } from 'node:worker_threads';
import { describe, expect, test } from 'vitest';
import type { PlanQuestion } from './messages.ts';
import { Thread } from './thread.ts';

const question: PlanQuestion = { ask: 'plan', now: 0 };

/** A worker as far as the thread knows one: it hears questions, and the test makes it answer, fail or end. */
class Played extends EventEmitter {
  readonly heard: number[] = [];
  isStopped = false;
  unref = () => undefined;
  postMessage = ({ id }: { id: number }) => void this.heard.push(id);
  terminate = () => {
    this.isStopped = true;
    return Promise.resolve(0);
  };
  answer = () => this.emit('message', { id: this.heard.shift(), heard: true });
}
function played() {
  const workers: Played[] = [];
  const told: string[] = [];
  const thread = new Thread(
    () => {
      const worker = new Played();
      workers.push(worker);
      return worker as unknown as Worker;
    },
    {
      error: (error) => told.push(String(error)),
      end: () => told.push('end'),
      news: () => told.push('news'),
    },
  );
  const at = (k: number): Played => workers[k] ?? expect.fail(`no worker ${k}`);
  return { thread, workers, told, at };
}

describe('a thread of the planner', () => {
  test('starts with its first question and answers each', async () => {
    const { thread, workers, at } = played();
    expect([thread.isRunning, workers.length]).toEqual([false, 0]);
    const both = [thread.ask(question), thread.ask(question)];
    at(0).answer();
    at(0).answer();
    expect(await Promise.all(both)).toMatchObject([{ heard: true }, { heard: true }]);
    expect(workers).toHaveLength(1);
  });
  test('one that dies fails what it was asked, is told of once, and the next question starts another', async () => {
    const { thread, told, at } = played();
    const lost = thread.ask(question);
    at(0).emit('error', new Error('out of memory'));
    await expect(lost).rejects.toThrow('out of memory');
    const next = thread.ask(question);
    at(1).answer();
    await expect(next).resolves.toMatchObject({ heard: true });
    expect(told).toEqual(['Error: out of memory', 'end']);
  });
  test('the late end of one that died takes nothing from its successor', async () => {
    const { thread, told, at, workers } = played();
    const lost = thread.ask(question);
    at(0).emit('error', new Error('gone'));
    await expect(lost).rejects.toThrow('gone');
    const next = thread.ask(question);
    at(0).emit('exit', 1);
    at(1).answer();
    await expect(next).resolves.toMatchObject({ heard: true });
    expect(thread.isRunning).toBe(true);
    void thread.ask(question);
    expect(workers).toHaveLength(2);
    expect(told.filter((one) => one === 'end')).toHaveLength(1);
    await thread.stop();
    expect(at(1).isStopped).toBe(true);
  });
});
