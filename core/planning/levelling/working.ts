import type { LevelInstance, LevelJob, Placement } from './instance.ts';
import { timingCost } from './priced.ts';

/** Larger than any real cost: a place that cannot be. */
const IMPOSSIBLE = Number.POSITIVE_INFINITY;

/** A path of one job with what it would add to the plan as it stands. */
export interface Path {
  visits: readonly number[];
  cost: number;
}

const none: ReadonlySet<number> = new Set();

/** Why a job cannot be at a visit. */
export type Obstacle = { kind: 'not-possible' } | { kind: 'full' } | { kind: 'apart'; other: number };

/** Which jobs a job keeps away from. */
interface Near {
  job: number;
  days: number;
}

/** A placement while it is worked on: jobs go in and out, and what that costs is known at once. */
export class Working {
  readonly instance: LevelInstance;
  readonly paths: (readonly number[])[];
  private readonly loads: Float64Array;
  /** By visit: its jobs, in no order. */
  private readonly members: number[][];
  /** By job and visit: where in that list it stands. */
  private readonly places: Int32Array;
  /** By visit and set-up: how many jobs there need it. */
  private readonly setUps: Int32Array;
  private readonly near: readonly (readonly Near[])[];
  /** By job and visit: how many turns, and pins, of other jobs stand too near for it to be there. */
  private readonly tooNear: Int32Array;
  /** By visit: its day, minutes there are, and minutes there may be. Read in the innermost loops. */
  private readonly days: Int32Array;
  private readonly capacities: Float64Array;
  private readonly limits: Float64Array;
  /** By job: what its turns cost by their days alone. */
  private readonly timing: Float64Array;
  private readonly best: Float64Array;
  private readonly from: Int32Array;
  private sum = 0;

  constructor(instance: LevelInstance) {
    this.instance = instance;
    const { visits, jobs, setUpMin, apart } = instance;
    this.paths = jobs.map(() => []);
    this.loads = new Float64Array(visits.length);
    this.members = visits.map(() => []);
    this.places = new Int32Array(visits.length * jobs.length);
    this.setUps = new Int32Array(visits.length * setUpMin.length);
    this.best = new Float64Array(visits.length);
    this.from = new Int32Array(visits.length);
    const near: Near[][] = jobs.map(() => []);
    for (const { a, b, days } of apart) {
      near[a]?.push({ job: b, days });
      near[b]?.push({ job: a, days });
    }
    this.near = near;
    this.tooNear = new Int32Array(near.some((one) => one.length > 0) ? visits.length * jobs.length : 0);
    this.days = Int32Array.from(visits, ({ day }) => day);
    this.capacities = Float64Array.from(visits, ({ capacityMin }) => capacityMin);
    this.limits = Float64Array.from(visits, ({ capacityMin, mostOverMin }) => capacityMin + mostOverMin);
    this.timing = new Float64Array(jobs.length);
    for (const [j, job] of jobs.entries()) {
      this.sum += job.never;
      // a pin is kept free even while its job is taken off
      for (const v of job.pinned) this.crowd(j, v, 1);
    }
  }

  /** Of everything as it stands, minutes. */
  get total(): number {
    return this.sum;
  }
  at(visit: number): readonly number[] {
    return this.members[visit] ?? [];
  }
  copy(): Placement {
    return this.paths.slice();
  }

  /** Puts a job on a path; it was on none. */
  put(j: number, path: readonly number[]): void {
    const job = this.instance.jobs[j];
    if (!job || path.length === 0) return;
    for (const v of path) {
      this.sum += this.step(job, v, 1);
      const there = this.members[v] ?? [];
      this.places[j * this.members.length + v] = there.length;
      there.push(j);
      this.crowd(j, v, 1);
    }
    this.timing[j] = timingCost(this.instance, j, path);
    this.sum += (this.timing[j] ?? 0) - job.never;
    this.paths[j] = path;
  }

  /** Takes a job off its path. @returns the path it was on */
  take(j: number): readonly number[] {
    const path = this.paths[j] ?? [];
    const job = this.instance.jobs[j];
    if (!job || path.length === 0) return path;
    for (const v of path) {
      this.leave(j, v);
      this.crowd(j, v, -1);
      this.sum += this.step(job, v, -1);
    }
    this.sum -= (this.timing[j] ?? 0) - job.never;
    this.paths[j] = [];
    return path;
  }

