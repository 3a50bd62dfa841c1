import type { Instant } from '../../core/time/day.ts';
import { endOfToday, makePlan } from '../plan/plan.ts';
import type { PlanRow } from '../plan/planRows.ts';
import type { Stored } from '../../contract/records.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { hypothetical, type WhatIf } from './changes.ts';
import { nutrientBalances, type NutrientBalance } from './expectedWater.ts';

/** What would be otherwise: the records laid over, the plan they make, and what nobody can know. */
export interface WhatIfAnswer {
  records: Stored[];
  rows: PlanRow[];
  notKnown: string[];
  /** How nutrients rise now: what a visit more or less does to them follows from it. */
  balances: NutrientBalance[];
}

export function whatIf(evidence: Evidence, asked: WhatIf, now: Instant): WhatIfAnswer {
  const { records, notKnown } = hypothetical(evidence, asked, now);
  const over = evidence.snapshot.with(records);
  return {
    ...{ records, notKnown },
    rows: makePlan(over, endOfToday(now), new Date(now).toISOString()).jobs,
    balances: nutrientBalances(evidence, now),
  };
}
