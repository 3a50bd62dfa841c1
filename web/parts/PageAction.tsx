import type { ReactNode } from 'react';

/** The filled action of a page: in its head on a desk, at the foot under the thumb on a phone. */
export function PageAction({ children }: { children: ReactNode }) {
  return (
    <>
      <span className="hide-phone">{children}</span>
      <span className="only-phone">
        <span className="foot-veil" />
        <span className="foot-action">{children}</span>
      </span>
    </>
  );
}
