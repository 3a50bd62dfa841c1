import { EventEmitter } from 'node:events';
import { byRisk } from '../../core/planning/byRisk.ts';
import type { Explanation } from '../../usecases/plan/explanation.ts';
import type { LevelledPlace } from '../../usecases/levelling/levelledPlace.ts';
import type { WhatIfAnswer } from '../../usecases/whatIf/answer.ts';
import type { WhatIf } from '../../usecases/whatIf/changes.ts';
import type { CutSystem } from '../../usecases/whatIf/powerCut.ts';
import type { Plan, PlanRow } from '../../usecases/plan/plan.ts';
import type { Stored } from '../../contract/records.ts';
import type { DeviceDay } from '../../model/water/deviceDays.ts';
import { nothingBeside } from '../../usecases/plan/planRows.ts';
import { daysOf } from '../../usecases/plan/planState.ts';
import { planAtHand, type SitesAtHand } from '../../usecases/atHand.ts';
import type { PlanChanges, ToldPlan } from '../../usecases/changes.ts';
import { ChangeLog } from '../../store/changeLog.ts';
import type { KeptPlans } from '../../store/keptPlans.ts';
import type { Store, StoreChange } from '../../store/store.ts';
import type { Answer, PlanNews, PlanQuestion } from './messages.ts';
import { newWorker, Thread } from './thread.ts';

const isSame = (before: PlanRow | undefined, after: PlanRow): boolean =>
  before !== undefined && JSON.stringify(before) === JSON.stringify(after);

/** @throws what went wrong in the thread */
function answered(reply: Answer | { error: string }): Answer {
  if ('error' in reply) throw new Error(reply.error);
  return reply;
}

const goneFrom = (known: ReadonlyMap<string, PlanRow>, rows: readonly PlanRow[]): string[] => {
  const left = new Set(rows.map((row) => row.jobId));
  return [...known.keys()].filter((jobId) => !left.has(jobId));
};

/**
 * Where the server asks for plans. They are worked out in a thread of their own, which is told of every change, and kept
 * in the database, so that a start has dates at once. What may take its time (another day, what would be if) is asked of a
 * second thread, so that no plan waits for it.
 */
export class Planner {
  private readonly store: Store;
  private readonly kept: KeptPlans;
  private readonly now: () => number;
  private readonly log: (error: unknown) => void;
  private readonly thread: Thread;
  private readonly aside: Thread;
  /** What the thread beside the plan has not heard yet; null: it reads all of it from disk when it is asked. */
  private unheard: { records: Stored[]; days: DeviceDay[] } | null = null;
  /** The plan of now: rows by job, and what stands beside them. */
  private rows = new Map<string, PlanRow>();
  private rest: PlanNews['rest'] = nothingBeside;
  /** Jobs whose rows changed, and when what stands beside them did. */
  private readonly changedRows = new ChangeLog<string>();
  private readonly changedBeside = new ChangeLog<true>();
  private besideText = '';
  private days: string | null = null;
  /** By which places, as long as nothing is written. */
  private levelled: { key: string; places: Map<string, Promise<LevelledPlace[]>> } | null = null;
  /** Ends when all that was written so far is in the plan. */
  private caughtUp: Promise<unknown> = Promise.resolve();
  private saving: Promise<unknown> = Promise.resolve();
  private readonly moves = new EventEmitter().setMaxListeners(0);
  private readonly stopListening: () => void;

  constructor(
    parts: { store: Store; kept: KeptPlans; file: string },
    now: () => number,
    log: (error: unknown) => void,
  ) {
    this.store = parts.store;
    this.kept = parts.kept;
    this.now = now;
    this.log = log;
    const { file } = parts;
    this.thread = new Thread(() => newWorker({ file, role: 'plan' }), {
      error: log,
      end: () => (this.days = null),
      news: (news) => this.take(news, this.store.version, true),
    });
    this.aside = new Thread(() => newWorker({ file, role: 'aside' }), {
      error: log,
      end: () => (this.unheard = null),
      news: () => undefined,
    });
    this.stopListening = this.store.onChange((change) => this.changed(change));
  }

  /** The plan at the end of the current local day of each site. */
  async plan(): Promise<Plan> {
    await this.current();
    return { at: this.at, jobs: [...this.rows.values()].sort(byRisk), ...this.rest };
  }

