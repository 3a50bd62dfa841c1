import { answerCases, type WearAnswer } from '../core/wear/wearCases.ts';
import {
  catalogueMiddle,
  knowingTheTruth,
  meanOfIntervals,
  plainMaximumLikelihood,
} from './wear/baselines.ts';
import { knowingTheLaw } from './wear/observer.ts';
import { scoreOf, type Answered } from './wear/score.ts';
import {
  kindNames,
  simulate,
  steadyKinds,
  wrongRangeKinds,
  type SimulatedCase,
} from './wear/simulateLives.ts';

// npm run bench:wear: what the engine says of simulated parts, against what then happened to them.

const LENGTHS = [0, 1, 2, 4, 8, 16];
const PER_KIND = 250;
const seeds = process.argv.length > 2 ? process.argv.slice(2).map(Number) : [1, 2, 3];

const cases: SimulatedCase[] = [];
const engine: Answered[] = [];
for (const seed of seeds) {
  const some = simulate(seed, PER_KIND, LENGTHS);
  const answers = answerCases(some.map((one) => one.asked));
  some.forEach((one, k) => {
    cases.push(one);
    engine.push({ one, answer: answers[k] as WearAnswer });
  });
}
const answeredBy = (answer: (one: SimulatedCase) => WearAnswer): Answered[] =>
  cases.map((one) => ({ one, answer: answer(one) }));
const truth = answeredBy(knowingTheTruth);
const others = [
  ['catalogue middle', answeredBy(catalogueMiddle)],
  ['mean of intervals', answeredBy(meanOfIntervals)],
  ['plain maximum likelihood', answeredBy(plainMaximumLikelihood)],
] as const;

const percent = (share: number) => `${(100 * share).toFixed(1)} %`.padStart(8);
const figure = (value: number) => value.toFixed(value < 10 ? 3 : 1).padStart(9);
const print = (text = '') => process.stdout.write(`${text}\n`);
const where = (list: readonly Answered[], keep: (one: SimulatedCase) => boolean) =>
  list.filter(({ one }) => keep(one));
function row(name: string, keep: (one: SimulatedCase) => boolean, list: readonly Answered[] = engine): void {
  const score = scoreOf(where(list, keep));
  const observer = scoreOf(where(truth, keep));
  print(
    `${name.padEnd(44)}${percent(score.held)}${figure(score.error)}${figure(score.error / observer.error)}${figure(score.width)}${figure(score.cost)}${figure(score.cost / observer.cost)}`,
  );
}
const head = (title: string) =>
  print(
    `\n${title.padEnd(44)}${'held'.padStart(8)}${'error'.padStart(9)}${'÷ truth'.padStart(9)}${'width'.padStart(9)}${'cost'.padStart(9)}${'÷ truth'.padStart(9)}`,
  );

print(`${cases.length} cases of ${kindNames.length} kinds, seeds ${seeds.join(', ')}`);
head('engine, by number of cycles');
for (const n of LENGTHS) row(`${n}`, (one) => one.cycles === n);
row('1 and more', (one) => one.cycles >= 1);
head('engine, steady kinds');
for (const n of LENGTHS) row(`${n}`, (one) => one.cycles === n && steadyKinds.includes(one.kind));
head('engine, range twofold wrong');
for (const n of LENGTHS) row(`${n}`, (one) => one.cycles === n && wrongRangeKinds.includes(one.kind));
head('engine, by kind and number of cycles');
for (const kind of kindNames)
  for (const n of [1, 2, 4, 8, 16]) row(`${kind}, ${n}`, (one) => one.kind === kind && one.cycles === n);
for (const [name, list] of others) {
  head(name);
  for (const n of LENGTHS) row(`${n}`, (one) => one.cycles === n, list);
  for (const n of [1, 2])
    row(`range twofold wrong, ${n}`, (one) => one.cycles === n && wrongRangeKinds.includes(one.kind), list);
  row('steady kinds, 8', (one) => one.cycles === 8 && steadyKinds.includes(one.kind), list);
}
// who would have held more? one who knows the law of the change, and how often it comes
for (const [name, doubled] of [
  ['told that its load doubled, not when', 1],
  ['knowing the law; one part in two doubled', 1 / 2],
  ['knowing the law; one part in six doubled', 1 / 6],
  [`knowing the law; one kind in ${kindNames.length} doubled`, 1 / kindNames.length],
] as const) {
  head(name);
  for (const kind of ['load doubled unseen', 'usual wear'] as const)
    for (const n of [2, 4, 8, 16]) {
      const asked = (one: SimulatedCase) => one.kind === kind && one.cycles === n;
      const answered = cases.filter(asked).map((one) => ({ one, answer: knowingTheLaw(one, { doubled }) }));
      row(`${kind}, ${n}`, asked, answered);
    }
}

// and where the range is twofold wrong: how near comes one who knows that so many ranges are?
for (const [name, rangeWrong] of [
  ['told that the range is twofold wrong, not which way', 1],
  [
    `knowing that ${wrongRangeKinds.length} kinds in ${kindNames.length} are`,
    wrongRangeKinds.length / kindNames.length,
  ],
] as const) {
  head(name);
  for (const n of [1, 2]) {
    const asked = (one: SimulatedCase) => one.cycles === n && wrongRangeKinds.includes(one.kind);
    const answered = cases.filter(asked).map((one) => ({ one, answer: knowingTheLaw(one, { rangeWrong }) }));
    row(`range twofold wrong, ${n}`, asked, answered);
  }
}
