import { useEffect, useRef } from 'react';
import { useLocation } from 'react-router';

/**
 * On arriving at another screen the keyboard and a screen reader begin at its head, not at the link that led there or at
 * nothing. Whoever is already in a field of the new screen stays in it.
 */
export function useFocusOnArrival(): void {
  const { pathname } = useLocation();
  const before = useRef(pathname);
  useEffect(() => {
    if (before.current === pathname) return;
    before.current = pathname;
    const arrive = (): boolean => {
      const head = document.querySelector<HTMLElement>('main h1');
      if (!head) return false;
      const { activeElement } = document;
      const isAdrift = activeElement === null || activeElement === document.body;
      if (isAdrift || activeElement.closest('nav')) {
        head.tabIndex = -1;
        head.focus({ preventScroll: true });
      }
      return true;
    };
    if (arrive()) return;
    // its script is on the way
    const seen = new MutationObserver(() => {
      if (arrive()) seen.disconnect();
    });
    seen.observe(document.body, { childList: true, subtree: true });
    return () => seen.disconnect();
  }, [pathname]);
}
