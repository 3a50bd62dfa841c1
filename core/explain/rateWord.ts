import type { StoreRate } from '../rules/storeRate.ts';

/** Where a rate comes from. */
export const rateWord: Record<StoreRate['by'], string> = {
  readings: 'as read',
  balance: 'by use',
  declared: 'as you entered',
  usual: 'as is usual for its surface',
};

/** What was declared is shown beside what was measured once they differ by more than either means to say. */
const DIFFERS = 0.1;
export const isOther = (measured: number, declared: number | null): declared is number =>
  declared !== null && Math.abs(declared - measured) >= DIFFERS * declared;
