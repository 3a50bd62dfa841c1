/** A gap over three times the middle of the range is neglect: it tells nothing about rhythm. House figure. */
export const NEGLECT_FACTOR = 3;
