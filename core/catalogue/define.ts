import type { JobDefinition } from './types.ts';

const DAYS_PER_MONTH = 30.4;
const WEEK = 7;

/** Ranges as practitioners say them, in days. */
export const days = (lo: number, hi: number) => ({ lo, hi });
export const weeks = (lo: number, hi: number) => ({ lo: lo * WEEK, hi: hi * WEEK });
export const months = (lo: number, hi: number) => ({
  lo: Math.round(lo * DAYS_PER_MONTH),
  hi: Math.round(hi * DAYS_PER_MONTH),
});

export const COMMON = 'common practice, no published source';
export const FROM_MEMORY = 'common practice, value from memory';
export const HOUSE = 'house default; replace it by the maker’s figure';

type Optional = 'supplies' | 'leadSteps' | 'needs' | 'shuts' | 'cautions' | 'lateness' | 'basis';
/** A job with the usual defaults: nothing needed, nothing shut, gradual lateness, common practice. */
export function job(
  entry: Omit<JobDefinition, Optional> & Partial<Pick<JobDefinition, Optional>>,
): JobDefinition {
  return {
    supplies: [],
    leadSteps: [],
    needs: [],
    shuts: [],
    cautions: [],
    lateness: 'gradual',
    basis: COMMON,
    ...entry,
  };
}
