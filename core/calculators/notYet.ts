/** Kinds of published cases that no calculator answers yet, and why. */
export const notYet: Readonly<Record<string, string>> = {
  'visit packing': 'rounds are packed by the planner, which comes with the plan of rounds',
};