  /** A turn of a job comes to a visit or leaves it: what keeps away from it finds the visits around fuller or freer. */
  private crowd(j: number, v: number, by: 1 | -1): void {
    const { days, tooNear } = this;
    const day = days[v] ?? 0;
    for (const { job: other, days: apart } of this.near[j] ?? []) {
      const row = other * days.length;
      for (let u = v; u >= 0 && day - (days[u] ?? 0) < apart; u--)
        tooNear[row + u] = (tooNear[row + u] ?? 0) + by;
      for (let u = v + 1; u < days.length && (days[u] ?? 0) - day < apart; u++)
        tooNear[row + u] = (tooNear[row + u] ?? 0) + by;
    }
  }

  /** The last of the list takes its place. */
  private leave(j: number, v: number): void {
    const there = this.members[v] ?? [];
    const last = there.pop();
    if (last === undefined || last === j) return;
    const at = this.places[j * this.members.length + v] ?? 0;
    there[at] = last;
    this.places[last * this.members.length + v] = at;
  }

  /** One job more or less at a visit, with how many others are there. @returns what that adds */
  private step(job: LevelJob, v: number, by: 1 | -1): number {
    const { setUpMin, visits } = this.instance;
    const visit = visits[v];
    const before = this.over(v);
    let added = job.minutes;
    let cost = 0;
    for (const one of job.setUps) {
      const at = v * setUpMin.length + one;
      const had = this.setUps[at] ?? 0;
      this.setUps[at] = had + by;
      if (had === 0 || had + by === 0) {
        added += setUpMin[one] ?? 0;
        cost += by * (setUpMin[one] ?? 0);
      }
    }
    this.loads[v] = (this.loads[v] ?? 0) + by * added;
    // counted before it comes and after it has left: it is not among them
    if (this.at(v).length === 0) cost += by * (visit?.cost ?? 0);
    return cost + this.over(v) - before;
  }

  private over(v: number): number {
    const excess = (this.loads[v] ?? 0) - (this.capacities[v] ?? IMPOSSIBLE);
    return excess > 0 ? excess * this.instance.overPerMin : 0;
  }

  /** Minutes of a visit, set-ups included. */
  load(v: number): number {
    return this.loads[v] ?? 0;
  }
  /** Minutes a job would add to a visit: its own, and set-ups that nobody there needs yet. */
  adding(j: number, v: number): number {
    const { jobs, setUpMin } = this.instance;
    const job = jobs[j];
    if (!job) return 0;
    let minutes = job.minutes;
    for (const one of job.setUps)
      if (this.setUps[v * setUpMin.length + one] === 0) minutes += setUpMin[one] ?? 0;
    return minutes;
  }
  /** What keeps a job from a visit; null: nothing does. */
  obstacle(j: number, v: number): Obstacle | null {
    const { jobs, visits } = this.instance;
    const job = jobs[j];
    const day = visits[v]?.day ?? 0;
    if (job?.allowed && !job.allowed[v]) return { kind: 'not-possible' };
    for (const { job: other, days } of this.near[j] ?? [])
      if (this.comesNear(this.paths[other], day, days)) return { kind: 'apart', other };
    return this.placing(j, v) < IMPOSSIBLE ? null : { kind: 'full' };
  }
  /** Jobs at a visit that need a set-up this one needs. */
  sharing(j: number, v: number): number[] {
    const own = new Set(this.instance.jobs[j]?.setUps ?? []);
    return this.at(v).filter(
      (other) => other !== j && this.instance.jobs[other]?.setUps.some((one) => own.has(one)),
    );
  }

  private comesNear(path: readonly number[] | undefined, day: number, days: number): boolean {
    if (path) for (const u of path) if (Math.abs((this.days[u] ?? 0) - day) < days) return true;
    return false;
  }