  /** Ends when the rows are those of now, with everything written so far in them. */
  private async current(): Promise<void> {
    if (this.days === null && !this.thread.isRunning) await this.takeKept();
    if (this.days !== (await this.today())) {
      const ask = this.caughtUp.then(() => this.ask({ ask: 'plan', now: this.now() }));
      this.caughtUp = ask.catch(() => undefined);
      await ask;
    } else await this.caughtUp;
  }
  private get at(): string {
    return new Date(this.now()).toISOString();
  }

  /**
   * What of the plan of now changed since a cursor, or all of it where that is not known any more.
   * @param held of these places alone
   */
  async changesSince(cursor: string | null, held: SitesAtHand = null): Promise<PlanChanges> {
    const all = await this.allChangesSince(cursor);
    return held === null ? all : planAtHand(await this.store.snapshot(), held)(all);
  }

  private async allChangesSince(cursor: string | null): Promise<PlanChanges> {
    await this.current();
    const { at } = this;
    const [rowsAt, besideAt] = cursor?.split(' ') ?? [];
    const changed = rowsAt === undefined ? null : this.changedRows.since(rowsAt);
    const besides = besideAt === undefined ? null : this.changedBeside.since(besideAt);
    const ids = changed === null ? [...this.rows.keys()] : [...new Set(changed)];
    return {
      ...{ cursor: this.cursor, whole: changed === null, at },
      rows: ids.flatMap((id) => this.rows.get(id) ?? []),
      gone: ids.filter((id) => !this.rows.has(id)),
      beside: changed === null || besides === null || besides.length > 0 ? this.rest : null,
    };
  }

  /** The plan of another day or instant. */
  async planAt(at: string): Promise<Plan> {
    const reply = await this.askAside({ ask: 'plan-at', now: this.now(), at });
    if (!('plan' in reply)) throw new Error('the planning thread answered something else');
    return reply.plan;
  }

  /** The levelled plan of some places, or of all; worked out once for what stands written and the day. */
  async level(siteIds: readonly string[] | null): Promise<LevelledPlace[]> {
    await this.current();
    const asked = siteIds && [...siteIds].sort();
    const key = `${this.store.version} ${this.days ?? ''}`;
    if (this.levelled?.key !== key) this.levelled = { key, places: new Map() };
    const { places } = this.levelled;
    const which = asked?.join(' ') ?? 'all';
    let running = places.get(which);
    if (!running) {
      running = this.ask({ ask: 'level', now: this.now(), siteIds: asked }).then((reply) => {
        if (!('levelled' in reply)) throw new Error('the planning thread answered something else');
        return reply.levelled;
      });
      places.set(which, running);
      // a failure is not kept: the next one asks again
      running.catch(() => places.delete(which));
    }
    return running;
  }

  /** The plan as it would be if one thing were otherwise. */
  async whatIf(what: WhatIf): Promise<WhatIfAnswer> {
    const reply = await this.askAside({ ask: 'what-if', now: this.now(), what });
    if (!('whatIf' in reply)) throw new Error('the planning thread answered something else');
    return reply.whatIf;
  }

  /** What a power cut of some hours would do to a place’s systems. */
  async powerCut(siteId: string, hours: number): Promise<CutSystem[]> {
    const reply = await this.askAside({ ask: 'power-cut', now: this.now(), siteId, hours });
    if (!('powerCut' in reply)) throw new Error('the planning thread answered something else');
    return reply.powerCut;
  }

  /** Why a job's date lies where it lies; null where there is no such job. */
  async explain(jobId: string): Promise<Explanation | null> {
    await this.caughtUp;
    const reply = await this.ask({ ask: 'explain', now: this.now(), jobId });
    if (!('explanation' in reply)) throw new Error('the planning thread answered something else');
    return reply.explanation;
  }

  /**
   * Called when the plan has moved; null: it is to be asked for anew. unasked: though nobody wrote anything.
   * @returns how to stop listening
   */
  onMove(listener: (moved: ToldPlan | null, unasked: boolean) => void): () => void {
    this.moves.on('move', listener);
    return () => this.moves.off('move', listener);
  }

