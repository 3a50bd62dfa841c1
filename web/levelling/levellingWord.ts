import type { Levelling } from './useLevelled.ts';

export const percentWord = (share: number | null): string => `${Math.round((share ?? 0) * 100)} %`;

/** What stands where no plan has been found yet. */
export const levellingWord = ({ failed, share }: Pick<Levelling, 'failed' | 'share'>): string =>
  failed ? 'Levelling failed: reload to try again.' : `Levelling ${percentWord(share)}…`;
