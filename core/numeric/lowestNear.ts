/** A place that has been asked, and what was found there. */
export interface Told {
  at: number;
  value: number;
}

const GOLDEN = (3 - Math.sqrt(5)) / 2;
const MOST_STEPS = 60;

/**
 * Where a smooth function is lowest, from three places of which the middle one is lowest: by the parabola through them,
 * and by golden section where it would leave them or creep.
 * @param within the answer is this near to the place
 * @source Brent 1973, Algorithms for Minimization without Derivatives, chapter 5 (its idea, not its bookkeeping)
 */
export function lowestNear(
  f: (x: number) => number,
  left: Told,
  middle: Told,
  right: Told,
  within: number,
): number {
  for (let step = 0; step < MOST_STEPS; step++) {
    const toLeft = middle.at - left.at;
    const toRight = right.at - middle.at;
    const wider = toRight > toLeft ? toRight : -toLeft;
    if (Math.abs(wider) <= 2 * within) break;
    const vertex = step % 4 === 3 ? Number.NaN : vertexOf(left, middle, right);
    let at = vertex > left.at && vertex < right.at ? vertex : middle.at + GOLDEN * wider;
    // the parabola says that it is here: one look on the wider side closes that side
    if (Math.abs(at - middle.at) < within) at = middle.at + Math.sign(wider) * within;
    const here = { at, value: f(at) };
    const [low, other] = here.value < middle.value ? [here, middle] : [middle, here];
    if (other.at < low.at) left = other;
    else right = other;
    middle = low;
  }
  return middle.at;
}

/** Where the parabola through three places turns; not a number where they lie in a line. */
function vertexOf(left: Told, middle: Told, right: Told): number {
  const toLeft = middle.at - left.at;
  const toRight = right.at - middle.at;
  const down = (left.value - middle.value) / toLeft;
  const up = (right.value - middle.value) / toRight;
  return middle.at + (down * toRight - up * toLeft) / (2 * (down + up));
}
