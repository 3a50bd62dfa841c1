import type { PlanRow } from '../plan/planRows.ts';
import type { Stored } from '../../contract/records.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

/** Something of every place that has jobs, by the places’ names. */
export const eachPlace = <T>(
  { snapshot }: Evidence,
  rows: readonly PlanRow[],
  make: (site: Stored<'site'>, here: PlanRow[]) => T,
): T[] =>
  snapshot
    .all('site')
    .sort((a, b) => a.content.name.localeCompare(b.content.name) || a.id.localeCompare(b.id))
    .flatMap((site) => {
      const here = rows.filter((row) => row.siteId === site.id);
      return here.length === 0 ? [] : [make(site, here)];
    });
