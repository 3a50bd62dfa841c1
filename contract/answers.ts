import * as v from 'valibot';
import { roleIds } from './access/rights.ts';
import { states } from '../core/planning/states.ts';
import { parameterIds } from '../core/water/parameters.ts';
import { recordKinds, recordSchemas } from './records.ts';

// What the server answers, route by route, as other programs may rely on it: a field that is not named here is a fault, and
// so is one that is missing. What a person may send stands beside its own kind of record.

const Day = v.pipe(v.string(), v.regex(/^\d{4}-\d{2}-\d{2}$/));
const Instant = v.pipe(v.string(), v.isoTimestamp());
const Id = v.pipe(v.string(), v.uuid());
const Count = v.pipe(v.number(), v.integer(), v.minValue(0));
const Share = v.pipe(v.number(), v.minValue(0), v.maxValue(1));
const orNone = <T extends v.GenericSchema>(schema: T) => v.nullable(schema);

/** A record as it stands: its content is of its kind. */
const StoredAnswer = v.pipe(
  v.strictObject({
    kind: v.picklist(recordKinds),
    id: Id,
    version: v.pipe(Count, v.minValue(1)),
    deleted: v.boolean(),
    content: v.unknown(),
  }),
  v.check(({ kind, content }) => v.is(recordSchemas[kind], content), 'The content is not of its kind.'),
);
export const RevisionAnswer = v.strictObject({
  id: Id,
  version: v.pipe(Count, v.minValue(1)),
  who: v.string(),
  madeAt: Instant,
  why: v.string(),
  deleted: v.boolean(),
  content: v.unknown(),
  sha256: v.pipe(v.string(), v.hash(['sha256'])),
});
export const WorkAnswer = v.strictObject({
  results: v.array(
    v.strictObject({
      ...{ kind: v.picklist(recordKinds), id: Id, revisionId: Id },
      ...{ version: v.pipe(Count, v.minValue(1)), deleted: v.boolean() },
    }),
  ),
});
/** RFC 9457, with what the person can do and which fields are at fault. */
export const ProblemAnswer = v.strictObject({
  type: v.literal('about:blank'),
  title: v.pipe(v.string(), v.minLength(1)),
  status: v.pipe(v.number(), v.minValue(400), v.maxValue(599)),
  detail: v.pipe(v.string(), v.minLength(1)),
  todo: v.optional(v.string()),
  errors: v.optional(v.array(v.strictObject({ pointer: v.string(), detail: v.string() }))),
  stored: v.optional(orNone(StoredAnswer)),
  sent: v.optional(v.unknown()),
});

export const RecordsAnswer = v.array(StoredAnswer);
export const RecordChangesAnswer = v.strictObject({
  ...{ cursor: v.string(), whole: v.boolean(), records: RecordsAnswer },
});

/** Days of a window; none where nothing speaks. */
const days = {
  ...{ earliest: orNone(Day), quarter: orNone(Day), likely: orNone(Day) },
  ...{ threeQuarters: orNone(Day), latest: orNone(Day) },
};
const RuleChance = v.strictObject({ rule: v.string(), chance: Share });
const PlanRowAnswer = v.strictObject({
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
  outOfBand: v.array(
    v.looseObject({ ...ofSystem, parameter: v.picklist(parameterIds), value: v.number(), day: Day }),
  ),
  incoming: v.array(
    v.strictObject({ systemId: Id, parameter: v.picklist(parameterIds), value: v.number(), day: Day }),
  ),
  dangers: v.array(
    v.looseObject({ ...ofSystem, parameter: v.picklist(parameterIds), value: v.number(), day: Day }),
  ),
  waters: v.array(
    v.looseObject({ ...ofSystem, lastDay: orNone(Day), judged: Count, doubted: Count, fresh: Count }),
  ),
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

export const AuthenticationAnswer = v.strictObject({
  signIn: v.picklist(['none', 'needed', 'claim', 'done']),
  ...{ beyondThisComputer: v.boolean(), mail: v.boolean(), now: Instant },
  me: orNone(
    v.strictObject({
      ...{ accountId: Id, personId: orNone(Id), name: v.string(), signIn: v.string() },
      ...{ role: v.picklist(roleIds), rights: v.array(v.string()) },
      ...{ siteIds: v.array(Id), systemIds: v.array(Id) },
    }),
  ),
});
export const SignInLogAnswer = v.array(
  v.strictObject({ at: Instant, who: v.string(), what: v.string(), address: v.string() }),
);

/** By method and path, parameters named as in the list of routes. Whatever is refused is a problem. */
export const answers: Readonly<Record<string, v.GenericSchema>> = {
  'GET /authentication': AuthenticationAnswer,
  'GET /sign-in-log': SignInLogAnswer,
  'GET /snapshot': RecordsAnswer,
  'GET /records': RecordChangesAnswer,
  'GET /records/:kind': RecordsAnswer,
  'GET /records/:kind/:id': StoredAnswer,
  'GET /records/:kind/:id/revisions': v.array(RevisionAnswer),
  'GET /readings': RecordsAnswer,
  'POST /work': WorkAnswer,
  'GET /plan': PlanAnswer,
  'GET /plan/changes': PlanChangesAnswer,
  'GET /places': PlacesAnswer,
};
