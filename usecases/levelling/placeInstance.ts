import { costByDay, tailByDay } from '../../core/planning/levelling/costs.ts';
import type { Chance } from '../../core/planning/dueCurve.ts';
import { LOOK_MINUTES } from '../../core/planning/visitList.ts';
import type { Off } from '../../core/planning/round/step.ts';
import type { BathKind, JobDefinition } from '../../core/catalogue/types.ts';
import type { Apart, LevelInstance, LevelJob } from '../../core/planning/levelling/instance.ts';
import { lackWord } from '../../core/explain/handsWord.ts';
import { dayWord } from '../../core/explain/words.ts';
import { lacksOn, type Lack } from '../../core/planning/hands.ts';
import { SHUT_DOWN_MIN, stepMin } from '../../core/planning/round/stepMinutes.ts';
import { daysBetween, dayOf, type Day, type Instant } from '../../core/time/day.ts';
import { handsTaken } from '../../model/facts/handsThere.ts';
import { handsMinutes } from '../../model/facts/minutes.ts';
import { placeOfJob } from '../../model/facts/places.ts';
import { isOwnDay } from '../../model/facts/systemDays.ts';
import { instantOfWhen } from '../../model/facts/when.ts';
import { workerOf } from '../../model/facts/workerOf.ts';
import { upheavalOf, type Upheaval } from '../round/carriers.ts';
import { isLookedAt } from '../plan/looksOnly.ts';
import { waitsFor } from '../plan/waitsFor.ts';
import type { PlanRow } from '../plan/planRows.ts';
import { isPlanned } from '../plan/planVisits.ts';
import type { Stored } from '../../contract/records.ts';
import { settingOf } from '../../model/settings.ts';
import { shutsOf } from '../round/shuts.ts';
import { setsOf, takesOut } from '../round/redundancy.ts';
import { DAYS_APART, EXPORT_DAYS_APART, exportersOf } from '../round/spacing.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { chanceAgain, chanceBy, onDay } from './chances.ts';
import { visitsFor, type ClosedVisit, type PossibleVisit } from './visitsFor.ts';
import { isMovedByHand, wishesOf } from './wishes.ts';

// House defaults, common practice, no published source.
/** Of a visit that nobody would make otherwise, whose way nobody gave: unpacking and packing. */
const VISIT_MIN = 15;
const BATH_MIN = 4;
/** A minute beyond those there are weighs like so many. */
const OVER_PER_MIN = 3;
/** So much of a visit’s minutes may be worked beyond them. */
const OVER_SHARE = 0.1;
/** What a job of a minute puts at stake is more than a minute. */
const LEAST_STAKE_MIN = 5;
/** The interval that a job without one is reckoned with: as if it came once in a season. */
const ONCE_DAYS = 90;

/** A job of the plan as it is levelled. */
export interface PlacedJob {
  row: PlanRow;
  look: boolean;
  /** The chance of being due so many days from today, for its first turn. */
  dueBy: Chance;
  /** And so many days after it was done; null: it is not known to come again. */
  dueAfter: Chance | null;
  setUps: readonly string[];
  /** Why it cannot be done at any of the visits; null: it can. */
  stands: string | null;
  /** By visit, the plan of changes that holds it there; what else is pinned somebody pinned. */
  changePlans: ReadonlyMap<number, string>;
}
/** One place, ready to be levelled. */
export interface PlaceInstance {
  site: Stored<'site'>;
  today: Day;
  instance: LevelInstance;
  jobs: readonly PlacedJob[];
  visits: readonly PossibleVisit[];
  closed: readonly ClosedVisit[];
  /** Jobs that wait for something out of use: not planned before it is back. */
  waiting: readonly { row: PlanRow; why: string }[];
}

/** Visits given instead of the place’s own: a month at a time, where nothing is shared or kept apart any more. */
export interface GivenVisits {
  horizon: number;
  visits: readonly PossibleVisit[];
}

/**
 * A place's jobs, visits, set-ups and constraints as the search takes them.
 * @param rows of this place
 * @param ahead weeks of its own visits, or visits that are given
 */
