import { MS_PER_DAY, endOfDay } from '../core/time/day.ts';
import { definitionOf } from '../core/catalogue/index.ts';
import { withOverrides } from '../core/catalogue/types.ts';
import { chanceDue } from '../core/planning/dueCurve.ts';
import { houseCostRatios } from '../core/planning/lateness.ts';
import { planAll } from '../core/planning/planAll.ts';
import { noStoreFigures, type JobFacts, type LookFact, type ServiceFact } from '../core/rules/facts.ts';
import type { IntervalRule, RuleKind } from '../core/catalogue/rule.ts';
import { parameters } from '../core/water/parameters.ts';
import { foundGrades, wearEdges, type Found } from '../core/wear/found.ts';
import { normalCdf, Z_90 } from '../core/statistics/normal.ts';
import { Chance } from '../demo/chance.ts';

// npm run bench:plan-truth: whole plans of one job with several rules, against what then happened to simulated parts.
// Held: the share of true due times inside the window (0.80 is right), beside an observer's who knows the law of each rule,
// though not its draw: where a rule is a certain day, that day ends both windows and more than 0.80 is right. Governs: how
// often the rule that is named first was first, beside how often it says so. Cost: done on the recommended day, against
// one who knows the day. Prints figures, asserts nothing.

const PARTS = 1000;
const ZONE = 'UTC';
const TODAY = '2026-11-25';
const NOW = endOfDay(TODAY, ZONE);
const RANGE = { lo: 14, hi: 42 };
const SIGMA = 0.25;
/** What the other rules stand on: nothing that only this part’s own lives could tell. */
const USUAL_DAYS = Math.sqrt(RANGE.lo * RANGE.hi);

/** One simulated part: what its records say, and when it truly falls due, days from now, by the rule that is first. */
interface Part {
  facts: Partial<JobFacts>;
  rules: readonly IntervalRule[];
  truth: readonly Truth[];
  /** A limit by the calendar is a day, not a moment. */
  isDay?: boolean;
}
/** When a rule falls due, and the law by which it was drawn: the chance that it has not by then. */
interface Truth {
  rule: RuleKind;
  inDays: number;
  notDue: (days: number) => number;
}
type Simulate = (life: Life, chance: Chance) => Part;

/** A part with six lives behind it, seen at each service, and one that runs. */
interface Life {
  services: ServiceFact[];
  /** How long it has run, and how long it lasts. */
  ageDays: number;
  lifeDays: number;
  mu: number;
}
const at = (daysAgo: number): number => NOW - daysAgo * MS_PER_DAY;
const word = (wear: number, chance: Chance, noise: number): Found => {
  const seen = wear * Math.exp(noise * chance.normal());
  return foundGrades.find((_, i) => seen < (wearEdges[i + 1] ?? Number.POSITIVE_INFINITY)) ?? 'failed';
};
function lifeOf(chance: Chance): Life {
  const spread = Math.log(RANGE.hi / RANGE.lo) / (2 * Z_90);
  const mu = Math.log(RANGE.lo * RANGE.hi) / 2 + spread * chance.normal();
  const draw = () => Math.exp(mu + SIGMA * chance.normal());
  const lifeDays = draw();
  const ageDays = Math.exp(mu) * (0.1 + 0.8 * chance.even());
  const services: ServiceFact[] = [];
  let back = ageDays;
  for (let k = 0; k < 6; k++) {
    const before = draw();
    const came = before * Math.exp(0.2 * chance.normal());
    services.unshift({
      done: { kind: 'exact', at: at(back) },
      found: word(came / before, chance, 0.12),
      shareDone: 1,
    });
    back += came;
  }
  return { services, ageDays, lifeDays, mu };
}
const wear: IntervalRule = { kind: 'wear', range: RANGE };
const lognormal = (mu: number, sigma: number) => (exposure: number) =>
  exposure <= 0 ? 1 : normalCdf((mu - Math.log(exposure)) / sigma);
/** @param shift days that the life is longer than its calendar age says: rests, what a service by half left on it */
function worn({ lifeDays, ageDays, mu }: Life, shift = 0, seenAt = 0): Truth {
  const law = lognormal(mu, SIGMA);
  return {
    rule: 'wear',
    inDays: lifeDays - ageDays + shift,
    notDue: (days) => Math.min(1, law(ageDays + days - shift) / law(seenAt)),
  };
}
const certain = (rule: RuleKind, inDays: number): Truth => ({
  rule,
  inDays,
  notDue: (days) => (days < inDays ? 1 : 0),
});

