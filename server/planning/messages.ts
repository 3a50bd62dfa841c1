import type { Explanation } from '../../usecases/plan/explanation.ts';
import type { LevelledPlace } from '../../usecases/levelling/levelledPlace.ts';
import type { WhatIfAnswer } from '../../usecases/whatIf/answer.ts';
import type { WhatIf } from '../../usecases/whatIf/changes.ts';
import type { CutSystem } from '../../usecases/whatIf/powerCut.ts';
import type { Plan } from '../../usecases/plan/plan.ts';
import type { PlanBeside } from '../../usecases/plan/planRows.ts';
import type { PlanChange } from '../../usecases/plan/planState.ts';
import type { Stored } from '../../contract/records.ts';
import type { DeviceDay } from '../../model/water/deviceDays.ts';

/** What the server asks of the thread that plans. `now` is the clock of the server, in milliseconds. */
export type PlanQuestion =
  | { ask: 'plan'; now: number }
  | { ask: 'apply'; now: number; records: readonly Stored[]; days: readonly DeviceDay[] }
  | { ask: 'plan-at'; now: number; at: string }
  /** siteIds: the places that are asked for; null: all. */
  | { ask: 'level'; now: number; siteIds: readonly string[] | null }
  | { ask: 'what-if'; now: number; what: WhatIf }
  | { ask: 'power-cut'; now: number; siteId: string; hours: number }
  | { ask: 'explain'; now: number; jobId: string }
  | { ask: 'reload'; now: number }
  /** Beside the plan: what was written since the last question. */
  | { ask: 'hear'; now: number; records: readonly Stored[]; days: readonly DeviceDay[] };

/** The plan of now as far as it has changed. */
export interface PlanNews {
  /** true: these rows are all there are. */
  all: boolean;
  change: PlanChange;
  days: string;
  rest: PlanBeside;
}
export type Answer =
  | { news: PlanNews }
  | { plan: Plan }
  | { levelled: LevelledPlace[] }
  | { whatIf: WhatIfAnswer }
  | { powerCut: CutSystem[] }
  | { explanation: Explanation | null }
  | { heard: true };
export type PlanReply =
  | ({ id: number } & (Answer | { error: string }))
  /** Worked out without being asked: the day's priors, made again after an older record was corrected. */
  | { id: null; news: PlanNews };
