import type { LevelInstance, Placement } from './instance.ts';
import { Working } from './working.ts';

/** Why a turn of a job stands at its visit. Visits and jobs by their numbers. */
export type PlacementReason =
  | { kind: 'pinned' }
  /** No visit suits it better. */
  | { kind: 'best' }
  /** Another would: what is in the way. */
  | { kind: 'full' | 'not-possible'; visit: number }
  | { kind: 'apart'; visit: number; other: number }
  /** It costs less here, all in all. */
  | { kind: 'shares'; visit: number; others: readonly number[] }
  | { kind: 'saves-visit'; visit: number }
  | { kind: 'later-turns'; visit: number };

/** Why a job has no visit in the horizon. */
export type UnplacedReason =
  | { kind: 'not-possible' }
  | { kind: 'no-visits' }
  | { kind: 'full'; freeMin: number; visit: number }
  /** Every visit it could have lies too near to what is done there. */
  | { kind: 'near'; others: readonly number[] }
  | { kind: 'not-yet' };

/** Explains a placement: each turn by what stood against the visit that would suit it best by itself. */
export class Reasons {
  private readonly plan: Working;
  private readonly instance: LevelInstance;

  constructor(instance: LevelInstance, placement: Placement) {
    this.instance = instance;
    this.plan = new Working(instance);
    for (const [j, path] of placement.entries()) this.plan.put(j, path);
  }

  /** Of each turn of a job, in order. */
  ofJob(j: number): PlacementReason[] {
    const path = this.plan.take(j);
    const reasons = path.map((v, turn) => this.ofTurn(j, v, turn === 0 ? null : (path[turn - 1] ?? null)));
    this.plan.put(j, path);
    return reasons;
  }

  private ofTurn(j: number, v: number, before: number | null): PlacementReason {
    const job = this.instance.jobs[j];
    if (job?.pinned.includes(v)) return { kind: 'pinned' };
    const ideal = this.ideal(j, before);
    if (ideal === v || this.timing(j, v, before) <= this.timing(j, ideal, before) + 1e-9)
      return { kind: 'best' };
    const stop = this.plan.obstacle(j, ideal);
    if (stop) return { ...stop, visit: ideal };
    const others = this.plan.sharing(j, v);
    if (others.length > 0) return { kind: 'shares', visit: ideal, others };
    return { kind: this.plan.at(ideal).length === 0 ? 'saves-visit' : 'later-turns', visit: ideal };
  }

  private timing(j: number, v: number, before: number | null): number {
    const { jobs, visits } = this.instance;
    const job = jobs[j];
    const day = visits[v]?.day ?? 0;
    if (before === null) return job?.first[day] ?? 0;
    return job?.again?.[day - (visits[before]?.day ?? 0)] ?? 0;
  }

  private ideal(j: number, before: number | null): number {
    let [least, at] = [Infinity, 0];
    for (let v = before === null ? 0 : before + 1; v < this.instance.visits.length; v++) {
      const cost = this.timing(j, v, before);
      if (cost < least) [least, at] = [cost, v];
    }
    return at;
  }

  /** Of a job without a visit. */
  ofUnplaced(j: number): UnplacedReason {
    const { visits } = this.instance;
    if (visits.length === 0) return { kind: 'no-visits' };
    const stops = visits.map((_, v) => this.plan.obstacle(j, v));
    if (stops.every((one) => one?.kind === 'not-possible')) return { kind: 'not-possible' };
    if (stops.some((one) => one === null)) return { kind: 'not-yet' };
    const free = visits.map((visit, v) => ({ visit: v, freeMin: visit.capacityMin - this.plan.load(v) }));
    const [most] = free
      .filter(({ visit }) => stops[visit]?.kind === 'full')
      .sort((a, b) => b.freeMin - a.freeMin);
    if (most) return { kind: 'full', ...most };
    const others = stops.flatMap((one) => (one?.kind === 'apart' ? [one.other] : []));
    return others.length > 0 ? { kind: 'near', others: [...new Set(others)] } : { kind: 'not-possible' };
  }
}
