import { randomUUID } from 'node:crypto';

/** So many changed things are remembered; whoever was away for longer begins anew. */
const REMEMBERED = 20_000;

/**
 * What changed lately, in the order in which it did, so that whoever knows an earlier state is told the rest alone. A
 * cursor names a state of this process: after a restart, or where all was read anew, none of before holds.
 */
export class ChangeLog<T> {
  private epoch = randomUUID();
  private count = 0;
  private held = 0;
  private entries: { n: number; changed: readonly T[] }[] = [];
  /** States before this one are forgotten. */
  private first = 0;
  /** The state since which nothing has moved. */
  private settled = 0;

  /** @param moves what changed may take other things along that have not changed themselves */
  add(changed: readonly T[], moves = false): void {
    this.count++;
    if (moves) this.settled = this.count;
    this.entries.push({ n: this.count, changed });
    this.held += changed.length;
    while (this.held > REMEMBERED && this.entries.length > 1) {
      const gone = this.entries.shift();
      this.held -= gone?.changed.length ?? 0;
      this.first = gone?.n ?? this.first;
    }
  }

  /** Everything may be otherwise: no cursor given out so far holds. */
  startAnew(): void {
    this.epoch = randomUUID();
    this.entries = [];
    this.held = 0;
    this.count = 0;
    this.first = 0;
    this.settled = 0;
  }

  get cursor(): string {
    return `${this.epoch}.${this.count}`;
  }

  /**
   * What changed since a state, oldest first; null: that state is not known here.
   * @param held of whoever holds a part alone: null too where something has moved since
   */
  since(cursor: string, held: 'all' | 'part' = 'all'): T[] | null {
    const [epoch, count] = cursor.split('.');
    const from = Number(count);
    if (epoch !== this.epoch || !Number.isInteger(from) || from < this.first || from > this.count)
      return null;
    if (held === 'part' && from < this.settled) return null;
    return this.entries.filter(({ n }) => n > from).flatMap(({ changed }) => changed);
  }
}
