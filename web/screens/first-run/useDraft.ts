import { useEffect, useState } from 'react';
import { emptyDraft, type SystemDraft } from './draft.ts';

const KEY = 'jondrel.describe';

function read(): SystemDraft {
  try {
    return { ...emptyDraft(), ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<SystemDraft>) };
  } catch {
    // a damaged draft cannot be read back: begin again
    return emptyDraft();
  }
}
export const hasDraft = (): boolean => localStorage.getItem(KEY) !== null;

/** What was typed, kept on the device as it is typed. */
export function useDraft(): [SystemDraft, (some: Partial<SystemDraft>) => void, () => void] {
  const [draft, setDraft] = useState(read);
  useEffect(() => {
    if (draft.water !== null || draft.name !== '') localStorage.setItem(KEY, JSON.stringify(draft));
  }, [draft]);
  const clear = () => localStorage.removeItem(KEY);
  return [draft, (some) => setDraft((before) => ({ ...before, ...some })), clear];
}