  /** Gets the thread ready before anybody asks for what only it knows. */
  warm(): void {
    this.caughtUp = this.ask({ ask: 'plan', now: this.now() }).catch(this.log);
  }

  /** Ends when the plan of everything written so far is in the database. */
  async stored(): Promise<void> {
    await this.caughtUp;
    await this.saving;
  }

  async stop(): Promise<void> {
    this.stopListening();
    await this.stored();
    await Promise.all([this.thread.stop(), this.aside.stop()]);
  }

  /** The state of the plan, as changesSince names it. */
  private get cursor(): string {
    return `${this.changedRows.cursor} ${this.changedBeside.cursor}`;
  }

  private async today(): Promise<string> {
    return daysOf(await this.store.snapshot(), () => this.now());
  }

  /** A start: what was kept holds if nothing was written since and the day is the same. The thread reads meanwhile. */
  private async takeKept(): Promise<void> {
    const kept = await this.kept.load();
    if (kept?.days !== (await this.today()) || this.days !== null) return;
    this.rows = new Map(kept.rows.map((row) => [row.jobId, row]));
    this.rest = kept.rest;
    this.changedRows.startAnew();
    this.changedBeside.startAnew();
    this.besideText = JSON.stringify(kept.rest);
    this.days = kept.days;
  }

  private changed(change: StoreChange | null): void {
    if (change === null) this.unheard = null;
    // one by one: a file of a hundred thousand rows is too much for one call
    for (const record of change?.records ?? []) this.unheard?.records.push(record);
    for (const day of change?.days ?? []) this.unheard?.days.push(day);
    // nobody has asked for a plan yet: the thread will read these from disk
    if (!this.thread.isRunning && this.days === null) return;
    const now = this.now();
    const question: PlanQuestion = change
      ? { ask: 'apply', now, records: change.records, days: change.days }
      : { ask: 'reload', now };
    this.caughtUp = this.ask(question).catch((error: unknown) => {
      this.days = null;
      this.log(error);
      this.moves.emit('move', null, true);
    });
  }

  private async ask(question: PlanQuestion): Promise<Answer> {
    const version = this.store.version;
    const reply = answered(await this.thread.ask(question));
    if ('news' in reply) this.take(reply.news, version);
    return reply;
  }

  /** A question of the records as they stand now, for the thread beside the plan. */
  private async askAside(question: PlanQuestion): Promise<Answer> {
    const now = this.now();
    const news = this.unheard;
    this.unheard = { records: [], days: [] };
    // questions are answered in their order: what was written is heard before it is asked about
    const heard =
      news === null
        ? this.aside.ask({ ask: 'reload', now })
        : news.records.length + news.days.length > 0
          ? this.aside.ask({ ask: 'hear', now, ...news })
          : Promise.resolve();
    const [, reply] = await Promise.all([heard, this.aside.ask(question)]);
    return answered(reply);
  }

  /** @param unasked nobody wrote anything: the plan has moved by itself */
  private take(news: PlanNews, version: number, unasked = false): void {
    const { rows } = news.change;
    const gone = news.all ? goneFrom(this.rows, rows) : news.change.gone;
    // a row that was worked out anew and came to the same tells nobody anything
    const moved = rows.filter((row) => !isSame(this.rows.get(row.jobId), row));
    for (const row of moved) this.rows.set(row.jobId, row);
    for (const jobId of gone) this.rows.delete(jobId);
    const since = this.cursor;
    const touched = [...moved.map((row) => row.jobId), ...gone];
    if (touched.length > 0) this.changedRows.add(touched);
    this.rest = news.rest;
    const beside = JSON.stringify(news.rest);
    const isBesideNew = beside !== this.besideText;
    if (isBesideNew) this.changedBeside.add([true]);
    this.besideText = beside;
    if (touched.length > 0 || isBesideNew) {
      const changes = {
        cursor: this.cursor,
        whole: false,
        at: this.at,
        rows: moved,
        gone,
      };
      const told: ToldPlan = { since, ...changes, beside: isBesideNew ? news.rest : null };
      this.moves.emit('move', told, unasked);
    }
    this.days = news.days;
    this.saving = this.kept.save({ ...news.change, all: news.all }, news, version).catch(this.log);
  }
}
