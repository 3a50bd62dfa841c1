import { chanceDue } from '../../core/planning/dueCurve.ts';
import { mostWantedFirst } from '../../core/planning/round/mostWanted.ts';
import { litresShort, type Short } from '../../core/planning/round/litresShort.ts';
import { oxygenLeft, type OxygenLeft } from '../../core/planning/round/oxygenLeft.ts';
import { keptWithin } from '../../core/planning/round/keptWithin.ts';
import type { Plant } from '../../core/planning/round/plant.ts';
import { isBreach, simulate, type Still } from '../../core/planning/round/simulate.ts';
import type { BathKind } from '../../core/catalogue/types.ts';
import type { Step } from '../../core/planning/round/step.ts';
import { timingOf, type Timing } from '../../core/planning/round/timing.ts';
import { lacksOn, type Lack, type Worker } from '../../core/planning/hands.ts';
import { visitDays } from '../../core/planning/visits.ts';
import { addDays, daysBetween, type Day } from '../../core/time/day.ts';
import { rhythmOf } from '../../model/facts/rhythm.ts';
import { isOwnDay } from '../../model/facts/systemDays.ts';
import { workerOf } from '../../model/facts/workerOf.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { isMovedByHand, wantedBefore, type Wishes } from '../levelling/wishes.ts';
import type { PlanRow } from '../plan/planRows.ts';
import { buildRound, fittingsFor } from './build.ts';
import { upheavalOf } from './carriers.ts';
import { leftOffIds } from './offList.ts';
import { plantOf, type WatersKnown } from './plant.ts';
import type { Proposal } from './proposal.ts';
import { standInConflicts } from './redundancy.ts';
import { biologicalConflicts } from './spacing.ts';

/** A job that is due and not taken up: until when it waits, and the chance that it is due by then. */
export interface Waiting {
  row: PlanRow;
  /** Beyond the minutes; more life than the water bears to lose at once; beside what it must not meet; who is needed is not there; not a day of its water; what it needs is out of use. */
  why: 'minutes' | 'life' | 'apart' | 'hands' | 'day' | 'out';
  /** The visit that has it. */
  until: Day;
  /** What it lacks of hands, papers and training that day. */
  lacks: readonly Lack[];
  /** What is out of use, in words; null: nothing. */
  out: string | null;
  chance: number | null;
}
/** What of a proposal a visit takes up by itself. */
export interface Offer {
  jobIds: readonly string[];
  waits: readonly Waiting[];
}

/**
 * What the minutes of a visit allow, what somebody wanted there first, then what is late or grave, then what a minute saves most; of what takes life out
 * of a water no more than it bears. The rest waits, with the chance of that.
 * @param minutes there are at the visit; null: nobody said, so all of it
 * @param waitFor what jobs wait for that is out of use that day
 */
export function offerOf(
  evidence: Evidence,
  { rows, before, changePlan, looks, day }: Proposal,
  {
    minutes,
    wishes,
    waitFor,
  }: { minutes: number | null; wishes: Wishes; waitFor: ReadonlyMap<string, string> },
): Offer {
  const isWanted = (row: PlanRow): boolean => wantedBefore(wishes, row.jobId, before);
  const chanceBy = ({ due, today }: PlanRow, by: Day): number | null =>
    due ? chanceDue(due)(daysBetween(today, by)) : null;
  const others = mostWantedFirst(
    rows.filter((row) => !isWanted(row)),
    (row) => ({
      ...{ isPastWindow: row.state === 'past-window', chanceByNext: chanceBy(row, before) },
      ...{ costRatio: row.costRatio, intervalDays: row.intervalDays },
    }),
  );
  const all = [...rows.filter(isWanted), ...others];
  // what is fitted while dirt is stirred up comes with what stirs it, and with nothing else
  const inOrder = all.filter(({ jobId }) => !isFitting(evidence, jobId));
  const withFittings = (some: readonly string[]): string[] => [
    ...some,
    ...fittingsFor(
      evidence,
      some.filter((id) => !looks.has(id)),
    ),
  ];
  const workers = evidence.snapshot.all('person').map((person) => workerOf(person.content));
  const lacking = new Map(
    inOrder.map((row) => [row, looks.has(row.jobId) ? null : lackOn(evidence, workers, row, day)]),
  );
  const outFor = ({ jobId }: PlanRow): string | null =>
    looks.has(jobId) || isMovedByHand(wishes, jobId) ? null : (waitFor.get(jobId) ?? null);
  const handed = inOrder.filter((row) => !lacking.get(row) && outFor(row) === null);
  const borne = bearable(evidence, handed, day, looks);
  const possible = neverBoth(evidence, borne, looks);
  const ids = possible.map((row) => row.jobId);
  const fits = (some: readonly string[]): boolean =>
    minutes === null ||
    timingOf(buildRound(evidence, withFittings(some), changePlan, looks)).handsMin <= minutes;
  const jobIds = withFittings(keptWithin(ids, fits));
  const kept = new Set(jobIds);
  return {
    jobIds,
    waits: all
      .filter((row) => !kept.has(row.jobId))
      .map((row) => {
        const lack = lacking.get(row) ?? null;
        const until = lack?.until ?? before;
        return {
          ...{ row, until },
          why: !lack ? whyOf(row) : lack.lacks.length > 0 ? ('hands' as const) : ('day' as const),
          lacks: lack?.lacks ?? [],
          out: outFor(row),
          chance: chanceBy(row, until),
        };
      }),
  };

  function whyOf(row: PlanRow): Waiting['why'] {
    if (outFor(row) !== null) return 'out';
    if (possible.includes(row)) return 'minutes';
    return borne.includes(row) || !inOrder.includes(row) ? 'apart' : 'life';
  }
}

