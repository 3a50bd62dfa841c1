import { Worker } from 'node:worker_threads';

/**
 * A thread that runs a file beside the one that asks. Built, it runs as it is; from source it needs the same help with
 * TypeScript as its parent has.
 * @param beside `import.meta.url` of whoever asks
 * @param name of the file, without its ending
 */
export function workerBeside(beside: string, name: string, workerData: unknown): Worker {
  if (!beside.endsWith('.ts')) return new Worker(new URL(`./${name}.js`, beside), { workerData });
  const source = JSON.stringify(new URL(`./${name}.ts`, beside).href);
  return new Worker(
    `import('tsx/esm/api').then(({ register }) => { register(); return import(${source}); });`,
    { eval: true, workerData },
  );
}
