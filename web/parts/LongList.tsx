import { lazy, Suspense, type ReactNode } from 'react';
import type { RowPlace } from './rowPlace.ts';

interface LongListProps<T> {
  items: readonly T[];
  keyOf: (item: T) => string;
  /** The height of a row before it was seen, px. */
  rowPx: number;
  /** The key of a row that has to be in sight, such as a chosen one; null: none. */
  inSight?: string | null;
  children: (item: T, place: RowPlace) => ReactNode;
}

/** So many rows are drawn whole: nothing is won by leaving some out, and a page can be searched and printed. */
const DRAWN_WHOLE = 60;
/** And so many stand there until the rest can be. */
const FIRST_DRAWN = 16;

// short lists, which most are, do without it
const WindowedRows = lazy(() => import('./WindowedRows.tsx'));

/** Rows inside an `ol` or `ul` of the page. Of many only those near the window are drawn; what is left out keeps its height. */
export function LongList<T>({ items, children, keyOf, ...rest }: LongListProps<T>) {
  const drawn = (some: readonly T[]): ReactNode => some.map((item) => children(item, {}));
  if (items.length <= DRAWN_WHOLE) return <>{drawn(items)}</>;
  return (
    <Suspense fallback={drawn(items.slice(0, FIRST_DRAWN))}>
      <WindowedRows
        {...rest}
        keys={items.map(keyOf)}
        row={(index, place) => {
          const item = items[index];
          return item === undefined ? null : children(item, place);
        }}
      />
    </Suspense>
  );
}
