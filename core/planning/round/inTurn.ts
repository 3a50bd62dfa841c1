/** One of several units of one kind that do the same for a water. */
export interface OneOf {
  /** Its set, by name. */
  set: string;
  /** How many of it run. */
  of: number;
  /** Its share of all that moves the water, 0 to 1; 1 where the set is no matter of flow. */
  share: number;
}

/** Of what moves a water so much may be off at once. House figure. */
const MOST_OFF_SHARE = 0.5;
/** Of two, one runs; of so many, several may be off together. */
const TOGETHER_FROM = 3;

/**
 * Whether one more of a set may be off beside those that are: of three or more, as many together as leave half of the
 * flow, and never all. Common practice, no published source.
 * @param off the others of its water that are off
 */
export function mayBeOffToo(off: readonly (OneOf | undefined)[], next: OneOf): boolean {
  if (next.of < TOGETHER_FROM || off.length + 2 > next.of) return false;
  const others = off.flatMap((one) => (one?.set === next.set ? [one.share] : []));
  if (others.length < off.length) return false;
  return others.reduce((sum, share) => sum + share, next.share) <= MOST_OFF_SHARE;
}