  /** What a job would add at a visit, apart from its timing; Infinity where it cannot be. */
  placing(j: number, v: number): number {
    const { jobs, visits, setUpMin, overPerMin } = this.instance;
    const job = jobs[j];
    const visit = visits[v];
    if (!job || !visit) return IMPOSSIBLE;
    const isPinned = job.pinned.length > 0 && job.pinned.includes(v);
    if (!isPinned) {
      if (job.allowed && !job.allowed[v]) return IMPOSSIBLE;
      if ((this.tooNear[j * visits.length + v] ?? 0) > 0) return IMPOSSIBLE;
    }
    let setUp = 0;
    for (const one of job.setUps)
      if (this.setUps[v * setUpMin.length + one] === 0) setUp += setUpMin[one] ?? 0;
    const load = (this.loads[v] ?? 0) + job.minutes + setUp;
    if (!isPinned && load > (this.limits[v] ?? 0) + 1e-9) return IMPOSSIBLE;
    const excess = load - (this.capacities[v] ?? IMPOSSIBLE);
    const over = excess > 0 ? excess * overPerMin - this.over(v) : 0;
    return (this.at(v).length === 0 ? visit.cost : 0) + setUp + over;
  }

  /**
   * The cheapest turns of a job as everything else stands: a shortest path over the visits.
   * @param j taken off before
   * @param banned visits that are not to be used, unless they are pinned
   */
  bestPath(j: number, banned: ReadonlySet<number> = none): Path {
    const pinned = this.instance.jobs[j]?.pinned ?? [];
    return this.shortest(j, (v) => (banned.has(v) && !pinned.includes(v) ? IMPOSSIBLE : this.placing(j, v)));
  }

  /** The turns a job would take if it were alone. */
  idealPath(j: number): readonly number[] {
    const job = this.instance.jobs[j];
    return this.shortest(j, (v) => (!job?.allowed || job.allowed[v] === 1 ? 0 : IMPOSSIBLE)).visits;
  }

  /** Jobs that a job keeps away from. */
  awayFrom(j: number): number[] {
    return (this.near[j] ?? []).map((one) => one.job);
  }

  /** Jobs whose turns are too near for a job to be at a visit. */
  inTheWay(j: number, v: number): number[] {
    const day = this.days[v] ?? 0;
    return (this.near[j] ?? []).flatMap(({ job, days }) =>
      this.comesNear(this.paths[job], day, days) ? [job] : [],
    );
  }

  private shortest(j: number, nodeCost: (visit: number) => number): Path {
    const { days, best } = this;
    const { jobs, horizon } = this.instance;
    const job = jobs[j];
    if (!job) return { visits: [], cost: 0 };
    const { first, again, tail, pinned } = job;
    const hasPins = pinned.length > 0;
    let end = hasPins ? IMPOSSIBLE : job.never;
    let endsAt = -1;
    let pinSeen = false;
    for (let v = 0; v < days.length; v++) {
      const day = days[v] ?? 0;
      const node = nodeCost(v);
      best[v] = IMPOSSIBLE;
      const isPinned = hasPins && pinned.includes(v);
      if (node < IMPOSSIBLE) {
        let least = pinSeen ? IMPOSSIBLE : (first[day] ?? IMPOSSIBLE);
        let from = -1;
        if (again)
          for (let u = v - 1; u >= 0; u--) {
            const before = best[u] ?? IMPOSSIBLE;
            if (before < least) {
              const cost = before + (again[day - (days[u] ?? 0)] ?? IMPOSSIBLE);
              if (cost < least) {
                least = cost;
                from = u;
              }
            }
            if (hasPins && pinned.includes(u)) break;
          }
        best[v] = least + node;
        this.from[v] = from;
      }
      if (isPinned) {
        // a turn before a pin does not end here
        pinSeen = true;
        end = IMPOSSIBLE;
        endsAt = -1;
      }
      const whole = (best[v] ?? IMPOSSIBLE) + (tail?.[horizon - day] ?? 0);
      const pinsLeft = hasPins && pinned.some((pin) => pin > v);
      if (!pinsLeft && whole < end) {
        end = whole;
        endsAt = v;
      }
    }
    const path: number[] = [];
    for (let v = endsAt; v >= 0; v = this.from[v] ?? -1) path.push(v);
    path.reverse();
    return { visits: path, cost: end };
  }
}
