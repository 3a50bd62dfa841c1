import { median as middleOf } from 'simple-statistics';

/** The middle of some numbers (one or more, in any order), or halfway between the two middle ones. */
export const median = (values: readonly number[]): number => middleOf([...values]);
