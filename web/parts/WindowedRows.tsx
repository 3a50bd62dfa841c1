import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useRef, useState, type ReactNode, type RefObject } from 'react';
import type { RowPlace } from './rowPlace.ts';

const BEYOND = 8;

interface WindowedProps {
  keys: readonly string[];
  rowPx: number;
  inSight?: string | null;
  row: (index: number, place: RowPlace) => ReactNode;
}

/** The rows near the window, with what is left out before and after as empty height. */
export default function WindowedRows({ keys, rowPx, inSight = null, row }: WindowedProps) {
  const start = useRef<HTMLLIElement>(null);
  const scrollMargin = useTopOf(start);
  const list = useWindowVirtualizer({
    count: keys.length,
    estimateSize: () => rowPx,
    overscan: BEYOND,
    scrollMargin,
    getItemKey: (index) => keys[index] ?? index,
  });
  const wanted = inSight === null ? -1 : keys.indexOf(inSight);
  const shown = list.getVirtualItems();
  const isDrawn = shown.some(({ index }) => index === wanted);
  const goesOn = useGoesOn(wanted);
  useEffect(() => {
    if (wanted >= 0) list.scrollToIndex(wanted, { align: 'auto' });
    // only when another one is wanted: whoever scrolls on is not called back
  }, [wanted, list]);
  // on a slow machine the page is put back to its top after that, as its last parts come
  useEffect(() => {
    if (wanted >= 0 && !isDrawn && !goesOn.current) list.scrollToIndex(wanted, { align: 'auto' });
  });
  const before = (shown[0]?.start ?? scrollMargin) - scrollMargin;
  const after = list.getTotalSize() - ((shown.at(-1)?.end ?? scrollMargin) - scrollMargin);
  return (
    <>
      <li ref={start} role="presentation" style={{ height: before, border: 0, padding: 0 }} />
      {shown.map(({ index }) =>
        row(index, {
          ref: list.measureElement,
          ...{ 'data-index': index, 'aria-posinset': index + 1, 'aria-setsize': keys.length },
        }),
      )}
      <li role="presentation" style={{ height: after, border: 0, padding: 0 }} />
    </>
  );
}

const byHand = ['wheel', 'touchmove', 'pointerdown', 'keydown'] as const;
/** Whether somebody has gone on by hand since another row was wanted. */
function useGoesOn(wanted: number): RefObject<boolean> {
  const goesOn = useRef(false);
  useEffect(() => {
    goesOn.current = false;
  }, [wanted]);
  useEffect(() => {
    const went = (): void => {
      goesOn.current = true;
    };
    for (const kind of byHand) window.addEventListener(kind, went, { passive: true });
    return () => {
      for (const kind of byHand) window.removeEventListener(kind, went);
    };
  }, []);
  return goesOn;
}

/** How far an element lies from the top of the page, kept up as what stands above it grows and shrinks. */
function useTopOf(element: RefObject<HTMLElement | null>): number {
  const [top, setTop] = useState(0);
  useLayoutEffect(() => {
    const measure = (): void => {
      if (element.current)
        setTop(Math.round(element.current.getBoundingClientRect().top + globalThis.scrollY));
    };
    measure();
    const seen = new ResizeObserver(measure);
    seen.observe(document.body);
    return () => seen.disconnect();
  }, [element]);
  return top;
}
