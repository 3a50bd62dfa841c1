import type { Levelling } from './useLevelled.ts';

export const percentWord = (share: number | null): string => `${Math.round((share ?? 0) * 100)} %`;

/** What stands where no plan has been found yet. */
export const levellingWord = ({ failed, share }: Pick<Levelling, 'failed' | 'share'>): string =>
  failed
    ? 'The work could not be spread: reload to try again.'
    : `Spreading the work, ${percentWord(share)}…`;
