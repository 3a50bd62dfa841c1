import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { listen, type LineWord } from './line.ts';

/** A line as a browser has one: the test says what comes by it. */
class Line extends EventTarget {
  static readonly CONNECTING = 0;
  static readonly CLOSED = 2;
  static opened: Line[] = [];
  readyState = 1;
  constructor() {
    super();
    Line.opened.push(this);
  }
  comes(event: string, data = ''): void {
    this.dispatchEvent(new MessageEvent(event, { data }));
  }
  breaks(readyState: number): void {
    this.readyState = readyState;
    this.dispatchEvent(new Event('error'));
  }
  close(): void {
    this.readyState = Line.CLOSED;
  }
}
/** One holds it, the others wait in their order. */
class Locks {
  private last: Promise<unknown> = Promise.resolve();
  request(_name: string, { signal }: { signal: AbortSignal }, hold: () => Promise<void>): Promise<void> {
    const mine = this.last.then(() => {
      if (signal.aborted) throw new DOMException('', 'AbortError');
      return hold();
    });
    this.last = mine.catch(() => undefined);
    return mine;
  }
}
/** Windows hear each other a moment later. */
const told = (): Promise<unknown> => new Promise((done) => setTimeout(done, 30));
const stops: (() => void)[] = [];
function window(who = 'marit') {
  const heard: LineWord[] = [];
  const stop = listen(who, '/api/changes', (word) => heard.push(word));
  stops.push(stop);
  return { heard, stop, events: () => heard.map(({ event, data }) => `${event}${data}`) };
}

beforeEach(() => {
  Line.opened = [];
  vi.stubGlobal('EventSource', Line);
  vi.stubGlobal('navigator', { locks: new Locks() });
});
afterEach(() => {
  for (const stop of stops.splice(0)) stop();
  vi.unstubAllGlobals();
});

describe('the windows of one browser', () => {
  test('hear by one line; one that comes later is told that it stands, and those before it are not told twice', async () => {
    const [first, second] = [window(), window()];
    await told();
    expect(Line.opened).toHaveLength(1);
    Line.opened[0]?.comes('hello');
    Line.opened[0]?.comes('change', '1');
    await told();
    const third = window();
    await told();
    Line.opened[0]?.comes('plan', '2');
    await told();
    expect(first.events()).toEqual(['hello', 'change1', 'plan2']);
    expect(second.events()).toEqual(['hello', 'change1', 'plan2']);
    expect(third.events()).toEqual(['hello', 'plan2']);
  });

  test('when the one that holds it goes, the next opens a line of its own, and all hear that it stands anew', async () => {
    const [first, second, third] = [window(), window(), window()];
    await told();
    Line.opened[0]?.comes('hello');
    await told();
    first.stop();
    await told();
    expect(Line.opened.map(({ readyState }) => readyState)).toEqual([Line.CLOSED, 1]);
    Line.opened[1]?.comes('hello');
    await told();
    expect([second.events(), third.events()]).toEqual([
      ['hello', 'hello'],
      ['hello', 'hello'],
    ]);
    expect(first.events()).toEqual(['hello']);
  });

  test('another person’s windows hear nothing of it', async () => {
    const [mine, theirs] = [window('marit'), window('jule')];
    await told();
    Line.opened[0]?.comes('change', 'mine');
    await told();
    expect(mine.events()).toEqual(['changemine']);
    expect(theirs.events()).toEqual([]);
  });

  test('one that breaks is said to be away; one that is refused is tried again after a while, until it is given up', async () => {
    const one = window();
    await told();
    vi.useFakeTimers();
    try {
      Line.opened[0]?.breaks(Line.CONNECTING);
      Line.opened[0]?.breaks(Line.CLOSED);
      expect(one.events()).toEqual(['away', 'refused']);
      await vi.advanceTimersByTimeAsync(14_000);
      expect(Line.opened).toHaveLength(1);
      await vi.advanceTimersByTimeAsync(2000);
      expect(Line.opened).toHaveLength(2);
      Line.opened[1]?.breaks(Line.CLOSED);
      one.stop();
      await vi.advanceTimersByTimeAsync(60_000);
      expect(Line.opened).toHaveLength(2);
    } finally {
      vi.useRealTimers();
    }
  });
});
