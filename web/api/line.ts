// A browser opens six lines to one server and lets everything else wait for one of them: its windows hear by one line that
// the first of them holds; when that one closes, the next takes over.

/** What comes by the line. hello: it stands (again); away: it broke and is tried again; refused: the server will not have it. */
export type LineEvent = 'hello' | 'change' | 'plan' | 'away' | 'refused';
export interface LineWord {
  event: LineEvent;
  data: string;
}
/** A line that was refused is tried again after so long. */
const AGAIN_MS = 15_000;
/** A window that comes later asks how the line stands. */
const HOW_IS_IT = 'how is it';

/**
 * Hears what the server says of changes.
 * @param who signed in: whoever comes after them listens by another line
 * @param path of the line, with the places that are held: windows that hold others listen by another
 * @returns how to stop
 */
export function listen(who: string, path: string, hear: (word: LineWord) => void): () => void {
  const name = `jondrel-line ${who} ${path}`;
  const others = new BroadcastChannel(name);
  const end = new AbortController();
  let standing: LineWord | null = null;
  let isHeard = false;
  const heed = (word: LineWord): void => {
    isHeard = true;
    hear(word);
  };
  const say = (event: LineEvent, data = ''): void => {
    const word = { event, data };
    if (event !== 'change' && event !== 'plan') standing = word;
    heed(word);
    others.postMessage(word);
  };
  others.addEventListener(
    'message',
    ({ data }: MessageEvent<LineWord | typeof HOW_IS_IT | { to: LineWord }>) => {
      if (data === HOW_IS_IT) {
        if (standing) others.postMessage({ to: standing });
      } else if ('to' in data) {
        // whoever has heard already knows
        if (!isHeard) heed(data.to);
      } else heed(data);
    },
  );
  others.postMessage(HOW_IS_IT);
  const open = (): void => {
    if (end.signal.aborted) return;
    const source = new EventSource(path);
    for (const event of ['hello', 'change', 'plan'] as const)
      source.addEventListener(event, ({ data }: MessageEvent<string>) => say(event, data));
    source.addEventListener('error', () => {
      if (source.readyState === EventSource.CONNECTING) say('away');
      if (source.readyState !== EventSource.CLOSED) return;
      say('refused');
      // whatever stands between may have answered for a server that was just starting
      setTimeout(open, AGAIN_MS);
    });
    end.signal.addEventListener('abort', () => source.close());
  };
  const hold = (): Promise<void> =>
    new Promise((release) => {
      end.signal.addEventListener('abort', () => release());
      open();
    });
  navigator.locks.request(name, { signal: end.signal }, hold).catch((error: unknown) => {
    // stopped while it waited for its turn
    if (!end.signal.aborted) throw error;
  });
  return () => {
    end.abort();
    others.close();
  };
}
