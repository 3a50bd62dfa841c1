import { isTheJob, type Step } from '../../core/planning/round/step.ts';
import { dayOf, type Day, type Instant } from '../../core/time/day.ts';
import { settingOf } from '../../model/settings.ts';
import { findProgramme, testsOf } from '../../core/catalogue/programmes.ts';
import { gradeIndex, type Found } from '../../core/wear/found.ts';
import { judge, parameters, type Band, type ParameterId, type Verdict } from '../../core/water/parameters.ts';
import { systemsWithin, type Scope } from '../access/scope.ts';
import { placeOfJob } from '../../model/facts/places.ts';
import { instantOfWhen } from '../../model/facts/when.ts';
import type { PlanRow } from '../plan/planRows.ts';
import type { RecordContent } from '../../contract/records.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { waterHistories } from '../water/waterHistories.ts';
import { foldRound, notRunning, type OffState } from '../../model/round/fold.ts';

/** A window, as it stood before the round and as it stands now. */
export interface Window {
  recommended: Day | null;
  earliest: Day | null;
  latest: Day | null;
}
export interface ReportJob {
  jobId: string;
  thing: string;
  system: string;
  action: string;
  /** Done, done in part, only looked at, skipped with its reason, or not come to. */
  state: 'done' | 'in-part' | 'looked' | 'skipped' | 'open';
  /** The part of it that was done; 1: all of it. */
  shareDone: number;
  /** How long it worked by itself, min, and how long it was to; null: it does not, or nobody kept it. */
  waited: { min: number; plannedMin: number } | null;
  reason: string;
  /** In the words of the job; null: not graded. */
  found: string | null;
  /** The same as a grade, for languages that do not have the words of the job. */
  grade: Found | null;
  note: string;
  minutes: number | null;
  /** What the round was built with. */
  estimateMin: number;
  /** Those from before the work first; null: nobody said which. */
  pictures: readonly { id: string; taken: 'before' | 'after' | null }[];
  before: Window | null;
  after: Window | null;
}
export interface ReportReading {
  parameter: ParameterId;
  /** Stored unit. */
  value: number;
  below: boolean;
  band: Band | null;
  verdict: Verdict;
  /** This and earlier tests, oldest first, to be drawn: stored units. */
  points: { at: Instant; value: number }[];
}
/** A parameter that has a band and was not tested at the visit. */
export interface Untested {
  parameter: ParameterId;
  /** When it was last; null: never. */
  lastDay: Day | null;
}
export interface RoundReport {
  roundId: string;
  siteId: string;
  place: string;
  zone: string;
  day: Day;
  who: string[];
  begunAt: Instant | null;
  endedAt: Instant | null;
  state: 'under-way' | 'closed' | 'given-up';
  /** Minutes of hands that were measured or typed, and what was estimated for the same jobs. */
  minutes: { taken: number; estimated: number; measuredJobs: number };
  systems: { id: string; name: string; readings: ReportReading[]; untested: Untested[] }[];
  jobs: ReportJob[];
  /** Switched off and proved running again: seen, or by what was read. */
  proved: { seen: number; read: number };
  /** What it broke and went on with, and why. */
  overrides: { text: string; reason: string }[];
  /** What is said to the client; null: nothing was. */
  letter: NonNullable<RecordContent<'round'>['letter']> | null;
  client: NonNullable<RecordContent<'site'>['client']> | null;
  letterhead: NonNullable<RecordContent<'setting'>['letterhead']> | null;
  currency: string;
  leftOff: Pick<OffState, 'what' | 'said' | 'on' | 'until'>[];
  next: { jobId: string; thing: string; system: string; action: string; day: Day }[];
}
/** So many earlier tests are drawn. */
const DRAWN = 12;
const NEXT_SHOWN = 8;

/**
 * What a round did, found and left behind, and what comes next.
 * @param scope what the reader may know of: nothing outside it is in the answer
 * @returns null where there is no such round within it
 */
