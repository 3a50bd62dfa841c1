/** Where a smooth function of a few numbers is highest. */
export interface Highest {
  at: readonly number[];
  value: number;
  /** Standard errors from the curvature there, where the function is a log-likelihood. */
  errors: readonly number[];
}

const STEP = 1e-4;

/**
 * Newton's method with numeric derivatives, each step halved until it climbs; for two smooth parameters.
 * @param f to be maximised
 * @param start not too far off
 */
export function maximise(f: (x: readonly number[]) => number, start: readonly [number, number]): Highest {
  let at: [number, number] = [...start];
  let value = f(at);
  for (let k = 0; k < 200; k++) {
    const { gradient, hessian } = derivatives(f, at);
    const direction = solve(hessian, gradient) ?? gradient;
    let scale = 1;
    let next: [number, number] = at;
    let higher = value;
    for (let half = 0; half < 60; half++, scale /= 2) {
      const tried: [number, number] = [at[0] - scale * direction[0], at[1] - scale * direction[1]];
      const there = f(tried);
      if (there > higher) {
        next = tried;
        higher = there;
        break;
      }
    }
    const moved = Math.hypot(next[0] - at[0], next[1] - at[1]);
    at = next;
    value = higher;
    if (moved < 1e-11) break;
  }
  const { hessian } = derivatives(f, at);
  const [a, b, c] = hessian;
  const determinant = a * c - b * b;
  return {
    at,
    value,
    errors: [Math.sqrt(Math.max(0, -c / determinant)), Math.sqrt(Math.max(0, -a / determinant))],
  };
}

type Symmetric = readonly [a: number, b: number, c: number];

function derivatives(f: (x: readonly number[]) => number, [x, y]: readonly [number, number]) {
  const h = STEP;
  const at = (i: number, j: number) => f([x + i * h, y + j * h]);
  const middle = at(0, 0);
  const [e, w, n, s] = [at(1, 0), at(-1, 0), at(0, 1), at(0, -1)];
  const gradient: [number, number] = [(e - w) / (2 * h), (n - s) / (2 * h)];
  const hessian: Symmetric = [
    (e - 2 * middle + w) / h ** 2,
    (at(1, 1) - at(1, -1) - at(-1, 1) + at(-1, -1)) / (4 * h ** 2),
    (n - 2 * middle + s) / h ** 2,
  ];
  return { gradient, hessian };
}

/** The Newton step where the function is hollow from below; uphill by the gradient where it is not. */
function solve([a, b, c]: Symmetric, [p, q]: readonly [number, number]): readonly [number, number] | null {
  const determinant = a * c - b * b;
  if (a < 0 && determinant > 0) return [(c * p - b * q) / determinant, (a * q - b * p) / determinant];
  const length = Math.hypot(p, q) || 1;
  return [-p / length, -q / length];
}
