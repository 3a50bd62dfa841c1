const tails = new WeakMap<object, Promise<unknown>>();

/**
 * Queues the writers of a database. TypeORM's SQLite drivers share one connection: two overlapping transactions
 * would undo or swallow each other without a word, so every write goes through here, and never from inside
 * itself: that would wait for ever (pass the manager on instead).
 */
export function oneAtATime<T>(database: object, work: () => Promise<T>): Promise<T> {
  const mine = (tails.get(database) ?? Promise.resolve()).then(work);
  tails.set(
    database,
    mine.catch(() => undefined),
  );
  return mine;
}
