import * as v from 'valibot';
import { Refusal } from '../core/errors.ts';
import { vesselShapes, vesselVolumeL } from '../core/water/vesselVolume.ts';
import { findKind } from '../core/catalogue/index.ts';
import { findProgramme } from '../core/catalogue/programmes.ts';
import { kindWords } from '../contract/kinds.ts';
import { references, recordSchemas, type RecordContent, type RecordKind } from '../contract/records.ts';
import type { Snapshot } from '../model/snapshot.ts';
import type { Day } from '../core/time/day.ts';
import { isBeyondPlans, PLANS_REACH_YEARS } from '../core/time/yearSlip.ts';
import { isRecurrence } from '../core/time/recurrence.ts';
import { ownKindsOf } from '../model/facts/definition.ts';
import { placeOfJob, zoneOfSystem } from '../model/facts/places.ts';
import { outsidePossible, overFull } from '../model/water/readingFaults.ts';
import { checksOf } from '../model/water/checks.ts';
import { foldRound, unproved } from '../model/round/fold.ts';
import { earliestOfWhen } from '../model/facts/when.ts';
import type { When } from '../contract/fields.ts';
import type { FieldError } from './problems.ts';

/** Checks the shape of a content against its schema; every fault with a pointer and a sentence. */
export function shapeErrors(kind: RecordKind, content: unknown, at: string): FieldError[] {
  const parsed = v.safeParse(recordSchemas[kind], content);
  return parsed.success
    ? []
    : parsed.issues.map((issue) => ({ pointer: at + pointerOf(issue), detail: wordsOf(issue) }));
}

export function pointerOf(issue: v.BaseIssue<unknown>): string {
  return (issue.path ?? [])
    .map((step) => `/${String(step.key).replaceAll('~', '~0').replaceAll('/', '~1')}`)
    .join('');
}

/** Our own sentences as they are; the library's terse ones in plain words. */
export function wordsOf(issue: v.BaseIssue<unknown>): string {
  if (!issue.message.startsWith('Invalid')) return issue.message;
  const field = (issue.path ?? []).map((step) => String(step.key)).join(' › ') || 'What was sent';
  if (issue.type === 'strict_object' && issue.expected === 'never') return `“${field}” is not a field here.`;
  return issue.received === 'undefined'
    ? `“${field}” is missing.`
    : `“${field}” is not as expected: ${kindWord(issue.expected)} is needed.`;
}

/** What a library calls a kind of value, as people call it. */
const kindsOfValue: Readonly<Record<string, string>> = {
  Object: 'a group of fields',
  Array: 'a list',
  string: 'text',
  number: 'a number',
  boolean: 'yes or no',
  null: 'nothing',
};
function kindWord(expected: string | null): string {
  if (expected === null) return 'another value';
  const words = expected
    .replace(/^\((.*)\)$/, '$1')
    .split(' | ')
    .map((one) => kindsOfValue[one] ?? one.replaceAll('"', ''));
  return [...new Set(words)].join(' or ');
}

/** Links must lead to records that exist. */
export function referenceErrors(
  kind: RecordKind,
  content: unknown,
  snapshot: Snapshot,
  at: string,
): FieldError[] {
  const errors: FieldError[] = [];
  for (const [field, to] of Object.entries(references[kind])) {
    const value = (content as Record<string, unknown>)[field];
    const targets = Array.isArray(value) ? (value as string[]) : typeof value === 'string' ? [value] : [];
    for (const target of targets) {
      if (!snapshot.get(to, target))
        errors.push({
          pointer: `${at}/${field}`,
          detail: `The ${kindWords[to]} it belongs to does not exist (or was deleted).`,
        });
    }
  }
  return errors;
}

/** For clocks that run ahead. */
const CLOCK_GRACE_MS = 120_000;

