/**
 * How a part was found, as wear: the share of its life that is used up.
 * House convention (no published source): as new < 0.4 ≤ light < 0.8 ≤ right < 1.2 ≤ overdue < 1.8 ≤ failed.
 */
export const foundGrades = ['as-new', 'light', 'right', 'overdue', 'failed'] as const;
export type Found = (typeof foundGrades)[number];

/** Edge k is the lower edge of grade k; the last one is open. */
export const wearEdges = [0, 0.4, 0.8, 1.2, 1.8, Number.POSITIVE_INFINITY] as const;

export const gradeIndex: Readonly<Record<Found, number>> = {
  'as-new': 0,
  light: 1,
  right: 2,
  overdue: 3,
  failed: 4,
};

/** What a look with this grade says: as new or light, it is not due; from right on, it is due now. */
export function isDueWhenFound(found: Found): boolean {
  return gradeIndex[found] >= 2;
}
