import { expect, test } from 'vitest';
import { inBetween } from './inBetween.ts';

function* steps(count: number): Generator<undefined, string> {
  for (let k = 0; k < count; k++) yield;
  return 'done';
}

test('others are served between the steps of a long piece of work, as often as its time asks', async () => {
  let now = 0;
  let served = 0;
  let isOver = false;
  const serve = (): void => {
    served++;
    if (!isOver) setImmediate(serve);
  };
  setImmediate(serve);
  // each look at the clock finds 5 ms gone: 100 steps are 500 ms, so 25 times 20
  const said = await inBetween(steps(100), () => (now += 5));
  isOver = true;
  expect(said).toBe('done');
  expect(served).toBeGreaterThanOrEqual(20);
});
test('a short one is done at once', async () => {
  let served = 0;
  setImmediate(() => served++);
  expect(await inBetween(steps(100), () => 0)).toBe('done');
  expect(served).toBe(0);
});
test('what goes wrong in a step comes out', async () => {
  function* broken(): Generator<undefined, string> {
    yield;
    throw new Error('row 7');
  }
  await expect(inBetween(broken())).rejects.toThrow('row 7');
});
