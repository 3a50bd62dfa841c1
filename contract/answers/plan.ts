import * as v from 'valibot';
import { states } from '../../core/planning/states.ts';
import { Count, Day, Id, Instant, Moment, orNone, Parameter, Share, worked } from './fields.ts';
import { StoredAnswer } from './records.ts';

/** Days of a window; none where nothing speaks. */
const days = {
  ...{ earliest: orNone(Day), quarter: orNone(Day), likely: orNone(Day) },
  ...{ threeQuarters: orNone(Day), latest: orNone(Day) },
};
const RuleChance = v.strictObject({ rule: v.string(), chance: Share });
export const PlanRowAnswer = v.strictObject({
  ...{ jobId: Id, siteId: Id, systemIds: v.array(Id), componentId: orNone(Id) },
  ...{ target: v.string(), action: v.string(), thing: v.string(), systemName: v.string(), work: v.string() },
  ...days,
  ...{
    lastDone: orNone(Day),
    recommended: orNone(Day),
    jobDay: orNone(Day),
    nextVisit: orNone(Day),
    today: Day,
  },
  ...{ restSince: orNone(Day), heldUntil: orNone(Day) },
  lastDoneSpan: orNone(v.strictObject({ from: Day, to: Day })),
  chanceDueNow: orNone(Share),
  state: v.picklist(states),
  governs: orNone(RuleChance),
  runnerUp: orNone(RuleChance),
  ...{ sentence: v.string(), consequence: v.string(), minutes: v.number(), costRatio: v.number() },
  ...{ foundScale: v.string(), foundWords: v.array(v.string()), graded: Count, skips: Count },
  intervalDays: orNone(v.number()),
  due: orNone(v.array(orNone(v.number()))),
  life: orNone(v.strictObject({ earliest: v.number(), likely: v.number(), latest: v.number() })),
  ticks: v.array(v.strictObject({ day: Day, kind: v.picklist(['look', 'event']) })),
  rules: v.array(v.strictObject({ kind: v.string(), chance: Share, sentence: v.string(), ...days })),
});
const ofSystem = { systemId: Id, systemName: v.string() };
/** What each of these says in particular is checked with its own computation. */
const PlanBesideAnswer = v.strictObject({
  outOfBand: v.array(worked({ ...ofSystem, parameter: Parameter, value: v.number(), day: Day })),
  incoming: v.array(v.strictObject({ systemId: Id, parameter: Parameter, value: v.number(), day: Day })),
  dangers: v.array(worked({ ...ofSystem, parameter: Parameter, value: v.number(), day: Day })),
  waters: v.array(worked({ ...ofSystem, lastDay: orNone(Day), judged: Count, doubted: Count, fresh: Count })),
  broken: v.array(v.strictObject({ jobId: Id, what: v.string(), why: v.string() })),
  stores: v.array(
    v.strictObject({
      ...{ componentId: Id, name: v.string(), systemIds: v.array(Id), holds: v.picklist(['salt', 'fresh']) },
      usableL: orNone(v.number()),
    }),
  ),
});
export const PlanAnswer = v.strictObject({
  ...PlanBesideAnswer.entries,
  ...{ at: v.string(), jobs: v.array(PlanRowAnswer) },
});
export const PlanChangesAnswer = v.strictObject({
  ...{ cursor: v.string(), whole: v.boolean(), at: Instant, rows: v.array(PlanRowAnswer), gone: v.array(Id) },
  beside: orNone(PlanBesideAnswer),
});
export const PlacesAnswer = v.array(
  v.strictObject({
    ...{ siteId: Id, name: v.string(), client: orNone(v.string()), systems: Count, jobs: Count },
    ...{ now: Count, comingUp: Count, dangers: Count, outOfBand: Count },
  }),
);

/** Why one job's date lies where it lies. */
export const ExplanationAnswer = v.strictObject({
  jobId: Id,
  chances: v.array(worked({ day: Day })),
  life: orNone(worked({})),
  story: v.array(
    v.strictObject({ day: Day, what: v.string(), effect: v.string(), part: v.picklist(['cycle', 'since']) }),
  ),
  knowMore: v.array(v.string()),
});
export const WhatIfAnswer = v.strictObject({
  records: v.array(StoredAnswer),
  rows: v.array(PlanRowAnswer),
  notKnown: v.array(v.string()),
  balances: v.array(worked({})),
});
const HourByHour = v.array(orNone(v.number()));
export const PowerCutAnswer = v.array(
  v.strictObject({
    ...{ systemId: Id, name: v.string() },
    ...{ flow: worked({}), heat: orNone(worked({})), oxygenMgL: HourByHour, temperatureC: HourByHour },
    onBattery: v.array(
      v.strictObject({
        ...{
          componentId: Id,
          name: v.string(),
          why: v.string(),
          watts: orNone(v.number()),
          rank: v.number(),
        },
      }),
    ),
    restart: v.array(v.string()),
  }),
);
/** What must begin before a visit. */
export const LeadsAnswer = v.array(
  v.strictObject({
    ...{ jobId: Id, siteId: Id, zone: v.string(), forDay: Day, what: v.string(), startBy: Moment },
    ...{ water: orNone(worked({ unit: v.string(), unitId: Id })), thing: v.string() },
    started: orNone(v.strictObject({ recordId: Id, at: Moment })),
  }),
);
