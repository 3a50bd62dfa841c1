import { useSearchParams } from 'react-router';

/** What a screen shows stands in its address; an empty value leaves it. */
export function useAddress(): [URLSearchParams, (some: Record<string, string>) => void] {
  const [params, setParams] = useSearchParams();
  const set = (some: Record<string, string>): void => {
    const next = new URLSearchParams(params);
    for (const [key, value] of Object.entries(some))
      if (value === '') next.delete(key);
      else next.set(key, value);
    setParams(next, { replace: true });
  };
  return [params, set];
}
