/**
 * What was typed and not sent, kept on this device under a name.
 * @param store for as long as the window is open, or, as local storage, until it is forgotten
 */
export function keptAt<T>(
  name: string,
  store: Storage = sessionStorage,
): { read: () => T | null; keep: (typed: T) => void; forget: () => void } {
  const at = `jondrel.kept.${name}`;
  return {
    read: () => {
      try {
        const text = store.getItem(at);
        return text === null ? null : (JSON.parse(text) as T);
      } catch {
        // what another version left there is no form of ours: begin anew
        return null;
      }
    },
    keep: (typed) => store.setItem(at, JSON.stringify(typed)),
    forget: () => store.removeItem(at),
  };
}
