/**
 * Root of f between two points where it changes its sign.
 * @param within how near is near enough; 0: as near as numbers go
 */
export function bisect(f: (x: number) => number, from: number, to: number, within = 0): number {
  let low = from;
  let high = to;
  const rising = f(high) > f(low);
  for (let k = 0; k < 200 && high - low > within; k++) {
    const middle = (low + high) / 2;
    if (middle === low || middle === high) break;
    if (f(middle) > 0 === rising) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}
