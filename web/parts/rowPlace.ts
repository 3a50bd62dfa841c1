/** What a row of a long list puts on its `li`, so that its height is known and a reader knows where it stands. */
export interface RowPlace {
  ref?: (element: HTMLLIElement | null) => void;
  'data-index'?: number;
  'aria-posinset'?: number;
  'aria-setsize'?: number;
}
