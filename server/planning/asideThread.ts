import { instantAtOf, makePlan } from '../../usecases/plan/plan.ts';
import { powerCut } from '../../usecases/whatIf/powerCut.ts';
import { whatIf } from '../../usecases/whatIf/answer.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { evidenceOf } from '../../model/water/testedWater.ts';
import type { Answer, PlanQuestion } from './messages.ts';

/** Answers what may take its time: other days, what would be if, a power cut. It knows the records and plans nothing of now. */
export class AsideThread {
  private readonly load: () => Promise<Snapshot>;
  private known: Promise<Snapshot> | null = null;

  /** @param load all records as they stand on disk */
  constructor(load: () => Promise<Snapshot>) {
    this.load = load;
  }

  async answer(question: PlanQuestion): Promise<Answer> {
    if (question.ask === 'reload') {
      this.known = null;
      return { heard: true };
    }
    const snapshot = await (this.known ??= this.load());
    if (question.ask === 'hear') {
      for (const day of question.days) snapshot.devices.take(day);
      this.known = Promise.resolve(snapshot.with(question.records));
      return { heard: true };
    }
    if (question.ask === 'plan-at')
      return { plan: makePlan(snapshot, instantAtOf(question.at), question.at) };
    if (question.ask === 'what-if')
      return { whatIf: whatIf(evidenceOf(snapshot), question.what, question.now) };
    if (question.ask === 'power-cut')
      return { powerCut: powerCut(evidenceOf(snapshot), question.siteId, question.hours, question.now) };
    throw new Error(`the thread beside the plan is not asked ${question.ask}`);
  }
}