/** @param bend of the way to the limit: share of it ∝ (age ÷ life)^bend; 1 is straight */
function read(life: Life, chance: Chance, bend: number): Part {
  const readings = Array.from({ length: 9 }, (_, k) => (k / 8) * life.ageDays + 0.05).map((age) => ({
    measure: 'pressure-drop' as const,
    at: at(life.ageDays - age),
    value: 20 + 50 * (age / life.lifeDays) ** bend + 3 * chance.normal(),
    timing: age < 1 ? ('after' as const) : null,
  }));
  const rule: IntervalRule = {
    ...{ kind: 'condition', measure: 'pressure-drop', limit: 50, against: 'rise-over-clean' },
  };
  return { facts: { unitReadings: readings }, rules: [wear, rule], truth: [worn(life)] };
}

/** @param rising share of the waters that rise at all: a test can only tell the others apart by time */
function tested(life: Life, chance: Chance, rising: number): Part {
  const rises = chance.happens(rising);
  const slope = rises ? (0.06 / USUAL_DAYS) * Math.exp(0.4 * chance.normal()) : 0;
  const limit = 0.1;
  const start = 0.04;
  const crosses = (limit - start) / slope;
  const points = Array.from({ length: 6 }, (_, k) => ((k + 0.5) / 6) * life.ageDays).map((age) => ({
    ...{ at: at(life.ageDays - age), days: age - life.ageDays, below: false, doubt: null },
    value: Math.max(0.02, start + slope * age + 0.01 * chance.normal()),
    timing: 'before' as const,
  }));
  const water = [
    {
      ...{
        systemId: 's',
        systemName: 'Reef',
        parameter: 'phosphate' as const,
        band: { lo: null, hi: limit },
      },
      ...{ fromSource: false, incoming: null, warnAtZero: false, method: parameters.phosphate.method },
      ...{ points, resets: [-life.ageDays] },
    },
  ];
  return {
    facts: { water },
    rules: [wear, { kind: 'water-test', parameter: 'phosphate' }],
    truth: [
      worn(life),
      {
        ...{ rule: 'water-test', inDays: crosses - life.ageDays },
        notDue: (days) => 1 - rising + rising * lognormal(Math.log(USUAL_DAYS), 0.4)(life.ageDays + days),
      },
    ],
  };
}

const combinations: Record<string, Simulate> = {
  'wear alone': (life) => ({ facts: {}, rules: [wear], truth: [worn(life)] }),
  'wear, looked at on the way': (life, chance) => {
    const looks: LookFact[] = [0.4, 0.8].flatMap((share) => {
      const seenAt = share * life.ageDays;
      // a look that finds it due ends the simulation: only lives that outlast it are asked about
      return seenAt < life.lifeDays
        ? [{ at: at(life.ageDays - seenAt), found: word(seenAt / life.lifeDays, chance, 0.25) }]
        : [];
    });
    const notDue = looks.filter((look) => look.found === 'as-new' || look.found === 'light');
    const seen = Math.max(0, ...notDue.map((look) => life.ageDays - (NOW - look.at) / MS_PER_DAY));
    return { facts: { looks: notDue }, rules: [wear], truth: [worn(life, 0, seen)] };
  },
  'wear and a limit by the calendar': (life, chance) => {
    const limit = Math.max(1, Math.round(USUAL_DAYS * (0.7 + 0.8 * chance.even())));
    return {
      facts: {},
      rules: [wear, { kind: 'calendar', range: { lo: limit, hi: limit } }],
      truth: [worn(life), certain('calendar', limit - life.ageDays)],
      isDay: true,
    };
  },
  'wear and readings on one life': (life, chance) => read(life, chance, 1),
  'the same, the way seldom straight': (life, chance) => read(life, chance, chance.pick([0.7, 1, 1, 1.5])),
  'wear and a test of the water': (life, chance) => tested(life, chance, 1),
  'the same, half of the waters steady': (life, chance) => tested(life, chance, 0.5),
  'wear and hours by a meter': (life, chance) => {
    const perDay = 6 + 14 * chance.even();
    const middle = USUAL_DAYS * perDay * (0.8 + 0.5 * chance.even());
    const rated = { lo: 0.85 * middle, hi: 1.15 * middle };
    const lasts = rated.lo + (rated.hi - rated.lo) * chance.even();
    const meter = Array.from({ length: 8 }, (_, k) => 60 - 60 * (k / 7)).map((ago) => ({
      at: at(ago),
      hours: (200 - ago) * perDay,
    }));
    return {
      facts: { meter },
      rules: [wear, { kind: 'usage', ratedHours: rated }],
      truth: [
        worn(life),
        {
          ...{ rule: 'usage', inDays: lasts / perDay - life.ageDays },
          notDue: (days) => {
            const hours = (life.ageDays + days) * perDay;
            return Math.min(1, Math.max(0, (rated.hi - hours) / (rated.hi - rated.lo)));
          },
        },
      ],
    };
  },
  'wear and a store that is used up': (life, chance) => {
    const perDay = 1 + 3 * chance.even();
    const capacity = perDay * USUAL_DAYS * (0.8 + 0.5 * chance.even());
    const use = Math.exp(0.2 * chance.normal());
    return {
      facts: { store: { ...noStoreFigures, capacity, unusable: 0, usePerDay: perDay } },
      rules: [wear, { kind: 'depletion', store: 'litres-left' }],
      truth: [
        worn(life),
        {
          ...{ rule: 'depletion', inDays: (capacity / perDay) * use - life.ageDays },
          notDue: (days) => lognormal(Math.log(capacity / perDay), 0.2)(life.ageDays + days),
        },
      ],
    };
  },
  'wear, with a rest': (life, chance) => {
    const from = life.ageDays * chance.even();
    const days = 3 + 20 * chance.even();
    const rests = [{ from: at(from), to: at(Math.max(0, from - days)) }];
    const rested = from - Math.max(0, from - days);
    return { facts: { rests }, rules: [wear], truth: [worn(life, rested)] };
  },
  'wear, the last one done by half': (life) => {
    const services = life.services.map((one, i) =>
      i === life.services.length - 1 ? { ...one, shareDone: 0.5 } : one,
    );
    const [before, last] = [services.at(-2), services.at(-1)];
    const days = (one: ServiceFact | undefined) => (one?.done.kind === 'exact' ? one.done.at : NOW);
    const left = (0.5 * (days(last) - days(before))) / MS_PER_DAY;
    return {
      facts: { services },
      rules: [wear],
      truth: [worn(life, -left)],
    };
  },
};