/** Visits looked through for one with the hands that a job needs. */
const VISITS_AHEAD = 8;

/** What a job lacks of hands on a day that may be no day of its water, and the first visit that has both; null: nothing. */
function lackOn(
  { snapshot, definitionOf }: Evidence,
  workers: readonly Worker[],
  { jobId, siteId, systemIds }: PlanRow,
  day: Day,
): { lacks: Lack[]; until: Day | null } | null {
  const job = snapshot.content('job', jobId);
  const hands = job && definitionOf(job).hands;
  const isDay = (on: Day): boolean => isOwnDay(snapshot, systemIds, on);
  // one person by themselves is never told that they are alone
  const lacksAt = (on: Day): Lack[] => (hands && workers.length > 1 ? lacksOn(hands, workers, on) : []);
  const lacks = lacksAt(day);
  if (lacks.length === 0 && isDay(day)) return null;
  const later = visitDays(rhythmOf(snapshot, siteId), addDays(day, 1), VISITS_AHEAD);
  return { lacks, until: later.find((on) => isDay(on) && lacksAt(on).length === 0) ?? null };
}

const isFitting = ({ snapshot, definitionOf }: Evidence, jobId: string): boolean => {
  const job = snapshot.content('job', jobId);
  return job !== undefined && definitionOf(job).temporary !== undefined;
};

/** Without what would take too much of the life that cleans a water, the gravest kept. */
function bearable(
  evidence: Evidence,
  rows: readonly PlanRow[],
  day: Day,
  looks: ReadonlySet<string>,
): PlanRow[] {
  const isHeavy = ({ jobId }: PlanRow): boolean => {
    if (looks.has(jobId)) return false;
    const job = evidence.snapshot.content('job', jobId);
    if (!job) return false;
    const { biological, largeMechanical, exports } = upheavalOf(evidence, job);
    return biological || largeMechanical || exports;
  };
  const heavy: string[] = [];
  return rows.filter((row) => {
    if (!isHeavy(row)) return true;
    if (biologicalConflicts(evidence, [...heavy, row.jobId], day).length > 0) return false;
    heavy.push(row.jobId);
    return true;
  });
}

/** Without what must not be in one visit: both of a pair down, a second basin, acid beside bleach; the gravest kept. */
function neverBoth(evidence: Evidence, rows: readonly PlanRow[], looks: ReadonlySet<string>): PlanRow[] {
  const { snapshot, index, definitionOf } = evidence;
  const leftOff = leftOffIds(snapshot, index);
  const bathsOf = (jobId: string): readonly BathKind[] => {
    const job = snapshot.content('job', jobId);
    return job ? (definitionOf(job).handles ?? []) : [];
  };
  const kept: string[] = [];
  const baths = new Set<BathKind>();
  return rows.filter(({ jobId }) => {
    if (looks.has(jobId)) return true;
    const mine = bathsOf(jobId);
    if (mine.some((one) => [...baths].some((other) => other !== one))) return false;
    if (standInConflicts(evidence, [...kept, jobId], leftOff).length > 0) return false;
    kept.push(jobId);
    for (const one of mine) baths.add(one);
    return true;
  });
}

/** A round as it would be done: its steps, when each begins, and what of each water stands still meanwhile. */
export interface PlayedRound {
  steps: readonly Step[];
  timing: Timing;
  plant: Plant;
  still: readonly Still[];
  breaches: readonly Still[];
  /** The least oxygen of each water that stands. */
  oxygen: readonly OxygenLeft[];
  /** Refills for which less stands ready than they take. */
  short: readonly Short[];
}
export function played(
  snapshot: Snapshot,
  steps: readonly Step[],
  known: WatersKnown,
  leftOff: ReadonlySet<string>,
): PlayedRound {
  const systemIds = [...new Set(steps.flatMap((step) => step.systemIds))];
  const plant = plantOf(snapshot, systemIds, known, leftOff);
  const timing = timingOf(steps);
  const still = simulate(steps, plant, timing);
  return {
    ...{ steps, timing, plant, still, breaches: still.filter(isBreach) },
    oxygen: oxygenLeft(still, plant),
    short: litresShort(steps, plant),
  };
}