export function placeInstance(
  evidence: Evidence,
  site: Stored<'site'>,
  rows: readonly PlanRow[],
  now: Instant,
  ahead: number | GivenVisits,
): PlaceInstance {
  const { snapshot } = evidence;
  const today = dayOf(now, site.content.timeZone);
  const isGiven = typeof ahead !== 'number';
  const horizon = isGiven ? ahead.horizon : 7 * ahead;
  const { visits, closed } = isGiven
    ? { visits: ahead.visits, closed: [] }
    : visitsFor(snapshot, site, today, ahead);
  const visitMin = isGiven ? 0 : visitCost(site);
  const waitFor = waitsFor(evidence, now);
  const waiting: { row: PlanRow; why: string }[] = [];
  const setUps = new Numbers();
  const jobs: PlacedJob[] = [];
  const levelJobs: LevelJob[] = [];
  const heavy: Heavy[] = [];
  const weighed = weighedOn(evidence, site);
  const workers = snapshot.all('person').map((person) => workerOf(person.content));
  const wishes = wishesOf(evidence);
  const style = settingOf(snapshot).dateFormat;
  // by their ids: the order of rows is another one wherever they are listed, the plan must not be
  for (const row of [...rows].sort((a, b) => a.jobId.localeCompare(b.jobId))) {
    const record = snapshot.content('job', row.jobId);
    if (!isPlanned(row) || row.recommended === null || !record) continue;
    // a look takes nothing out of service
    const because = isLookedAt(row) || isMovedByHand(wishes, row.jobId) ? undefined : waitFor.get(row.jobId);
    if (because !== undefined) {
      waiting.push({ row, why: because });
      continue;
    }
    const definition = evidence.definitionOf(record);
    const place = placeOfJob(record, snapshot);
    const shutsUnit = takesOut(definition) ? place?.unit : null;
    // put off until a day: that day is the first that may have it
    const notBefore = row.heldUntil === null ? 0 : daysBetween(today, row.heldUntil);
    const upheaval = upheavalOf(evidence, record);
    const tooSoon = isHeavy(upheaval) ? restedOn(weighed, row, upheaval.biological) : null;
    // one person by themselves is never told that they are alone
    const lacksAt = (on: Day): Lack[] =>
      workers.length > 1 && definition.hands ? lacksOn(definition.hands, workers, on) : [];
    const allowed = visits.map(({ day }) => {
      if (daysBetween(today, day) < notBefore) return 0;
      if (isGiven) return 1;
      if (!isOwnDay(snapshot, row.systemIds, day)) return 0;
      if (tooSoon !== null && daysBetween(tooSoon, day) < DAYS_APART) return 0;
      return lacksAt(day).length > 0 ? 0 : 1;
    });
    const stands = (): string => {
      const last = visits.at(-1)?.day ?? today;
      const [lack] = lacksAt(last);
      if (lack) return `${lackWord(lack, last, today, style)} No visit of these weeks has that.`;
      return row.heldUntil === null
        ? 'No visit lies far enough from other work on its life.'
        : `Put off until ${dayWord(row.heldUntil, today, style)}.`;
    };
    const wanted = (wishes.get(row.jobId) ?? []).flatMap(({ day, changePlanId }) => {
      // the water is there from its day on: the visit after it takes it, where there is none on the day itself
      const isExact = changePlanId === null || isGiven;
      const at = visits.findIndex((visit) => (isExact ? visit.day === day : visit.day >= day));
      return at < 0 ? [] : [{ at, changePlanId }];
    });
    const changePlans = new Map(
      wanted.flatMap(({ at, changePlanId }) => (changePlanId === null ? [] : [[at, changePlanId] as const])),
    );
    const keys = isGiven || !place ? [] : setUpsOf(row, definition, shutsOf(snapshot, definition, place));
    const isLook = isLookedAt(row);
    if (isLook) {
      const lookBy = onDay(daysBetween(today, row.recommended));
      jobs.push({
        ...{ row, look: true, dueBy: lookBy, dueAfter: null, setUps: [], stands: null },
        changePlans: new Map(),
      });
      levelJobs.push(
        levelJob(LOOK_MINUTES, lookBy, null, {
          row,
          recommended: daysBetween(today, row.recommended),
          latest: null,
          ...{ horizon, allowed, visitMin },
          setUps: [],
          pinned: [],
        }),
      );
    }
    const due = isLook ? row.jobDay : row.recommended;
    if (due === null) continue;
    const recommended = daysBetween(today, due);
    const dueBy = row.due ? chanceBy(row) : onDay(recommended);
    const dueAfter = chanceAgain(row);
    const index = levelJobs.length;
    jobs.push({
      row,
      look: false,
      dueBy,
      dueAfter,
      setUps: keys,
      stands: allowed.includes(1) ? null : stands(),
      changePlans,
    });
    levelJobs.push(
      levelJob(
        handsMinutes(row.minutes, definition) * handsTaken(definition, site.content),
        dueBy,
        dueAfter,
        {
          ...{ row, recommended, horizon, allowed, visitMin },
          latest: row.latest === null ? null : daysBetween(today, row.latest),
          pinned: [...new Set(wanted.map(({ at }) => at))],
          setUps: keys.map((key) => setUps.of(key)),
        },
      ),
    );
    heavy.push({
      index,
      systemIds: row.systemIds,
      ...upheaval,
      componentId: row.componentId,
      baths: definition.handles ?? [],
      unitId: shutsUnit?.id ?? null,
    });
  }
  return {
    ...{ site, today, jobs, visits, closed, waiting },
    instance: {
      horizon,
      visits: visits.map(({ day, minutes }) => ({
        day: daysBetween(today, day),
        capacityMin: minutes ?? Infinity,
        mostOverMin: minutes === null ? 0 : Math.round(minutes * OVER_SHARE),
        cost: visitMin,
      })),
      jobs: levelJobs,
      setUpMin: setUps.keys.map((key) => setUpMin[key.split(' ')[0] as SetUp]),
      apart: isGiven ? [] : apartOf(heavy, evidence),
      overPerMin: OVER_PER_MIN,
    },
  };
}

