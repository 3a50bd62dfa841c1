import type { DefinitionOf } from '../../model/facts/definition.ts';
import { MONTH_DAYS } from '../levelling/farAhead.ts';
import type { LevelledPlace } from '../levelling/levelledPlace.ts';
import type { PlanRow } from '../plan/planRows.ts';
import type { RecordContent } from '../../contract/records.ts';
import type { Snapshot } from '../../model/snapshot.ts';

/** What a plan comes to, to be laid beside another one. */
export interface Sum {
  visits: number;
  /** Hands-on minutes in 30 days. */
  minutes: number;
  fullestMin: number;
  unplaced: number;
  /** Turns that are due already when their visit comes, as expected: the chances added up, in 30 days. */
  lateTurns: number;
  /** Of priced supplies, in 30 days; null: no prices are set. */
  money: number | null;
}

/** @param days of the plan */
export function sumOf(
  places: readonly LevelledPlace[],
  {
    snapshot,
    definitionOf,
    prices,
    days,
  }: {
    snapshot: Snapshot;
    definitionOf: DefinitionOf;
    prices: RecordContent<'setting'>['prices'];
    days: number;
  },
): Sum {
  const entries = places.flatMap((place) => place.visits.flatMap((visit) => visit.entries));
  const perMonth = (whole: number): number => (whole * MONTH_DAYS) / days;
  const priceOf = new Map(prices?.packs.map((pack) => [pack.supply, pack.price / pack.jobs]));
  const money = entries.reduce((sum, entry) => {
    const job = entry.look ? undefined : snapshot.content('job', entry.jobId);
    return (
      sum + (job ? definitionOf(job).supplies.reduce((all, one) => all + (priceOf.get(one.name) ?? 0), 0) : 0)
    );
  }, 0);
  return {
    visits: places.reduce((sum, place) => sum + place.now.visits, 0),
    minutes: perMonth(places.reduce((sum, place) => sum + place.now.minutes, 0)),
    fullestMin: Math.max(0, ...places.map((place) => place.now.fullestMin)),
    unplaced: places.reduce((sum, place) => sum + place.unplaced.length, 0),
    lateTurns: perMonth(entries.reduce((sum, entry) => sum + entry.chanceDue, 0)),
    money: priceOf.size === 0 ? null : perMonth(money),
  };
}

/** How the worst chance of a job’s turns differs between two plans. */
export interface LaterJob {
  row: PlanRow;
  before: number;
  then: number;
}
const WORTH_SAYING = 0.05;

/** Jobs that are likelier to be late in the second plan, the gravest first. */
export function laterJobs(
  before: readonly LevelledPlace[],
  then: readonly LevelledPlace[],
  rows: readonly PlanRow[],
): LaterJob[] {
  const worst = (places: readonly LevelledPlace[]): Map<string, number> => {
    const found = new Map<string, number>();
    for (const place of places)
      for (const { entries } of place.visits)
        for (const { jobId, look, chanceDue } of entries)
          if (!look) found.set(jobId, Math.max(found.get(jobId) ?? 0, chanceDue));
    return found;
  };
  const [a, b] = [worst(before), worst(then)];
  return rows
    .flatMap((row): LaterJob[] => {
      const [was, is] = [a.get(row.jobId), b.get(row.jobId)];
      return was === undefined || is === undefined || is - was < WORTH_SAYING
        ? []
        : [{ row, before: was, then: is }];
    })
    .sort((x, y) => (y.then - y.before) * y.row.costRatio - (x.then - x.before) * x.row.costRatio);
}

/** Days between the changes of a system’s water as planned; null: fewer than two are. */
export function changeDays(
  places: readonly LevelledPlace[],
  rows: readonly PlanRow[],
  systemId: string,
  days: number,
): number | null {
  const jobs = new Set(
    rows
      .filter((row) => row.work === 'change water' && row.systemIds.includes(systemId))
      .map((row) => row.jobId),
  );
  const turns = places.flatMap((place) =>
    place.visits.flatMap((visit) => visit.entries.filter((entry) => jobs.has(entry.jobId) && !entry.look)),
  ).length;
  return turns < 2 ? null : days / turns;
}
