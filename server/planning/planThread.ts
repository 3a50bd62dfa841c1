import { endOfToday } from '../../usecases/plan/plan.ts';
import { nothingBeside } from '../../usecases/plan/planRows.ts';
import { PlanState, type PlanChange } from '../../usecases/plan/planState.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { FoundBefore } from '../../usecases/levelling/foundBefore.ts';
import { levelledPlaces, placesOf } from '../../usecases/levelling/levelPlan.ts';
import type { LevelledPlace } from '../../usecases/levelling/levelledPlace.ts';
import { inBetween } from '../../store/inBetween.ts';
import type { Answer, PlanNews, PlanQuestion } from './messages.ts';

/** Above so many jobs the day's priors are made again when there is nothing else to do, not before answering. */
const PRIORS_AT_ONCE = 2000;

/** What the planning thread knows and answers; apart from its thread, so that it can be tested without one. */
export class PlanThread {
  private readonly load: () => Promise<Snapshot>;
  private state: PlanState | null = null;
  private readonly found = new FoundBefore();

  /** @param load all records as they stand on disk */
  constructor(load: () => Promise<Snapshot>) {
    this.load = load;
  }

  async answer(question: PlanQuestion): Promise<Answer> {
    if (question.ask === 'level') {
      const state = await this.current(question.now);
      return { levelled: await this.levelInBetween(state, question) };
    }
    if (question.ask === 'explain') {
      const state = await this.current(question.now);
      return { explanation: state.explain(question.jobId) };
    }
    if (question.ask === 'reload') this.state = null;
    const known = this.state !== null;
    const state = await this.current(question.now);
    const today = endOfToday(question.now);
    if (question.ask === 'apply' && known) {
      const change = state.apply(question.records, question.days);
      const renewed = state.size <= PRIORS_AT_ONCE ? state.settle() : null;
      if (state.days(today) === state.days()) return { news: this.news(renewed ?? change, renewed !== null) };
    } else if (question.ask === 'apply') state.apply(question.records, question.days);
    if (state.days(today) !== state.days()) state.renew(today);
    return { news: this.news({ rows: state.allRows(), gone: [] }, true) };
  }

  /** What was put off: the day's priors. null where nothing was. */
  settle(): PlanNews | null {
    const change = this.state?.settle() ?? null;
    return change && this.news(change, true);
  }

  private async current(now: number): Promise<PlanState> {
    if (this.state) return this.state;
    return (this.state = new PlanState(await this.load(), endOfToday(now)));
  }

  private news(change: PlanChange, all: boolean): PlanNews {
    const rest = this.state?.beside() ?? nothingBeside;
    return { all, change, days: this.state?.days() ?? '', rest };
  }

  /** Levels step by step: whoever asks for something else meanwhile is answered in between. */
  private async levelInBetween(
    state: PlanState,
    { now, siteIds }: Extract<PlanQuestion, { ask: 'level' }>,
  ): Promise<LevelledPlace[]> {
    const all = placesOf(state.evidence, state.allRows(), now);
    const search = this.found.search(all, siteIds && new Set(siteIds));
    const { places, placements } = await inBetween(search);
    return levelledPlaces(state.snapshot, places, placements);
  }
}
