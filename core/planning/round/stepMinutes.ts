/**
 * Minutes of hands of what a visit asks for besides its jobs, where nothing else is known. House defaults, common
 * practice, value from memory. The plan of weeks reckons with the same ones as the round that is built from it.
 */
export const stepMin = {
  /** Looking at a system before anything is touched. */
  look: 3,
  /** Judging the tests of a system. */
  judge: 2,
  /** Checking the new water. */
  prepare: 4,
  shut: 1,
  restart: 1,
  prove: 1,
  /** Wiping a system down. */
  wipe: 4,
  /** Reading the record once more. */
  record: 3,
} as const;
/** One thing off, on again and seen running. */
export const SHUT_DOWN_MIN = stepMin.shut + stepMin.restart + stepMin.prove;