type Check<K extends RecordKind> = (
  content: RecordContent<K>,
  snapshot: Snapshot,
  now: number,
) => FieldError[];
/** What a schema cannot say and what holds for ever: of several fields, of what a record stands on, of the clock. */
const lasting: { [K in RecordKind]?: Check<K> } = {
  vessel: (vessel) => {
    const missing = vesselShapes[vessel.shape].fields.find(
      (field) => vessel.dimensions[field.key] === undefined,
    );
    if (missing) return [{ pointer: `/dimensions/${missing.key}`, detail: `${missing.label} is missing.` }];
    return refusalAsError('/dimensions', () => vesselVolumeL(vessel));
  },
  component: (component, snapshot) => [
    ...(findKind(component.kindId, ownKindsOf(snapshot))
      ? []
      : [
          {
            pointer: '/kindId',
            detail: `The catalogue has no kind of equipment called “${component.kindId}”.`,
          },
        ]),
    ...(standsOnItself(component, snapshot)
      ? [{ pointer: '/parentId', detail: 'Equipment cannot be a part of its own part.' }]
      : []),
  ],
  job: (job, snapshot) => {
    const seasons = [
      ...seasonErrors(job.overrides.rules, '/overrides/rules'),
      ...seasonErrors(job.own?.rules, '/own/rules'),
    ];
    if (job.own || seasons.length > 0) return seasons;
    const kind = findKind(job.kindId, ownKindsOf(snapshot));
    return kind?.jobs.some((one) => one.id === job.jobId)
      ? []
      : [{ pointer: '/jobId', detail: `The catalogue has no job “${job.jobId}” for “${job.kindId}”.` }];
  },
  'own-kind': (kind) => kind.jobs.flatMap((one, i) => seasonErrors(one.rules, `/jobs/${i}/rules`)),
  service: (service, snapshot, now) =>
    notInFuture(service.when, zoneOfJob(service.jobId, snapshot), now, 'A job cannot be done in the future'),
  look: (look, snapshot, now) =>
    notInFuture(look.when, zoneOfJob(look.jobId, snapshot), now, 'A look cannot lie in the future'),
  event: (event, snapshot, now) =>
    notInFuture(event.when, zoneOfSite(event, snapshot), now, 'An event cannot lie in the future'),
  check: (check, snapshot, now) => [
    ...(checksOf(check.finds).some(
      (one) => one.id === check.checkId && one.answers.some((answer) => answer.id === check.answerId),
    )
      ? []
      : [{ pointer: '/answerId', detail: 'There is no such check, or it has no such answer.' }]),
    ...notInFuture(
      check.when,
      zoneOfSystem(snapshot, check.systemId),
      now,
      'A check cannot lie in the future',
    ),
  ],
  'round-action': (action, snapshot, now) => [
    ...(Date.parse(action.at) > now + CLOCK_GRACE_MS
      ? [{ pointer: '/at', detail: 'An action cannot lie in the future. Check the clock of the device.' }]
      : []),
    ...actionErrors(action, snapshot),
  ],
  reading: (reading, snapshot, now) => {
    const channel = snapshot.content('channel', reading.channelId);
    const fault = channel && outsidePossible(channel, reading.value);
    return [
      // a device that reads nonsense is flagged where it comes in, what a person typed is refused
      ...(fault && reading.source !== 'device' ? [{ pointer: '/value', detail: fault }] : []),
      ...notInFuture(reading.when, 'UTC', now + 14 * 3_600_000, 'A reading cannot lie in the future'),
    ];
  },
};

/** Days that somebody plans for, by where they stand in a content. */
const plannedDays: {
  [K in RecordKind]?: (content: RecordContent<K>) => [pointer: string, day: Day | null | undefined][];
} = {
  skip: ({ until }) => [['/until', until]],
  'plan-pin': ({ day }) => [['/day', day]],
  'change-plan': ({ day }) => [['/day', day]],
  round: ({ day }) => [['/day', day]],
  route: ({ day }) => [['/day', day]],
  lead: ({ forDay }) => [['/forDay', forDay]],
  'sitter-sheet': ({ from, to }) => [
    ['/from', from],
    ['/to', to],
  ],
};
function beyondPlans(kind: RecordKind, content: unknown, now: number): FieldError[] {
  const days = plannedDays[kind] as ((content: unknown) => [string, Day | null | undefined][]) | undefined;
  const today = new Date(now).toISOString().slice(0, 10);
  return (days?.(content) ?? []).flatMap(([pointer, day]) =>
    day && isBeyondPlans(day, today)
      ? [
          {
            pointer,
            detail: `${day.slice(0, 4)} is more than ${PLANS_REACH_YEARS} years ahead: nothing is planned that far. Is the year right?`,
          },
        ]
      : [],
  );
}

/** What is asked besides when something is written: it may change afterwards, and what was written then stays right. */
const whenWritten: { [K in RecordKind]?: Check<K> } = {
  system: ({ programmeId }) =>
    programmeId == null || findProgramme(programmeId)
      ? []
      : [{ pointer: '/programmeId', detail: `There is no programme “${programmeId}”.` }],
  component: ({ siteId, systemIds }, snapshot) =>
    systemIds.every((id) => snapshot.content('system', id)?.siteId === siteId)
      ? []
      : [{ pointer: '/systemIds', detail: 'Equipment stands at the place of the systems it serves.' }],
  'change-plan': (plan, snapshot) =>
    plan.systems.flatMap((one, i) => [
      ...(snapshot.get('system', one.systemId)
        ? []
        : [{ pointer: `/systems/${i}/systemId`, detail: 'This system does not exist (or was deleted).' }]),
      ...one.draws.flatMap((draw, k) =>
        drawErrors(draw.componentId, one.systemId, snapshot, `/systems/${i}/draws/${k}`),
      ),
    ]),
  route: (route, snapshot) =>
    route.stops.flatMap((stop, i) => [
      ...(snapshot.get('site', stop.siteId)
        ? []
        : [{ pointer: `/stops/${i}/siteId`, detail: 'This place does not exist (or was deleted).' }]),
      ...(stop.roundId === null || snapshot.content('round', stop.roundId)?.siteId === stop.siteId
        ? []
        : [{ pointer: `/stops/${i}/roundId`, detail: 'This place has no such round.' }]),
    ]),
  reading: (reading, snapshot) => {
    const channel = snapshot.content('channel', reading.channelId);
    const fault = channel && overFull(snapshot, channel, reading.value);
    return fault && reading.source !== 'device' ? [{ pointer: '/value', detail: fault }] : [];
  },
};

