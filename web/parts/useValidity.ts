import { useEffect, useRef, type RefObject } from 'react';

/**
 * What is wrong with a field, said to the browser too: a form with it is not sent, and the field is gone to.
 * @returns the input's ref
 */
export function useValidity<T extends HTMLInputElement | HTMLTextAreaElement = HTMLInputElement>(
  problem: string | null,
): RefObject<T | null> {
  const input = useRef<T>(null);
  useEffect(() => input.current?.setCustomValidity(problem ?? ''), [problem]);
  return input;
}
