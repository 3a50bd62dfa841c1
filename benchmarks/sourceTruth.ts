import { scoreSources } from './source/score.ts';

// npm run bench:source: how often the true cause of a simulated rise stands first, or first or second.

const seeds = process.argv.length > 2 ? process.argv.slice(2).map(Number) : [1, 2, 3];
const percent = (part: number, all: number): string => `${((100 * part) / all).toFixed(1)} %`;
for (const seed of seeds) {
  const score = scoreSources(100, seed);
  console.log(
    `seed ${seed}, ${score.systems} systems: first ${percent(score.first, score.systems)}, first or second ${percent(score.firstOrSecond, score.systems)}; plain rule ${percent(score.plainFirstOrSecond, score.systems)}`,
  );
  console.log(
    `  ${Object.entries(score.byTruth)
      .map(([truth, one]) => `${truth} ${percent(one.firstOrSecond, one.systems)}`)
      .join(', ')}`,
  );
}
