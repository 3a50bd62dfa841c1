/** Dates further ahead than twenty years are "not before then" in this trade: nobody plans the year 2079. */
export const FARTHEST_DAYS = 7_300;
