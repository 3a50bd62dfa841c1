import { placeOfJob } from '../../model/facts/places.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

/** What to bring to a visit. */
export interface Bring {
  supplies: { name: string; amounts: string[] }[];
  /** Parts that are replaced. */
  spares: { name: string; count: number }[];
  /** Tools, hands, permits: as the jobs name them. */
  needs: string[];
}

/** What the jobs of a visit use, replace and need: each thing once, supplies with the amounts of all that use them. */
export function bringFor({ snapshot, definitionOf }: Evidence, jobIds: readonly string[]): Bring {
  const supplies = new Map<string, string[]>();
  const spares = new Map<string, number>();
  const needs = new Set<string>();
  for (const jobId of jobIds) {
    const job = snapshot.content('job', jobId);
    if (!job) continue;
    const definition = definitionOf(job);
    for (const { name, amount } of definition.supplies)
      supplies.set(name, [...(supplies.get(name) ?? []), amount]);
    for (const need of definition.needs) needs.add(need);
    if (definition.work !== 'replace') continue;
    // its supplies name the part; where there are none, the thing itself is brought
    const thing = placeOfJob(job, snapshot)?.thing;
    if (thing !== undefined && definition.supplies.length === 0)
      spares.set(thing, (spares.get(thing) ?? 0) + 1);
  }
  return {
    supplies: [...supplies].map(([name, amounts]) => ({ name, amounts })),
    spares: [...spares].map(([name, count]) => ({ name, count })),
    needs: [...needs],
  };
}