const definition = definitionOf('sand-filter', 'backwash');
const print = (text = '') => process.stdout.write(`${text}\n`);
const cell = (text: string) => text.padStart(12);
print(`${PARTS} simulated parts each, six lives behind them`);
print(`${''.padEnd(36)}${['held', 'observer', 'governs', 'says', 'cost', '÷ truth'].map(cell).join('')}`);
for (const [name, simulate] of Object.entries(combinations)) {
  const chance = Chance.named(7, name);
  let [held, seen, right, says, spent, best] = [0, 0, 0, 0, 0, 0];
  for (let k = 0; k < PARTS; k++) {
    const life = lifeOf(chance);
    const { facts: some, rules, truth, isDay } = simulate(life, chance);
    const facts: JobFacts = {
      ...{ jobId: 'one', zone: ZONE, definition: withOverrides(definition, { rules }), siblings: {} },
      ...{ status: 'running', statusSince: null, statusReason: null, services: life.services, looks: [] },
      ...{ rests: [], lifeEnds: [], events: [], meter: [], unitReadings: [], store: noStoreFigures },
      ...{ counter: null, water: [], dutyHoursPerDay: 24, held: null, skips: 0, dismissedAt: null },
      ...some,
    };
    const plan = planAll([{ facts, visits: null }], () => NOW, houseCostRatios).get('one');
    if (!plan?.due) throw new Error(`${name}: nothing planned`);
    const first = truth.reduce((a, b) => (a.inDays <= b.inDays ? a : b));
    const due = chanceDue(plan.due);
    const slack = isDay && first.rule === 'calendar' ? 0.6 : 0;
    const holds = (chance: (days: number) => number): boolean =>
      chance(first.inDays + slack) >= 0.1 && chance(first.inDays - slack) <= 0.9;
    if (holds(due)) held++;
    if (holds((days) => 1 - truth.reduce((product, one) => product * one.notDue(days), 1))) seen++;
    // readings of one life tell of its wear: either name is right
    const named = plan.governs?.rule === 'condition' ? 'wear' : plan.governs?.rule;
    if (named === first.rule) right++;
    says += plan.governs?.chance ?? 0;
    const doneIn = plan.jobDay === null ? 365 : (Date.parse(`${plan.jobDay}T12:00:00Z`) - NOW) / MS_PER_DAY;
    const cost = (day: number) => {
      const whole = life.ageDays + Math.max(day, 0);
      const lasts = life.ageDays + first.inDays;
      return (1 + plan.costRatio * Math.max(0, (whole - lasts) / Math.max(lasts, 1))) / whole;
    };
    spent += cost(doneIn);
    best += cost(first.inDays);
  }
  print(
    `${name.padEnd(36)}${[
      `${((100 * held) / PARTS).toFixed(1)} %`,
      `${((100 * seen) / PARTS).toFixed(1)} %`,
      `${((100 * right) / PARTS).toFixed(1)} %`,
      `${((100 * says) / PARTS).toFixed(1)} %`,
      (spent / PARTS).toFixed(4),
      (spent / best).toFixed(2),
    ]
      .map(cell)
      .join('')}`,
  );
}
