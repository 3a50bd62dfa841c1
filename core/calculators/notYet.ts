/** Kinds of published cases that no calculator answers yet, and why. */
export const notYet: Readonly<Record<string, string>> = {
  'visit packing':
    'visits are packed by the planner of the plan, not by a calculator; its cases are checked there',
};
