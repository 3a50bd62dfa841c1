const SHARE = (Math.sqrt(5) - 1) / 2;

/**
 * Where a function with one valley between two points is lowest, by golden section.
 * @param within the valley is narrowed to this width; about 1e-8 of the span is the most that rounding lets it tell
 */
export function lowestBetween(f: (x: number) => number, from: number, to: number, within: number): number {
  let [low, high] = [from, to];
  let left = high - SHARE * (high - low);
  let right = low + SHARE * (high - low);
  let atLeft = f(left);
  let atRight = f(right);
  while (high - low > within) {
    if (atLeft < atRight) {
      high = right;
      right = left;
      atRight = atLeft;
      left = high - SHARE * (high - low);
      atLeft = f(left);
    } else {
      low = left;
      left = right;
      atLeft = atRight;
      right = low + SHARE * (high - low);
      atRight = f(right);
    }
  }
  return (low + high) / 2;
}
