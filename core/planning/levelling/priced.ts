import type { LevelInstance, Placement } from './instance.ts';

/** What a placement costs, minutes, and where it comes from; and what it breaks. */
export interface Priced {
  /** Early and late, of all jobs. */
  timing: number;
  visits: number;
  setUps: number;
  over: number;
  total: number;
  /** Visits that are made. */
  made: number;
  /** Minutes by visit, set-ups included. */
  loads: readonly number[];
  /** Pairs that stand too close, visits fuller than they may be, places where it may not be: none in a plan. */
  broken: readonly string[];
}

/** The cost of a job's turns, apart from all others. */
export function timingCost(
  { jobs, visits, horizon }: LevelInstance,
  job: number,
  path: readonly number[],
): number {
  const of = jobs[job];
  if (!of) return 0;
  const day = (visit: number | undefined): number => visits[visit ?? 0]?.day ?? 0;
  if (path.length === 0) return of.never;
  let sum = of.first[day(path[0])] ?? 0;
  for (let i = 1; i < path.length; i++) sum += of.again?.[day(path[i]) - day(path[i - 1])] ?? 0;
  return sum + (of.tail?.[horizon - day(path.at(-1))] ?? 0);
}

/** Prices a placement from nothing, as a check on any search. */
export function priced(instance: LevelInstance, placement: Placement): Priced {
  const { jobs, visits, setUpMin, apart, overPerMin } = instance;
  const broken: string[] = [];
  const loads = visits.map(() => 0);
  const setUp = visits.map(() => new Set<number>());
  let [timing, made, visitCost, setUps, over] = [0, 0, 0, 0, 0];
  for (const [j, path] of placement.entries()) {
    timing += timingCost(instance, j, path);
    const job = jobs[j];
    if (!job) continue;
    for (const [i, v] of path.entries()) {
      loads[v] = (loads[v] ?? 0) + job.minutes;
      for (const one of job.setUps) setUp[v]?.add(one);
      if (i > 0 && v <= (path[i - 1] ?? 0)) broken.push(`job ${j} twice or out of order`);
      if (job.allowed && !job.allowed[v] && !job.pinned.includes(v))
        broken.push(`job ${j} not allowed at ${v}`);
    }
    for (const pin of job.pinned) if (!path.includes(pin)) broken.push(`job ${j} lost its pin at ${pin}`);
  }
  const isPinned = (v: number): boolean => jobs.some((job) => job.pinned.includes(v));
  for (const [v, visit] of visits.entries()) {
    const sets = [...(setUp[v] ?? [])].reduce((sum, one) => sum + (setUpMin[one] ?? 0), 0);
    const load = (loads[v] ?? 0) + sets;
    loads[v] = load;
    if (load === 0 && sets === 0 && !placement.some((path) => path.includes(v))) continue;
    made++;
    visitCost += visit.cost;
    setUps += sets;
    over += overPerMin * Math.max(0, load - visit.capacityMin);
    if (load > visit.capacityMin + visit.mostOverMin + 1e-9 && !isPinned(v))
      broken.push(`visit ${v} too full`);
  }
  for (const { a, b, days } of apart)
    for (const u of placement[a] ?? [])
      for (const v of placement[b] ?? []) {
        const bothPinned = jobs[a]?.pinned.includes(u) && jobs[b]?.pinned.includes(v);
        if (Math.abs((visits[u]?.day ?? 0) - (visits[v]?.day ?? 0)) < days && !bothPinned)
          broken.push(`jobs ${a} and ${b} too close`);
      }
  const total = timing + visitCost + setUps + over;
  return { timing, visits: visitCost, setUps, over, total, made, loads, broken };
}