/** On its usual days somebody is there in any case: only the way that was said is saved by staying away. */
const visitCost = ({ content: { visits } }: Stored<'site'>): number =>
  visits ? (visits.travelMin ?? 0) : VISIT_MIN;

/** Names become numbers, in the order they come. */
class Numbers {
  readonly keys: string[] = [];
  private readonly known = new Map<string, number>();
  of(key: string): number {
    const known = this.known.get(key);
    if (known !== undefined) return known;
    this.known.set(key, this.keys.length);
    return this.keys.push(key) - 1;
  }
}

/** What is done once at a visit however many jobs need it: minutes each. */
const setUpMin = {
  ...{ shut: SHUT_DOWN_MIN, bath: BATH_MIN, look: stepMin.look, judge: stepMin.judge },
  ...{ wipe: stepMin.wipe, prepare: stepMin.prepare, record: stepMin.record },
};
type SetUp = keyof typeof setUpMin;

/** The set-ups of a job by name; those of one name are shared. As its round has them: what is off, looked at, wiped. */
function setUpsOf(row: PlanRow, { work, bath, tests }: JobDefinition, shuts: readonly Off[]): string[] {
  const onEach = (setUp: SetUp): string[] => row.systemIds.map((id) => `${setUp} ${id}`);
  return [
    ...new Set(shuts.flatMap(({ componentId }) => (componentId === null ? [] : [`shut ${componentId}`]))),
    ...(bath ? [`bath ${bath.product}`] : []),
    ...onEach('look'),
    ...(tests ? onEach('judge') : []),
    ...(work === 'test' || work === 'calibrate' ? [] : onEach('wipe')),
    ...(work === 'change water' ? ['prepare'] : []),
    'record',
  ];
}

interface Facts {
  row: PlanRow;
  recommended: number;
  horizon: number;
  allowed: readonly number[];
  setUps: readonly number[];
  pinned: readonly number[];
  /** Days until its window ends; null: it has none. */
  latest: number | null;
  visitMin: number;
}
/** Beyond its window a job is worth a way of its own: it never waits for company. */
const worthAWay = (costs: Float64Array, latest: number | null, visitMin: number): Float64Array =>
  latest === null ? costs : costs.map((cost, day) => (day > Math.max(0, latest) ? cost + visitMin : cost));

