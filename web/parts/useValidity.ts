import { useCallback, useEffect, useRef, type RefCallback } from 'react';

/**
 * What is wrong with a field, said to the browser too: a form with it is not sent, and the field is gone to.
 * @param also another one who wants to know the input
 * @returns the input's ref
 */
export function useValidity(
  problem: string | null,
  also?: RefCallback<HTMLInputElement>,
): RefCallback<HTMLInputElement> {
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.setCustomValidity(problem ?? ''), [problem]);
  return useCallback(
    (element) => {
      input.current = element;
      also?.(element);
    },
    [also],
  );
}
