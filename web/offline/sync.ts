import type { Problem, WorkResult } from '../../contract/work.ts';
import { ApiProblem } from '../api/client.ts';
import type { Unit } from './device.ts';
import { forgetUnit, keepUnit, setAside, setTaken, unitsKept, type NewUnit } from './outbox.ts';

/** The state of sending, for whoever shows it. A new object at each change. */
export interface SyncState {
  /** What is kept on this device, in order: what waits, what was refused, what the server took and is not yet seen. */
  units: readonly Unit[];
  sending: boolean;
  /** First revisions of what a form still waits for: not shown as done before there is an answer. */
  asked: ReadonlySet<string>;
  /** Why sending stopped; null: it did not. */
  heldUp: Problem | null;
  /** Whether this browser keeps what is written. */
  keeps: boolean;
}
export interface SyncParts {
  /** Sends a unit with its pictures. Rejects with `{problem}` where the server refused it or did not answer. */
  send: (unit: Unit) => Promise<WorkResult>;
  /** Whose work may be sent now; null: nobody is signed in and nobody needs to be. */
  mine: () => string | null;
  /** The server took a unit that nobody waits for. */
  onTaken: () => void;
  /** Runs one at a time over all windows of this device. */
  alone: (run: () => Promise<void>) => Promise<void>;
  /** Other windows of this device read the queue again. */
  tellOthers: () => void;
  now: () => number;
}
interface Waiting {
  resolve: (result: WorkResult | 'kept') => void;
  reject: (error: unknown) => void;
  /** It is on the disk: a round that begins now sends it, or another window has. */
  kept: boolean;
}

/** Not this unit's fault: it is tried again as it is. */
const holdsUp = new Set([0, 401, 408, 425, 429, 502, 503, 504, 507]);
const FIRST_PAUSE_MS = 2_000;
const LONGEST_PAUSE_MS = 60_000;

/**
 * Sends what is kept on the device, in order, one at a time. What the server refuses is set aside by name and the rest
 * go on; what cannot be sent now is tried again, ever less often, until it can.
 */
export class Sync {
  private state: SyncState = {
    units: [],
    sending: false,
    asked: new Set(),
    heldUp: null,
    keeps: true,
  };
  private readonly listeners = new Set<() => void>();
  /** Whoever waits for an answer, by the unit’s first revision: known before it is on the disk. */
  private readonly waiting = new Map<string, Waiting>();
  private readonly parts: SyncParts;
  /** When a unit was taken, by this window's clock. */
  private readonly takenAt = new Map<number, number>();
  private running: Promise<void> | null = null;
  private again = false;
  private pauseMs = FIRST_PAUSE_MS;
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor(parts: SyncParts) {
    this.parts = parts;
  }
  get = (): SyncState => this.state;
  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Keeps it and goes on: it is sent when it can be. Resolves once it is on the disk. */
  async keep(unit: NewUnit): Promise<void> {
    if (await this.take(unit)) void this.run();
    else await this.parts.send({ ...unit, n: 0, refused: null, taken: false }).then(this.parts.onTaken);
  }
  /**
   * Keeps it and waits for the answer, or for the news that there is none.
   * @returns the server's answer, or that it is kept
   * @throws what the server refused it with: it is then no longer kept, its form still has what was typed
   */
  async submit(unit: NewUnit): Promise<WorkResult | 'kept'> {
    const answer = new Promise<WorkResult | 'kept'>((resolve, reject) =>
      this.waiting.set(keyOf(unit), { resolve, reject, kept: false }),
    );
    this.set({ asked: new Set(this.waiting.keys()) });
    const kept = await this.take(unit);
    if (!kept) {
      this.waiting.delete(keyOf(unit));
      this.set({ asked: new Set(this.waiting.keys()) });
      return this.parts.send({ ...unit, n: 0, refused: null, taken: false });
    }
    const waiting = this.waiting.get(keyOf(unit));
    if (waiting) waiting.kept = true;
    void this.run();
    return answer;
  }
  /** Another try, or the end of it, for what was set aside. */
  async settle(n: number, how: 'again' | 'drop'): Promise<void> {
    await (how === 'again' ? setAside(n, null) : forgetUnit(n));
    await this.reload();
    this.parts.tellOthers();
    if (how === 'again') void this.run();
  }
  /** Records that were asked for then are on the disk: what was taken before is among them, and kept no longer. */
  async seen(begunAt: number): Promise<void> {
    const gone = this.state.units.filter(
      ({ n, taken }) => taken && (this.takenAt.get(n) ?? Number.POSITIVE_INFINITY) < begunAt,
    );
    if (gone.length === 0) return;
    for (const { n } of gone) await forgetUnit(n);
    await this.reload();
    this.parts.tellOthers();
  }
  async reload(): Promise<void> {
    const units = await unitsKept().catch(() => null);
    // taken in another window or before a restart: whatever is asked for from now on has it
    for (const { n, taken } of units ?? [])
      if (taken && !this.takenAt.has(n)) this.takenAt.set(n, this.parts.now());
    this.set(units ? { units } : { keeps: false });
  }
  /** Another window of this device kept, sent or settled something. */
  async follow(): Promise<void> {
    await this.reload();
    await this.heed();
  }

