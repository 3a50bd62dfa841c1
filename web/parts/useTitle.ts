import { useEffect } from 'react';
import { useLocation } from 'react-router';

const NAME = 'Jondrel';

/** The title of the window follows the head of the screen, also where that comes later or changes. */
export function useTitle(): void {
  const { pathname } = useLocation();
  useEffect(() => {
    const name = (): void => {
      const head = document.querySelector('main h1')?.textContent?.trim();
      const title = head ? `${head}, ${NAME}` : NAME;
      if (document.title !== title) document.title = title;
    };
    name();
    const seen = new MutationObserver(name);
    seen.observe(document.body, { childList: true, subtree: true });
    return () => seen.disconnect();
  }, [pathname]);
}