export function roundReport(
  evidence: Evidence,
  rows: readonly PlanRow[],
  roundId: string,
  scope: Scope,
): RoundReport | null {
  const { snapshot, index } = evidence;
  const round = snapshot.content('round', roundId);
  if (!round) return null;
  const within = new Set(systemsWithin(snapshot, scope));
  const inScope = (ids: readonly string[]): boolean => ids.some((id) => within.has(id));
  // what was typed of equipment that serves others too may speak of their water
  const isTheirs = (ids: readonly string[]): boolean => ids.every((id) => within.has(id));
  // nothing outside the scope is in the answer, not even a name
  const named = (ids: readonly string[]): string =>
    ids.flatMap((id) => (within.has(id) ? (snapshot.content('system', id)?.name ?? []) : [])).join(' and ');
  if (!round.steps.some((step) => inScope(step.systemIds))) return null;
  const setting = settingOf(snapshot);
  const actions = index.on('actionsOfRound', roundId);
  const state = foldRound(round, actions);
  const zone = snapshot.content('site', round.siteId)?.timeZone ?? 'UTC';
  const times = actions.map((one) => Date.parse(one.content.at)).sort((a, b) => a - b);
  const [begunAt = null] = times;
  const endedAt = state.closed || state.abandoned !== null ? (times.at(-1) ?? null) : null;
  const span = { from: begunAt ?? Number.POSITIVE_INFINITY, to: endedAt ?? Number.POSITIVE_INFINITY };
  const jobs = round.jobIds.flatMap((jobId) => {
    const job = jobReport(evidence, round, state, rows, jobId, span, named);
    return job ? [isTheirs(systemsOfJob(snapshot, jobId)) ? job : withoutWords(job)] : [];
  });
  const isWhole = isTheirs(round.steps.flatMap((step) => step.systemIds));
  const measured = jobs.filter((job) => job.minutes !== null);
  const systems = snapshot
    .all('system')
    .filter(({ id }) => within.has(id) && round.steps.some((step) => step.systemIds.includes(id)));
  const shown = (off: OffState): boolean => inScope(off.systemIds);
  return {
    ...{ roundId, siteId: round.siteId, place: snapshot.content('site', round.siteId)?.name ?? '', zone },
    day: round.day,
    who: [...new Set(actions.flatMap((one) => snapshot.content('person', one.content.whoId)?.name ?? []))],
    ...{ begunAt, endedAt },
    state: state.closed ? 'closed' : state.abandoned !== null ? 'given-up' : 'under-way',
    minutes: {
      taken: sum(measured.map((job) => job.minutes ?? 0)),
      estimated: sum(measured.map((job) => job.estimateMin)),
      measuredJobs: measured.length,
    },
    systems: systems.map(({ id, content }) => ({
      ...{ id, name: content.name },
      ...readingsOf(evidence, id, zone, span),
    })),
    jobs,
    proved: {
      seen: state.off.filter((off) => off.how === 'seen' && off.state === 'proved' && shown(off)).length,
      read: state.off.filter((off) => off.how === 'reading' && off.state === 'proved' && shown(off)).length,
    },
    overrides: (round.overrides ?? [])
      .filter(({ jobIds }) => isWhole || isTheirs(jobIds.flatMap((id) => systemsOfJob(snapshot, id))))
      .map(({ text, reason }) => ({ text, reason })),
    // it speaks of the whole visit
    letter: isWhole ? (round.letter ?? null) : null,
    client: snapshot.content('site', round.siteId)?.client ?? null,
    letterhead: setting.letterhead ?? null,
    currency: setting.prices?.currency ?? '',
    leftOff: notRunning(state)
      .filter(shown)
      .map(({ what, said, on, until, systemIds }) => ({
        ...{ what, on, until },
        said: isTheirs(systemIds) ? said : '',
      })),
    next: rows
      .filter((row) => row.siteId === round.siteId && inScope(row.systemIds) && row.recommended !== null)
      .filter((row) => row.state !== 'paused' && row.state !== 'held')
      .sort((a, b) => (a.recommended ?? '').localeCompare(b.recommended ?? ''))
      .slice(0, NEXT_SHOWN)
      .map((row) => ({
        ...{ jobId: row.jobId, thing: row.thing, system: named(row.systemIds), action: row.action },
        day: row.recommended ?? round.day,
      })),
  };
}
const systemsOfJob = (snapshot: Evidence['snapshot'], jobId: string): readonly string[] => {
  const job = snapshot.content('job', jobId);
  return (job && placeOfJob(job, snapshot)?.systemIds) ?? [];
};
const withoutWords = (job: ReportJob): ReportJob => ({ ...job, reason: '', note: '', pictures: [] });
const sum = (all: readonly number[]): number => all.reduce((total, one) => total + one, 0);

interface Span {
  from: Instant;
  to: Instant;
}

