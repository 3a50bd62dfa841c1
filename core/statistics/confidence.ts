/** Standard deviations within which a normal value lies 19 times in 20. */
export const NINETEEN_IN_TWENTY = 1.96;
