/** What was typed into a form and not saved, kept as long as the window is open. */
export function keptDraft<B>(name: string): {
  read: () => { base: B; content: unknown } | null;
  keep: (base: B, content: unknown) => void;
  forget: () => void;
} {
  const at = `jondrel.form.${name}`;
  return {
    read: () => {
      try {
        const text = sessionStorage.getItem(at);
        return text === null ? null : (JSON.parse(text) as { base: B; content: unknown });
      } catch {
        // what another version left there is no form of ours: begin anew
        return null;
      }
    },
    keep: (base, content) => sessionStorage.setItem(at, JSON.stringify({ base, content })),
    forget: () => sessionStorage.removeItem(at),
  };
}