function jobReport(
  { snapshot, index, definitionOf }: Evidence,
  round: RecordContent<'round'>,
  state: ReturnType<typeof foldRound>,
  rows: readonly PlanRow[],
  jobId: string,
  span: Span,
  named: (ids: readonly string[]) => string,
): ReportJob | null {
  const job = snapshot.content('job', jobId);
  const place = job && placeOfJob(job, snapshot);
  const system = place ? named(place.systemIds) : '';
  if (!job || !place || system === '') return null;
  const definition = definitionOf(job);
  const steps = (round.steps as readonly Step[]).filter((step) => step.forJobs.includes(jobId));
  // a look that called for its job is not the job
  const last =
    steps.find((step) => step.jobId === jobId && isTheJob(step)) ?? steps.find(isHands) ?? steps[0];
  const known = last && state.steps.get(last.id);
  const logged = new Set([...state.services.values()].flat());
  const services = index.on('servicesOfJob', jobId);
  const service = (
    services.find((one) => logged.has(one.id)) ??
    // logged beside the round, while it went on
    services.findLast(({ content }) => {
      const at = instantOfWhen(content.when, place.zone);
      return at !== null && at >= span.from && at <= span.to;
    })
  )?.content;
  const isLook = (round.looks ?? []).includes(jobId);
  const look = isLook
    ? index.on('looksOfJob', jobId).findLast(({ content }) => {
        const at = instantOfWhen(content.when, place.zone);
        return at !== null && at >= span.from && at <= span.to;
      })?.content
    : undefined;
  const found = look?.found ?? service?.found ?? null;
  const shareDone = service?.shareDone ?? 1;
  const stepState = known?.state ?? 'open';
  const row = rows.find((one) => one.jobId === jobId);
  const before = round.before?.find((one) => one.jobId === jobId);
  return {
    ...{ jobId, thing: place.thing, system, action: definition.action },
    state: stepState !== 'done' ? stepState : isLook ? 'looked' : shareDone < 1 ? 'in-part' : 'done',
    shareDone,
    waited:
      service?.waitedMin != null && definition.waits
        ? { min: service.waitedMin, plannedMin: definition.waits.minutes }
        : null,
    reason: known?.reason ?? '',
    found: found ? (definition.foundWords[gradeIndex[found]] ?? null) : null,
    grade: found,
    note: service?.note ?? look?.note ?? '',
    minutes: service?.minutes ?? null,
    estimateMin: sum(steps.filter(isHands).map((step) => step.handsMin + step.waitMin)),
    pictures: picturesOf(service),
    before: before ? windowOf(before) : null,
    after: row ? windowOf(row) : null,
  };
}
/** The pictures of a job two by two: before beside after where somebody said which they are, else as they were taken. */
export function pictureRows(pictures: ReportJob['pictures']): (ReportJob['pictures'][number] | null)[][] {
  const before = pictures.filter(({ taken }) => taken === 'before');
  const others = pictures.filter(({ taken }) => taken !== 'before');
  if (before.length === 0)
    return Array.from({ length: Math.ceil(others.length / 2) }, (_, i) => others.slice(2 * i, 2 * i + 2));
  return Array.from({ length: Math.max(before.length, others.length) }, (_, i) => [
    before[i] ?? null,
    others[i] ?? null,
  ]);
}

function picturesOf(service: RecordContent<'service'> | undefined): ReportJob['pictures'] {
  const before = service?.beforePictureIds ?? [];
  const taken = (id: string): ReportJob['pictures'][number]['taken'] =>
    before.length === 0 ? null : before.includes(id) ? 'before' : 'after';
  return [...(service?.pictureIds ?? [])]
    .map((id) => ({ id, taken: taken(id) }))
    .sort((a, b) => Number(b.taken === 'before') - Number(a.taken === 'before'));
}
const isHands = (step: Step): boolean =>
  step.phase !== 'shut' && step.phase !== 'restart' && step.phase !== 'prove' && step.phase !== 'fit';
const windowOf = ({ recommended, earliest, latest }: Window): Window => ({ recommended, earliest, latest });

/** What was tested in the round, against its band, with the tests before it; and what has a band and was not. */
function readingsOf(
  evidence: Evidence,
  systemId: string,
  zone: string,
  span: Span,
): { readings: ReportReading[]; untested: Untested[] } {
  const { histories } = waterHistories(evidence, { systemId, zone, at: span.to });
  const readings: ReportReading[] = [];
  const untested: Untested[] = [];
  for (const [parameter, { points, band }] of histories) {
    const mine = points.findLast((point) => point.at >= span.from && point.at <= span.to);
    if (!mine) {
      const last = points.findLast((point) => point.at < span.from);
      if (band) untested.push({ parameter, lastDay: last ? dayOf(last.at, zone) : null });
      continue;
    }
    const { repeatability } = mine.instrument?.method ?? parameters[parameter].method;
    readings.push({
      ...{ parameter, value: mine.value, below: mine.below, band },
      verdict: judge(mine.value, mine.below, band, repeatability),
      points: points
        .filter((point) => point.at <= span.to)
        .slice(-DRAWN)
        .map(({ at, value }) => ({ at, value })),
    });
  }
  // what its programme asks for and nobody ever tested
  const system = evidence.snapshot.content('system', systemId);
  const asked = [
    ...testsOf(findProgramme(system?.programmeId)),
    ...(Object.keys(system?.bands ?? {}) as ParameterId[]),
  ];
  for (const parameter of new Set(asked))
    if (!histories.has(parameter)) untested.push({ parameter, lastDay: null });
  return { readings, untested };
}