function levelJob(minutes: number, dueBy: Chance, dueAfter: Chance | null, facts: Facts): LevelJob {
  const { row, recommended, horizon, allowed, setUps, pinned, latest, visitMin } = facts;
  const interval = dueAfter ? Math.max(1, row.intervalDays ?? 1) : ONCE_DAYS;
  const rate = Math.max(LEAST_STAKE_MIN, minutes) / interval;
  const costs = { rate, costRatio: row.costRatio, days: horizon };
  const first = worthAWay(costByDay(dueBy, { ...costs, recommended }), latest, visitMin);
  const again = dueAfter && costByDay(dueAfter, { ...costs, recommended: interval });
  return {
    ...{ minutes, setUps, first, again, pinned },
    tail: again && tailByDay(again, interval),
    never: recommended > horizon ? 0 : (first[horizon] ?? 0) + Math.max(LEAST_STAKE_MIN, minutes),
    allowed: allowed.every((one) => one === 1) ? null : allowed,
  };
}

/** A job that weighs on the life of its waters, and the last day on which it was done. */
interface Weighed extends Upheaval {
  jobId: string;
  systemIds: readonly string[];
  day: Day;
}

function weighedOn(
  { snapshot, index, definitionOf }: Evidence,
  { content: site }: Stored<'site'>,
): Weighed[] {
  return snapshot.all('job').flatMap((job): Weighed[] => {
    const upheaval = upheavalOf({ snapshot, definitionOf }, job.content);
    if (!upheaval.biological && !upheaval.largeMechanical) return [];
    const place = placeOfJob(job.content, snapshot);
    if (!place) return [];
    const days = index.on('servicesOfJob', job.id).flatMap((service): Day[] => {
      const at = instantOfWhen(service.content.when, site.timeZone);
      return at === null ? [] : [dayOf(at, site.timeZone)];
    });
    const [day] = days.sort((a, b) => b.localeCompare(a));
    return day === undefined ? [] : [{ ...upheaval, jobId: job.id, systemIds: place.systemIds, day }];
  });
}

/** The last day on which something else weighed on the life of its systems; null: none is near. */
const restedOn = (weighed: readonly Weighed[], row: PlanRow, biological: boolean): Day | null =>
  weighed
    .filter(
      (other) =>
        other.jobId !== row.jobId &&
        (other.biological || (biological && other.largeMechanical)) &&
        other.systemIds.some((id) => row.systemIds.includes(id)),
    )
    .reduce<Day | null>((last, { day }) => (last === null || day > last ? day : last), null);

interface Heavy extends Upheaval {
  index: number;
  componentId: string | null;
  systemIds: readonly string[];
  baths: readonly BathKind[];
  /** What it shuts down. */
  unitId: string | null;
}
const standInGroups = ({ snapshot }: Evidence): Set<string>[] =>
  setsOf(snapshot).map(({ units }) => new Set(units.map((one) => one.id)));

/**
 * What keeps days apart: biological jobs of one water, also from a large mechanical clean; the two things that take
 * nutrients out of it; units that stand in for each other; acid and bleach.
 */
function apartOf(jobs: readonly Heavy[], evidence: Evidence): Apart[] {
  const groups = standInGroups(evidence);
  const systems = new Set(jobs.filter((job) => job.exports).flatMap((job) => job.systemIds));
  const ofTwo = new Set([...systems].filter((id) => exportersOf(evidence, id).length === 2));
  const found: Apart[] = [];
  for (const [i, a] of jobs.entries())
    for (const b of jobs.slice(i + 1)) {
      const days = daysApart(a, b, groups, ofTwo);
      if (days > 0) found.push({ a: a.index, b: b.index, days });
    }
  return found;
}
function daysApart(a: Heavy, b: Heavy, groups: readonly Set<string>[], ofTwo: ReadonlySet<string>): number {
  const waters = a.systemIds.filter((id) => b.systemIds.includes(id));
  if (a.exports && b.exports && a.componentId !== b.componentId && waters.some((id) => ofTwo.has(id)))
    return EXPORT_DAYS_APART;
  if (waters.length > 0 && (a.biological || b.biological) && isHeavy(a) && isHeavy(b)) return DAYS_APART;
  const standIn = a.unitId !== b.unitId && groups.some((group) => inGroup(group, a) && inGroup(group, b));
  const met = a.baths.some((one) => b.baths.some((other) => other !== one));
  return standIn || met ? 1 : 0;
}
const isHeavy = (job: Upheaval): boolean => job.biological || job.largeMechanical;
const inGroup = (group: ReadonlySet<string>, { unitId }: Heavy): boolean =>
  unitId !== null && group.has(unitId);
