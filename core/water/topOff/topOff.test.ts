import { describe, expect, test } from 'vitest';
import { dailyLoss, type ReservoirLevel } from './dailyLoss.ts';
import { evaporationBy, litresADay, usualEvaporation } from './evaporation.ts';
import { findTopOffFault, topOffChecks, topOffFaultIds, topOffFaults } from './faults.ts';

/** Levels every other day, falling at one rate until so many days ago and at another since; filled up at 10 L. */
function levels(before: number, since: number, changedDaysAgo: number): ReservoirLevel[] {
  const read: ReservoirLevel[] = [];
  let litres = 60;
  for (let ago = 80; ago >= 0; ago -= 2) {
    read.push({ days: -ago, litres });
    litres -= 2 * (ago > changedDaysAgo ? before : since);
    if (litres < 10) litres = 60;
  }
  return read;
}

describe('what a top-off takes', () => {
  test('falls between refills over the time they took; a refill says nothing', () => {
    const loss = dailyLoss(levels(5, 5, 0), 0.5);
    expect(loss.recent?.perDay).toBeCloseTo(5, 6);
    expect(loss.usual?.perDay).toBeCloseTo(5, 6);
    expect(loss.verdict).toBe('as-usual');
    // a refill of 50 L among the stretches does not make the loss negative
    expect(loss.usual?.days).toBeLessThan(76);
  });
  test.each([
    [5, 8, 'more'],
    [5, 2, 'less'],
    [5, 5.6, 'as-usual'],
    [5, 4.4, 'as-usual'],
  ] as const)('%d L a day, then %d: %s', (before, since, verdict) =>
    expect(dailyLoss(levels(before, since, 8), 0.5).verdict).toBe(verdict),
  );
  test('a difference within the readings’ error is none; too few readings are no answer', () => {
    // levels read to 5 L say nothing of half a litre a day
    expect(dailyLoss(levels(1, 1.6, 8), 5).verdict).toBe('as-usual');
    expect(
      dailyLoss(
        [
          { days: -3, litres: 40 },
          { days: -1, litres: 30 },
        ],
        0.5,
      ),
    ).toMatchObject({ usual: null, verdict: 'not-known' });
    expect(dailyLoss([], 0.5)).toEqual({ recent: null, usual: null, verdict: 'not-known' });
  });
});

describe('what it means', () => {
  const first = (...args: Parameters<typeof findTopOffFault>) => findTopOffFault(...args)?.ranked[0];
  test('as usual, and nothing was checked: nothing is to be found', () =>
    expect(findTopOffFault('as-usual', 'steady', [])).toBeNull());
  test('a leak told from a stuck float: both take more and thin the salt; the level and the damp part them', () => {
    const open = findTopOffFault('more', 'falls', []);
    expect(new Set(open?.ranked.slice(0, 2).map((one) => one.id))).toEqual(
      new Set(['float-stuck-open', 'leak']),
    );
    // the check that parts them comes first: a look at the level costs a minute
    expect(open?.next[0]?.checkId).toBe('last-chamber');
    expect(
      first('more', 'falls', [
        { checkId: 'last-chamber', answerId: 'high' },
        { checkId: 'lift-float', answerId: 'runs-on' },
      ]),
    ).toMatchObject({ id: 'float-stuck-open' });
    const leak = first('more', 'falls', [
      { checkId: 'last-chamber', answerId: 'mark' },
      { checkId: 'damp', answerId: 'tank' },
    ]);
    expect(leak?.id).toBe('leak');
    expect(leak?.chance).toBeGreaterThan(0.9);
  });
  test('less, and salinity rises: the float sticks shut; steady salt and a changed room: only the air', () => {
    expect(first('less', 'rises', [])?.id).toBe('float-stuck-shut');
    expect(first('more', 'steady', [{ checkId: 'room', answerId: 'drier' }])?.id).toBe('more-evaporation');
  });
  test('under each fault the chances of what is seen add up to one', () => {
    for (const id of topOffFaultIds) {
      for (const check of topOffChecks)
        expect(
          check.answers.reduce((sum, one) => sum + (one.chance[id] ?? one.otherwise), 0),
          `${check.id} ${id}`,
        ).toBeCloseTo(1, 9);
      for (const table of [topOffFaults[id].use, topOffFaults[id].salinity])
        expect(Object.values(table).reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 9);
    }
    expect(topOffFaultIds.reduce((sum, id) => sum + topOffFaults[id].prior, 0)).toBeGreaterThan(0.99);
  });
});

test('evaporation by the air is the calculator’s with a quiet surface; the usual is 2 to 5 L a square metre', () => {
  const made = evaporationBy(20_000, { waterC: 25, airC: 21, humidityPercent: 50, airMs: 0.1 });
  expect(made).toMatchObject({ calculatorId: 'evaporation', inputs: { A: 2, RH: 50 } });
  // handbook, common practice, value from memory: 2 to 5 L a day for each m² indoors
  expect(usualEvaporation(20_000)).toEqual({ lo: 4, hi: 10 });
  expect(litresADay(made)).toBeGreaterThan(4);
  expect(litresADay(made)).toBeLessThan(13);
});