/** Whether a piece of equipment is, by way of its parents, a part of itself. */
function standsOnItself({ parentId }: RecordContent<'component'>, snapshot: Snapshot): boolean {
  const passed = new Set<string>();
  for (let at = parentId; at !== null; at = snapshot.content('component', at)?.parentId ?? null) {
    if (passed.has(at)) return true;
    passed.add(at);
  }
  return false;
}

/** An action answers something that is there; a round closes only over what was proved, or left off for a reason. */
function actionErrors({ roundId, what }: RecordContent<'round-action'>, snapshot: Snapshot): FieldError[] {
  const round = snapshot.content('round', roundId);
  if (!round) return [];
  const actions = snapshot.all('round-action').filter((one) => one.content.roundId === roundId);
  if ('stepId' in what && !round.steps.some((step) => step.id === what.stepId))
    return [{ pointer: '/what/stepId', detail: 'This round has no such step.' }];
  if ('offActionId' in what) {
    const answered = actions.find((one) => one.id === what.offActionId)?.content.what.do;
    return answered === 'switched-off'
      ? []
      : [{ pointer: '/what/offActionId', detail: 'Nothing was switched off that this answers.' }];
  }
  if (what.do !== 'closed') return [];
  return unproved(foldRound(round, actions)).map((off) => ({
    pointer: '/what',
    detail: `${off.what} has not been seen running: prove it, or say why it stays off.`,
  }));
}

/**
 * What is wrong with a content beyond its shape and its links.
 * @param kept it was written before (an archive): then only what holds for ever is asked
 */
export function meaningErrors(
  kind: RecordKind,
  content: unknown,
  snapshot: Snapshot,
  now: number,
  at: string,
  kept = false,
): FieldError[] {
  const asked = kept ? [lasting[kind]] : [lasting[kind], whenWritten[kind]];
  const errors = (asked as (Check<typeof kind> | undefined)[]).flatMap(
    (check) => check?.(content as RecordContent<typeof kind>, snapshot, now) ?? [],
  );
  return [...errors, ...(kept ? [] : beyondPlans(kind, content, now))].map((one) => ({
    ...one,
    pointer: at + one.pointer,
  }));
}

/** Water comes out of a store that holds it, and fresh water never out of a salt store. */
function drawErrors(componentId: string, systemId: string, snapshot: Snapshot, at: string): FieldError[] {
  const store = snapshot.content('component', componentId);
  if (!store?.holds)
    return [{ pointer: `${at}/componentId`, detail: 'This store does not exist, or holds no water.' }];
  return store.holds.water === 'salt' && snapshot.content('system', systemId)?.water === 'fresh'
    ? [
        {
          pointer: `${at}/componentId`,
          detail: `${store.name} holds salt water: a fresh system cannot be filled from it.`,
        },
      ]
    : [];
}

function seasonErrors(
  rules: RecordContent<'job'>['overrides']['rules'] | undefined,
  pointer: string,
): FieldError[] {
  return (rules ?? []).flatMap((rule, i) =>
    rule.kind === 'season' && !isRecurrence(rule.recurrence)
      ? [
          {
            pointer: `${pointer}/${i}/recurrence`,
            detail: `“${rule.recurrence}” is no recurrence rule that happens on whole days.`,
          },
        ]
      : [],
  );
}

function notInFuture(when: When, zone: string, now: number, detail: string): FieldError[] {
  const earliest = earliestOfWhen(when, zone);
  // two minutes of grace for clocks that run ahead
  return earliest !== null && earliest > now + 120_000
    ? [{ pointer: '/when', detail: `${detail}. Check the date.` }]
    : [];
}

function zoneOfJob(jobId: string, snapshot: Snapshot): string {
  const job = snapshot.content('job', jobId);
  return (job && placeOfJob(job, snapshot)?.zone) ?? 'UTC';
}

function zoneOfSite(event: RecordContent<'event'>, snapshot: Snapshot): string {
  const siteId =
    event.siteId ??
    snapshot.content('component', event.componentId)?.siteId ??
    snapshot.content('system', event.systemId)?.siteId ??
    null;
  return snapshot.content('site', siteId)?.timeZone ?? 'UTC';
}

function refusalAsError(pointer: string, act: () => unknown): FieldError[] {
  try {
    act();
    return [];
  } catch (error) {
    if (!(error instanceof Refusal) || error.code !== 'out-of-range') throw error;
    const { what, from, to, unit } = error.facts as Refusal<'out-of-range'>['facts'];
    return [
      {
        pointer,
        detail:
          `The ${what} must lie between ${from.toLocaleString('en-GB')} and ${to.toLocaleString('en-GB')} ${unit}.`.replace(
            ' .',
            '.',
          ),
      },
    ];
  }
}
