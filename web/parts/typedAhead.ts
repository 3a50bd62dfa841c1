/**
 * Hands on what is typed while a field is still on its way, so that no key is lost and none is taken for a command of the
 * page.
 * @param onType the text as it becomes
 * @returns how to stop: the field is there
 */
export function typedAhead(onType: (change: (before: string) => string) => void): () => void {
  const take = (event: KeyboardEvent): void => {
    const { key } = event;
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (key === 'Backspace') onType((before) => before.slice(0, -1));
    else if (key.length === 1) onType((before) => before + key);
    // nothing is chosen before it is seen
    else if (key !== 'Enter') return;
    event.preventDefault();
    event.stopPropagation();
  };
  window.addEventListener('keydown', take, { capture: true });
  return () => window.removeEventListener('keydown', take, { capture: true });
}
