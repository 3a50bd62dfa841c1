import type { LevelInstance, Placement } from './instance.ts';

/** A mixed-integer program in the CPLEX LP format, and how its answer is read back. */
export interface ExactModel {
  lp: string;
  /** @param value of a column by its name */
  placementOf: (value: (column: string) => number) => Placement;
}

const term = (factor: number, column: string): string =>
  `${factor < 0 ? '-' : '+'} ${Math.abs(factor).toPrecision(12)} ${column}`;

/**
 * The same model as the search works on, written out: a 0/1 column for each arc "done at u, next at v" of each job, from
 * its begin to its end; a visit is paid for where any job is there, a set-up where any job there needs it.
 */
export function exactModel({
  jobs,
  visits,
  setUpMin,
  apart,
  overPerMin,
  horizon,
}: LevelInstance): ExactModel {
  const goal: string[] = [];
  const rows: string[] = [];
  const binaries: string[] = [];
  const bounds: string[] = [];
  /** By job and visit: the columns by which it comes there. */
  const comes: string[][][] = jobs.map(() => visits.map(() => []));
  const day = (v: number): number => visits[v]?.day ?? 0;
  const column = (name: string, cost: number): string => {
    binaries.push(name);
    if (cost !== 0) goal.push(term(cost, name));
    return name;
  };
  for (const [j, job] of jobs.entries()) {
    const leaves: string[][] = visits.map(() => []);
    const may = (v: number): boolean => !job.allowed || job.allowed[v] === 1 || job.pinned.includes(v);
    const begins: string[] = [];
    const pins = [...job.pinned];
    if (Number.isFinite(job.never) && pins.length === 0) begins.push(column(`n${j}`, job.never));
    for (let v = 0; v < visits.length; v++) {
      if (!may(v)) continue;
      const first = job.first[day(v)] ?? Infinity;
      if (Number.isFinite(first)) {
        const name = column(`s${j}_${v}`, first);
        begins.push(name);
        comes[j]?.[v]?.push(name);
      }
      for (let u = 0; job.again && u < v; u++) {
        if (!may(u)) continue;
        const name = column(`a${j}_${u}_${v}`, job.again[day(v) - day(u)] ?? 0);
        comes[j]?.[v]?.push(name);
        leaves[u]?.push(name);
      }
      leaves[v]?.push(column(`e${j}_${v}`, job.tail?.[horizon - day(v)] ?? 0));
    }
    rows.push(`${begins.map((one) => `+ ${one}`).join(' ')} = 1`);
    for (let v = 0; v < visits.length; v++) {
      const into = comes[j]?.[v] ?? [];
      const out = leaves[v] ?? [];
      if (into.length + out.length > 0)
        rows.push(`${into.map((one) => `+ ${one}`).join(' ')} ${out.map((one) => `- ${one}`).join(' ')} = 0`);
    }
    for (const pin of pins) rows.push(`${(comes[j]?.[pin] ?? []).map((one) => `+ ${one}`).join(' ')} = 1`);
  }
  for (const [v, visit] of visits.entries()) {
    const load: string[] = [];
    let isUsed = false;
    const needed = new Set<number>();
    for (const [j, job] of jobs.entries()) {
      const into = comes[j]?.[v] ?? [];
      if (into.length === 0) continue;
      const sum = into.map((one) => `+ ${one}`).join(' ');
      load.push(...into.map((one) => term(job.minutes, one)));
      if (visit.cost > 0) {
        rows.push(`${sum} - y${v} <= 0`);
        isUsed = true;
      }
      for (const one of job.setUps) {
        rows.push(`${sum} - k${v}_${one} <= 0`);
        needed.add(one);
      }
    }
    if (isUsed) {
      goal.push(term(visit.cost, `y${v}`));
      bounds.push(`0 <= y${v} <= 1`);
    }
    for (const one of needed) {
      goal.push(term(setUpMin[one] ?? 0, `k${v}_${one}`));
      load.push(term(setUpMin[one] ?? 0, `k${v}_${one}`));
      bounds.push(`0 <= k${v}_${one} <= 1`);
    }
    if (Number.isFinite(visit.capacityMin) && load.length > 0) {
      if (visit.mostOverMin > 0) {
        goal.push(term(overPerMin, `o${v}`));
        bounds.push(`0 <= o${v} <= ${visit.mostOverMin}`);
        load.push(`- o${v}`);
      }
      rows.push(`${load.join(' ')} <= ${visit.capacityMin}`);
    }
  }
  for (const { a, b, days } of apart)
    for (let u = 0; u < visits.length; u++)
      for (let v = 0; v < visits.length; v++) {
        const both = [...(comes[a]?.[u] ?? []), ...(comes[b]?.[v] ?? [])];
        if (Math.abs(day(u) - day(v)) < days && both.length > 0)
          rows.push(`${both.map((one) => `+ ${one}`).join(' ')} <= 1`);
      }
  const lp = [
    'Minimize',
    ` obj: ${goal.join(' ') || `0 ${binaries[0] ?? 'n0'}`}`,
    'Subject To',
    ...rows.map((row, i) => ` c${i}: ${row}`),
    'Bounds',
    ...bounds.map((bound) => ` ${bound}`),
    'Binaries',
    ` ${binaries.join(' ')}`,
    'End',
    '',
  ].join('\n');
  return {
    lp,
    placementOf: (value) =>
      comes.map((of) => of.flatMap((into, v) => (into.some((one) => value(one) > 0.5) ? [v] : []))),
  };
}