  /** Sends what waits. Asked while it runs, it goes round once more. */
  run(): Promise<void> {
    this.again = true;
    this.running ??= this.parts
      .alone(async () => {
        while (this.again) {
          this.again = false;
          await this.round();
        }
      })
      // the device itself failed: whoever waits need not, it is tried again
      .catch((error: unknown) => {
        this.again = false;
        this.set({ heldUp: problemIn(error) });
        for (const [key, { kept }] of this.waiting)
          if (kept) this.answer(key, ({ resolve }) => resolve('kept'));
        this.tryLater();
      })
      .finally(() => {
        this.running = null;
        this.set({ sending: false });
        if (this.again) void this.run();
      });
    return this.running;
  }

  /** Null where this browser keeps nothing (some private windows): it is then sent at once or not at all. */
  private async take(unit: NewUnit): Promise<Unit | null> {
    const kept = await keepUnit(unit).catch(() => null);
    this.set({ keeps: kept !== null });
    if (!kept) return null;
    this.set({ units: [...this.state.units, kept] });
    this.parts.tellOthers();
    return kept;
  }

  private async round(): Promise<void> {
    const asked = [...this.waiting].flatMap(([key, { kept }]) => (kept ? [key] : []));
    await this.reload();
    const mine = this.parts.mine();
    const due = this.state.units.filter(
      (unit) => !unit.taken && unit.refused === null && (unit.accountId === null || unit.accountId === mine),
    );
    if (due.length > 0) this.set({ sending: true });
    for (const unit of due) {
      const problem = await this.sendOne(unit);
      if (problem) {
        this.set({ heldUp: problem });
        this.tryLater();
        break;
      }
    }
    await this.heed();
    // held up: whoever waits need not
    for (const key of asked) this.answer(key, ({ resolve }) => resolve('kept'));
  }
  /**
   * Whichever window has its turn sends what all of them keep: a form whose unit went from another one hears the
   * answer from the disk, as if it had been sent from here.
   */
  private async heed(): Promise<void> {
    for (const [key, { kept }] of this.waiting) {
      const unit = kept ? this.state.units.find((one) => keyOf(one) === key) : undefined;
      if (unit?.taken) this.answer(key, ({ resolve }) => resolve(unit.result ?? 'kept'));
      if (!unit?.refused) continue;
      const refused = new ApiProblem(unit.refused);
      this.answer(key, ({ reject }) => reject(refused));
      // its form has what was typed: it is not set aside as well
      await forgetUnit(unit.n);
      await this.reload();
      this.parts.tellOthers();
    }
  }
  /** @returns why all must wait; null: it is through, or set aside */
  private async sendOne(unit: Unit): Promise<Problem | null> {
    const key = keyOf(unit);
    let result: WorkResult;
    try {
      result = await this.parts.send(unit);
    } catch (error) {
      const problem = problemIn(error);
      const noNetwork = problem.status === 0;
      if (this.waiting.has(key) && !noNetwork) {
        await forgetUnit(unit.n);
        await this.reload();
        this.answer(key, ({ reject }) => reject(error));
        return null;
      }
      if (holdsUp.has(problem.status)) return problem;
      await setAside(unit.n, problem);
      await this.reload();
      this.parts.tellOthers();
      return null;
    }
    this.pauseMs = FIRST_PAUSE_MS;
    this.takenAt.set(unit.n, this.parts.now());
    await setTaken(unit.n, result);
    await this.reload();
    this.set({ heldUp: null });
    this.parts.tellOthers();
    if (!this.answer(key, ({ resolve }) => resolve(result))) this.parts.onTaken();
    return null;
  }
  /** @returns whether anybody waited for it */
  private answer(key: string, how: (waiting: Waiting) => void): boolean {
    const waiting = this.waiting.get(key);
    if (!waiting) return false;
    this.waiting.delete(key);
    this.set({ asked: new Set(this.waiting.keys()) });
    how(waiting);
    return true;
  }
  private tryLater(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.run(), this.pauseMs);
    this.pauseMs = Math.min(LONGEST_PAUSE_MS, this.pauseMs * 2);
  }
  private set(some: Partial<SyncState>): void {
    this.state = { ...this.state, ...some };
    for (const listener of this.listeners) listener();
  }
}

/** What a unit is known by before it has its number. */
export const keyOf = ({ writes }: NewUnit): string => writes[0]?.revisionId ?? '';
const problemIn = (error: unknown): Problem =>
  typeof error === 'object' && error !== null && 'problem' in error
    ? (error as { problem: Problem }).problem
    : { type: 'about:blank', title: 'Not sent', status: 500, detail: String(error) };
